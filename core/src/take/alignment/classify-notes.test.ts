import fc from 'fast-check';
import { valueOrThrow } from '../../errors/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import { message } from '../../message/index.ts';
import { fingerWord } from '../../pattern/index.ts';
import { createSeededRandom } from '../../sound/index.ts';
import { distanceToNearest, lowerBound, hasOtherNear, hasValueNear } from '../onsets/sorted-times.ts';
import {
  PLAYER_MODELS,
  TAKE_PARAMETERS,
  createTakeReference,
  alignToScore,
  assessTake,
  simulatePerformance,
  createPatternReference,
  renderTake,
  type SimulatedPerformance,
  type SimulatedStroke,
  type PlayerModel,
} from '../index.ts';

const scene = (text: string, options: Parameters<typeof parseStringNotation>[1], cycles: number) => {
  const { score, digits } = createPatternReference({
    ...valueOrThrow(parseStringNotation(text, options)).pattern,
    cyclic: true,
  });
  return { score, asked: createTakeReference(score, digits, cycles) };
};

const ROLL = scene('6 3 2 1 2 3', { subdivision: 3, tempo: 84, chord: 'Em' }, 6);
const STEADY = PLAYER_MODELS.steady as PlayerModel;

const sound = (performance: SimulatedPerformance): Float32Array =>
  renderTake(performance, { sampleRate: TAKE_PARAMETERS.sampleRate, random: createSeededRandom(9) });

/** A steady take of which some strokes are changed, left out or joined by others. */
const changed = (
  { asked }: typeof ROLL,
  change: (stroke: SimulatedStroke) => readonly SimulatedStroke[],
  being = STEADY,
): SimulatedPerformance => {
  const performance = simulatePerformance(asked, being, createSeededRandom(5));
  return { ...performance, strokes: performance.strokes.flatMap(change).sort((a, b) => a.at - b.at) };
};

describe('a stroke far from its place', () => {
  // Beyond what a steady player's strokes scatter, and within half the way to the next one.
  test.each([-0.07, -0.05, 0.05, 0.07])('is heard where it fell, %d s beside it, and is no extra one', (beside) => {
    const moved = new Set([7, 12, 20]);
    const performance = changed(ROLL, (stroke) => [
      moved.has(stroke.referenceIndex ?? -1) ? { ...stroke, at: stroke.at + beside } : stroke,
    ]);
    const { strokes, extras } = alignToScore(sound(performance), ROLL.asked);
    expect(strokes.filter(({ what }) => what !== 'matched')).toEqual([]);
    expect(extras).toEqual([]);
    for (const index of moved) {
      const truth = performance.strokes.find(({ referenceIndex }) => referenceIndex === index)?.at ?? 0;
      expect(Math.abs((strokes[index]?.at ?? 9) - truth)).toBeLessThan(0.012);
    }
  });
});

describe('a stroke nobody asked for', () => {
  test('of a steady player none is claimed, in rolls, pinches and chords whose low strings beat', () => {
    for (const [text, options] of [
      ['6 3 2 1 2 3', { subdivision: 3, tempo: 84, chord: 'Em' }],
      ['6+3+2+1 4 3 2', { subdivision: 2, tempo: 70, chord: 'Em' }],
      ['5+1 3 4+2 3', { subdivision: 2, tempo: 90, chord: 'C' }],
    ] as const) {
      const now = scene(text, options, 6);
      expect(
        alignToScore(sound(simulatePerformance(now.asked, STEADY, createSeededRandom(5))), now.asked).extras,
      ).toEqual([]);
    }
  });

  test('none is claimed, and none on another string, in pinches over octaves of an open chord', () => {
    const now = scene('6+3+2+1 3 2 5+3+2+1 3 2 4+3+2+1 3 2', { subdivision: 4, tempo: 66, chord: 'E' }, 6);
    for (const seed of [1, 2]) {
      const { strokes, extras } = alignToScore(
        sound(simulatePerformance(now.asked, STEADY, createSeededRandom(seed))),
        now.asked,
      );
      expect(extras).toEqual([]);
      expect(strokes.filter(({ what }) => what === 'wrong-string' || what === 'missed')).toEqual([]);
    }
  });

  test('is named with its pitch and its time where it stands by itself', () => {
    const performance = changed(ROLL, (stroke) =>
      stroke.referenceIndex === 14
        ? [stroke, { ...stroke, at: stroke.at + 0.11, string: 3, pitch: 55, referenceIndex: null, label: 'extra' }]
        : [stroke],
    );
    const { extras } = alignToScore(sound(performance), ROLL.asked);
    expect(extras.map(({ pitch }) => pitch)).toEqual([55]);
    const truth = performance.strokes.find(({ label: what }) => what === 'extra')?.at ?? 0;
    expect(Math.abs((extras[0]?.at ?? 9) - truth)).toBeLessThan(0.012);
  });
});

test('fingers that play in pinches alone are timed by many strokes at once, and the one that is late is named', () => {
  const pinches = scene('5+1 3 4+2 3', { subdivision: 2, tempo: 88, chord: 'C' }, 8);
  const performance = changed(pinches, (stroke) => [{ ...stroke, at: stroke.at + (stroke.string === 3 ? 0.03 : 0) }]);
  const { digits, findings } = valueOrThrow(assessTake(sound(performance), pinches.score, pinches.asked));
  expect(digits.map(({ striker, timed }) => [striker, timed])).toEqual(['p', 'i', 'm', 'a'].map((one) => [one, true]));
  const lateness = Object.fromEntries(digits.map((digit) => [digit.striker, digit.lateness]));
  for (const [striker, played] of Object.entries({ p: 0, i: 0.03, m: 0, a: 0 }))
    expect(Math.abs((lateness[striker] ?? 9) - played)).toBeLessThan(0.008);
  const said = findings.filter((finding) => finding.message.code === 'take.finger-off-time');
  expect(said.map((finding) => finding.message)).toEqual([
    message('take.finger-off-time', { finger: fingerWord('i'), when: 'late' }),
  ]);
});

describe('lists in order', () => {
  const lists = fc.array(fc.integer({ min: 0, max: 60 }), { maxLength: 30 }).map((all) => all.sort((a, b) => a - b));
  const values = fc.integer({ min: -5, max: 65 });
  const reaches = fc.integer({ min: 0, max: 9 });

  test('what is near is found as by looking at all of them', () => {
    fc.assert(
      fc.property(lists, values, reaches, (sorted, value, reach) => {
        const near = (one: number): boolean => Math.abs(one - value) <= reach;
        expect(hasValueNear(sorted, value, reach)).toBe(sorted.some(near));
        if (sorted.includes(value)) expect(hasOtherNear(sorted, value, reach)).toBe(sorted.filter(near).length > 1);
        expect(distanceToNearest(sorted, value)).toBe(
          Math.min(Infinity, ...sorted.map((one) => Math.abs(one - value))),
        );
        const first = sorted.findIndex((one) => one >= value);
        expect(lowerBound(sorted, value)).toBe(first < 0 ? sorted.length : first);
      }),
    );
  });
});
