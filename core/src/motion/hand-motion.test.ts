import fc from 'fast-check';
import { analysePattern, listDigitsInOrder } from '../analysis/index.ts';
import { valueOrThrow } from '../errors/index.ts';
import { SCHOOLS } from '../fingering/index.ts';
import { parseStringNotation } from '../formats/index.ts';
import type { Digit } from '../pattern/index.ts';
import { flattenScore } from '../score/index.ts';
import { placeOnSegment } from './finger-path.ts';
import { MOTION_ESTIMATES, findHardestMove, locateFingertip, minimalJerk, moveHand, type HandMotion } from './index.ts';

/** A figure that goes round, with the digits given or those a school gives it. */
const motionOf = (text: string, digits?: string, tempo = 60, school?: string): HandMotion => {
  const read = valueOrThrow(parseStringNotation(text, { tempo, subdivision: 2 })).pattern;
  const pattern = { ...read, cyclic: true, ...(school ? { school } : {}) };
  const judged = digits ? digits.split(' ') : listDigitsInOrder(pattern, analysePattern(pattern));
  return moveHand(flattenScore(pattern), judged as readonly (Digit | null)[]);
};

test('minimal jerk begins and ends at rest, half-way at half its time', () => {
  expect([0, 0.5, 1].map(minimalJerk)).toEqual([0, 0.5, 1]);
  for (const edge of [0, 1]) expect(Math.abs(minimalJerk(edge + 1e-4) - minimalJerk(edge - 1e-4))).toBeLessThan(1e-8);
});

/** Computed by hand: 6 mm through and 4 above a string, 10.4 mm from string to string. */
describe('ways by hand computation', () => {
  const [through, spacing] = [Math.hypot(6, 4), 10.4];

  test('a thumb that stays on its string goes off it and back', () => {
    expect(motionOf('6 6 6 6 6 6 6 6', 'p p p p p p p p').travel).toBeCloseTo(8 * 2 * through, 6);
  });

  test('from 6 to 4 the thumb falls on in its direction, and has the longer way back', () => {
    const there = Math.hypot(2 * spacing - 6, 4);
    const back = Math.hypot(2 * spacing + 6, 4);
    expect(motionOf('6 4 6 4 6 4 6 4', 'p p p p p p p p').travel).toBeCloseTo(4 * (2 * through + there + back), 6);
  });

  test('a finger plucks towards the bass: from 1 to 2 it has the shorter way', () => {
    const there = Math.hypot(spacing - 6, 4);
    const back = Math.hypot(spacing + 6, 4);
    expect(motionOf('1 2 1 2 1 2 1 2', 'i i i i i i i i').travel).toBeCloseTo(4 * (2 * through + there + back), 6);
  });

  test('fingers that keep to their strings move less than one that goes to all of them', () => {
    expect(motionOf('3 2 1 3 2 1 3 2', 'i m a i m a i m').travel).toBeLessThan(
      motionOf('3 2 1 3 2 1 3 2', 'i i i i i i i i').travel,
    );
  });
});

describe('laws', () => {
  const figure = fc
    .array(fc.integer({ min: 1, max: 6 }), { minLength: 2, maxLength: 8 })
    .map((strings) => strings.join(' '));
  const school = fc.constantFrom(...SCHOOLS.map(({ key }) => key));
  const tempo = fc.integer({ min: 40, max: 220 });

  test('every stroke is on its string at its time, and the path has no jump, in any school', () => {
    fc.assert(
      fc.property(figure, school, tempo, (text, key, bpm) => {
        const motion = motionOf(text, undefined, bpm, key);
        for (const { actuator, strokes, segments } of motion.fingers) {
          for (const { at, string } of strokes) {
            const there = locateFingertip(motion, actuator, at);
            expect(there?.across).toBeCloseTo((string - 1) * MOTION_ESTIMATES.spacing, 6);
            expect(there?.above).toBeCloseTo(0, 6);
          }
          segments.forEach((segment, index) => {
            expect(segment.to).toBeGreaterThanOrEqual(segment.from - 1e-9);
            const next = segments[index + 1] ?? segments[0];
            if (!next) return;
            const [end, start] = [placeOnSegment(segment, segment.to), placeOnSegment(next, next.from)];
            expect(Math.hypot(end.across - start.across, end.above - start.above)).toBeLessThan(1e-9);
          });
        }
      }),
      { numRuns: 300 },
    );
  });

  test('time goes on without a gap, and a round comes back to where it began', () => {
    fc.assert(
      fc.property(figure, tempo, (text, bpm) => {
        const motion = motionOf(text, undefined, bpm);
        for (const { segments } of motion.fingers) {
          const [first, last] = [segments[0], segments.at(-1)];
          segments.slice(1).forEach(({ from }, index) => expect(from).toBeCloseTo(segments[index]?.to ?? 0, 9));
          expect((last?.to ?? 0) - (first?.from ?? 0)).toBeCloseTo(motion.seconds, 9);
        }
      }),
      { numRuns: 200 },
    );
  });

  test('half the tempo is the same way at no more speed, and at least as well prepared', () => {
    fc.assert(
      fc.property(figure, fc.integer({ min: 80, max: 200 }), (text, bpm) => {
        const digits = text.replaceAll(/[456]/g, 'p').replaceAll('3', 'i').replaceAll('2', 'm').replaceAll('1', 'a');
        const [quick, slow] = [motionOf(text, digits, bpm), motionOf(text, digits, bpm / 2)];
        slow.fingers.forEach((finger, index) => {
          expect(finger.peakSpeed).toBeLessThanOrEqual((quick.fingers[index]?.peakSpeed ?? 0) + 1e-6);
          expect(finger.preparedShare).toBeGreaterThanOrEqual(quick.fingers[index]?.preparedShare ?? 0);
        });
      }),
      { numRuns: 200 },
    );
  });
});

test('a finger that has time rests on its string before it plays', () => {
  const motion = motionOf('6 3 2 1 6 3 2 1', 'p i m a p i m a');
  expect(motion.fingers.map(({ preparedShare }) => preparedShare)).toEqual([1, 1, 1, 1]);
  expect(locateFingertip(motion, 'i', 0.4)).toMatchObject({ isOnString: true });
  // Just after its stroke it is off it.
  expect(locateFingertip(motion, 'i', 0.56)?.isOnString).toBe(false);
  expect(locateFingertip(motion, 'c', 0)).toBeNull();
});

test('the hardest way is the one with the least time for its length', () => {
  const hardest = findHardestMove(motionOf('6 4 5 4 6 4 5 4', 'p p p p p p p p'));
  expect(hardest?.actuator).toBe('p');
  expect(hardest?.distance).toBeCloseTo(2 * MOTION_ESTIMATES.spacing, 9);
  expect(findHardestMove(motionOf('6 3 2 1', 'p i m a'))).toBeNull();
});
