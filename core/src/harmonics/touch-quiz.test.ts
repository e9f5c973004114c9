import { listOpenShapes } from '../harmony/index.ts';
import { createInstrument, findTuningOrStandard } from '../instrument/index.ts';
import { createSeededRandom } from '../sound/index.ts';
import { HARMONIC_NODES, createTouchQuiz, findNodeAtFret, type HarmonicNode } from './index.ts';

const instrument = createInstrument(findTuningOrStandard('standard'));
const shapes = listOpenShapes('standard', 6);
const ask = (seed: number, node: HarmonicNode, voicings = shapes) =>
  createTouchQuiz(instrument, voicings, { node, count: 40 }, createSeededRandom(seed));

test.each(HARMONIC_NODES.map((node) => [node.frets, node] as const))(
  'touched %i frets above the stopped note: one right choice, in order, all on the neck',
  (frets, node) => {
    for (const { answer, stoppedFret, choices } of ask(1, node)) {
      expect(answer).toBe(stoppedFret + frets);
      expect(choices.filter((choice) => choice === answer)).toHaveLength(1);
      expect([...choices].sort((a, b) => a - b)).toEqual(choices);
      expect(choices.length).toBeGreaterThanOrEqual(2);
      expect(Math.min(...choices)).toBeGreaterThanOrEqual(1);
      expect(Math.max(...choices)).toBeLessThanOrEqual(instrument.frets);
    }
  },
);

test('muted strings are not asked about, and no string twice running', () => {
  const questions = ask(2, findNodeAtFret(12) as HarmonicNode);
  questions.forEach(({ voicing, string }, index) => {
    expect(voicing.frets[6 - string]).not.toBeNull();
    const before = questions[index - 1];
    expect(before?.voicing === voicing && before.string === string).toBe(false);
  });
});

test('the fret of the open string is among the choices of stopped ones: the usual mistake', () => {
  const stopped = ask(3, findNodeAtFret(12) as HarmonicNode).filter(({ stoppedFret }) => stoppedFret > 0);
  expect(stopped.length).toBeGreaterThan(20);
  expect(stopped.every(({ choices }) => choices.includes(12))).toBe(true);
});

test('a shape without a sounding string has no questions; the same seed asks the same', () => {
  const muted = { chord: '–', frets: [null, null, null, null, null, null] };
  expect(ask(4, findNodeAtFret(12) as HarmonicNode, [muted])).toEqual([]);
  expect(ask(5, findNodeAtFret(7) as HarmonicNode)).toEqual(ask(5, findNodeAtFret(7) as HarmonicNode));
});
