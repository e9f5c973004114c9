import { analysePattern } from '../../analysis/index.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { ABLE_ADULT_HAND, HAND_PRESETS, type HandProfile } from '../../fingering/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import { ACTUATORS, type Pattern } from '../../pattern/index.ts';
import {
  assessPatternNotes,
  assessPatternTake,
  simulateNotes,
  simulateAudio,
  PLAYER_MODELS,
  TAKE_PARAMETERS,
  type TakeAlignment,
  type PlayerModel,
} from '../../take/index.ts';
import { proposeHandFromTake, computeTimeFactor, estimateTransitionTimes } from '../index.ts';

const figure = (text: string, tempo: number, subdivision = 4): Pattern => ({
  ...valueOrThrow(parseStringNotation(text, { tempo, subdivision, chord: 'Am' })).pattern,
  cyclic: true,
});

const STEADY = PLAYER_MODELS.steady as PlayerModel;
const NEW = HAND_PRESETS[0] as HandProfile;

/** A take as notes: every stroke known to the millisecond. */
const heard = (pattern: Pattern, being: PlayerModel = { ...STEADY, timingSpread: 0.003 }): TakeAlignment =>
  valueOrThrow(assessPatternNotes(simulateNotes(pattern, being, { cycles: 12, seed: 3 }), pattern)).heard;

const said = (pattern: Pattern, hand: HandProfile, take: TakeAlignment) =>
  estimateTransitionTimes(pattern, hand, take).map(({ constraint, verdict }) => `${constraint} ${verdict}`);

describe('the times of a hand as a take tells them', () => {
  test('who plays in time what the hand was taken to be too slow for is quicker', () => {
    const fast = figure('5 3 2 1', 112);
    // Fingers in turn, and middle and ring, which have a time of their own.
    expect(said(fast, NEW, heard(fast))).toEqual(['i m quicker', 'm a quicker']);
    const slow = figure('5 3 2 1', 50);
    expect(said(slow, NEW, heard(slow))).toEqual([]);
  });

  test('the gap that was heard is what the hand is then taken to need, to a hundredth', () => {
    const fast = figure('5 3 2 1', 112);
    const [first] = estimateTransitionTimes(fast, NEW, heard(fast));
    // A sixteenth at 112: 60 ÷ 112 ÷ 4 = .1339 s.
    expect(first?.measuredSeconds).toBeCloseTo(0.1339, 2);
    const told = estimateTransitionTimes(fast, NEW, heard(fast));
    const { hand, estimates: now } = proposeHandFromTake(fast, NEW, heard(fast)) ?? { hand: NEW, estimates: [] };
    expect(now).toEqual(told);
    for (const { constraint, measuredSeconds: gap, assumedSeconds } of told)
      expect(computeTimeFactor(hand, constraint)).toBeLessThan(
        computeTimeFactor(NEW, constraint) * (gap / assumedSeconds) * 1.01,
      );
  });

  test('of the hand it comes to a take says nothing more, whatever it was taken to be', () => {
    for (const [text, tempo] of [
      ['5 3 2 1', 132],
      ['5 3 2 1 2 3', 80],
      ['5 2 3 2', 140],
    ] as const)
      for (const scale of [1.5, 3]) {
        const pattern = figure(text, tempo);
        const slow = {
          ...NEW,
          scale: Object.fromEntries(ACTUATORS.map((one) => [one, scale])) as HandProfile['scale'],
        };
        const take = heard(pattern);
        const by = proposeHandFromTake(pattern, slow, take, ABLE_ADULT_HAND);
        expect(by?.estimates).not.toEqual([]);
        expect(estimateTransitionTimes(pattern, by?.hand ?? slow, take, ABLE_ADULT_HAND)).toEqual([]);
      }
  });

  test('a digit that cannot keep up near what it needs is slower; one that is late at leisure is not', () => {
    const thumb = ({ strokes, ...rest }: Pattern): Pattern => ({
      ...rest,
      strokes: strokes.map((stroke) => ({ ...stroke, pin: 'p' as const })),
    });
    const twice = (tempo: number): Pattern => thumb(figure('5 5 - - - - - -', tempo));
    const late = (pattern: Pattern): TakeAlignment => {
      const notes = simulateNotes(pattern, { ...STEADY, timingSpread: 0.002 }, { cycles: 12, seed: 3 });
      const second = notes.map((note) => ({
        ...note,
        at: note.at + ((note.referenceIndex ?? 0) % 2 === 1 ? 0.03 : 0),
      }));
      return valueOrThrow(assessPatternNotes(second, pattern)).heard;
    };
    const ceiling = analysePattern(twice(90)).limit?.maxTempo ?? 0;
    const strained = twice(Math.round(0.97 * ceiling));
    expect(said(strained, ABLE_ADULT_HAND, late(strained))).toEqual(['p slower']);
    const leisure = twice(Math.round(0.5 * ceiling));
    expect(said(leisure, ABLE_ADULT_HAND, late(leisure))).toEqual([]);
  });

  test('a habit of coming late, made up for by the next digit, says nothing of the hand', () => {
    const strained = figure('5 2 3 2', 130);
    const take = heard(strained, { ...STEADY, timingSpread: 0.003, asynchrony: { m: 0.03 } });
    expect(said(strained, ABLE_ADULT_HAND, take).filter((one) => one.includes(' '))).toEqual([]);
  });

  test('pinches say nothing in sound that they do not say as notes', () => {
    const pinches = figure('5+1 4+2 5+1 4+2', 150);
    const sound = simulateAudio(pinches, STEADY, { cycles: 12, seed: 3, sampleRate: TAKE_PARAMETERS.sampleRate });
    const fromNotes = said(pinches, NEW, heard(pinches, STEADY));
    const fromSound = said(pinches, NEW, valueOrThrow(assessPatternTake(sound, pinches)).heard);
    expect(fromNotes).toEqual(expect.arrayContaining([...fromSound]));
  });

  test('takes of a few times through say nothing', () => {
    const fast = figure('5 3 2 1', 112);
    expect(said(fast, NEW, { ...heard(fast), cycles: 2 })).toEqual([]);
  });
});
