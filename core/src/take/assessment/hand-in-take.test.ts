import { valueOrThrow } from '../../errors/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import { locateFingertip, moveHand } from '../../motion/index.ts';
import {
  createPatternReference,
  createTakeReference,
  moveHandAsAsked,
  moveHandInTake,
  type AlignedStroke,
} from '../index.ts';

const { pattern } = valueOrThrow(parseStringNotation('5 3 2 1', { tempo: 60, subdivision: 1, chord: 'Am' }));
const { score, digits } = createPatternReference(pattern);
const reference = createTakeReference(score, digits, 2);

/** Heard half a second after the beginning of the sound, each stroke so much later than asked. */
const heard = (late: (asked: number) => number | null): readonly AlignedStroke[] =>
  reference.strokes.map(({ onset }, asked): AlignedStroke => {
    const by = late(asked);
    return {
      ...{ asked, at: by === null ? null : 0.5 + onset + by, sure: true, pulse: 0.5 + onset, decibels: 0, level: 0 },
      ...{ what: by === null ? 'missed' : 'matched', instead: null, confidence: 1 },
    };
  });

const timesOf = (strokes: readonly AlignedStroke[]): readonly (readonly [string, readonly number[]])[] =>
  moveHandInTake(score, reference, { strokes }, 9).fingers.map(({ actuator, strokes: own }) => [
    actuator,
    own.map(({ at }) => Number(at.toFixed(6))),
  ]);

test('every finger is on its string when it was heard, and not where it was not', () => {
  // Four beats a pass, a second each; the middle finger 0.1 s late, its second note missing.
  const strokes = heard((asked) => {
    if (asked === 6) return null;
    return asked === 2 ? 0.1 : 0;
  });
  expect(timesOf(strokes)).toEqual([
    ['p', [0.5, 4.5]],
    ['i', [1.5, 5.5]],
    ['m', [2.6]],
    ['a', [3.5, 7.5]],
  ]);
  const motion = moveHandInTake(score, reference, { strokes }, 9);
  // String 2 lies one spacing, 10.4 mm, beside the first.
  expect(locateFingertip(motion, 'm', 2.6)?.across).toBeCloseTo(10.4, 6);
});

test('a take that is played as asked is the motion of the score, later', () => {
  const asked = moveHand({ ...score, loop: false }, digits);
  const taken = moveHandInTake(score, reference, { strokes: heard(() => 0).slice(0, 4) }, 4.5);
  for (const actuator of ['p', 'i', 'm', 'a'] as const)
    for (const at of [0, 0.4, 1, 1.7, 2.5, 3])
      expect(locateFingertip(taken, actuator, at + 0.5)?.across).toBeCloseTo(
        locateFingertip(asked, actuator, at)?.across ?? NaN,
        6,
      );
});

test('the hand that was asked plays each note on the pulse, those that were missed too, and none that was not begun', () => {
  const strokes = heard((asked) => (asked === 6 ? null : 0.1)).map((stroke) =>
    stroke.asked === 7 ? { ...stroke, at: null, what: 'unplayed' as const } : stroke,
  );
  const asked = moveHandAsAsked(score, reference, { strokes }, 9);
  expect(
    asked.fingers.map(({ actuator, strokes: own }) => [actuator, own.map(({ at }) => Number(at.toFixed(6)))]),
  ).toEqual([
    ['p', [0.5, 4.5]],
    ['i', [1.5, 5.5]],
    ['m', [2.5, 6.5]],
    ['a', [3.5]],
  ]);
});
