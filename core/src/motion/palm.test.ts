import fc from 'fast-check';
import { valueOrThrow } from '../errors/index.ts';
import { createHandProfile, type HandProfile } from '../fingering/index.ts';
import type { Digit } from '../pattern/index.ts';
import { MOTION_ESTIMATES, locatePalm, measureNeededTime, measureOppositeMovement, moveHandThrough } from './index.ts';
import type { HandMotion } from './index.ts';

const { spacing } = MOTION_ESTIMATES;

/** Notes as many seconds apart as asked, which go round: digit and string of each, as `p5`. */
const roundOf = (text: string, seconds = 0.5): HandMotion => {
  const notes = text.split(' ').map((note, index) => {
    const [digit, string] = [note.slice(0, -1) as Digit, Number(note.at(-1))];
    return { at: index * seconds, tick: index, string, digit };
  });
  return moveHandThrough(notes, { seconds: notes.length * seconds, isLoop: true });
};

describe('the palm', () => {
  test('stays where it is while every digit reaches its strings', () => {
    for (const text of ['p6 i3 m2 a1', 'p5 i3 p4 m2', 'p4 i2 m1 i2', 'p3 i3 m2 a1'])
      expect(roundOf(text).palm.drift).toBe(0);
  });

  test('goes no further than the reach asks for: ring on 4, three strings from its own, by a string and a half', () => {
    const motion = roundOf('p6 a4');
    // Thumb on 6 is one string below its own, of two it reaches; the ring finger reaches a string and a half.
    expect(Math.max(...motion.palm.places.map(({ across }) => across))).toBeCloseTo(1.5 * spacing, 9);
    // Once there it stays, as the thumb reaches 6 from there too.
    expect(motion.palm.drift).toBe(0);
  });

  test('there and back again where fingers and thumb pull both ways', () => {
    // The thumb on 3 is back by a string at the most from 0.5; the ring finger on 4 asks for 1.5 to the other side.
    const motion = roundOf('p2 a4');
    expect(motion.palm.drift).toBeCloseTo(2 * 2.5 * spacing, 9);
    expect(locatePalm(motion, 0)).toBeCloseTo(-1 * spacing, 9);
    expect(locatePalm(motion, 0.5)).toBeCloseTo(1.5 * spacing, 9);
    expect(locatePalm(motion, 0.25)).toBeCloseTo(0.25 * spacing, 9);
    expect(locatePalm(motion, 1)).toBeCloseTo(-1 * spacing, 9);
  });

  test('is within reach of every stroke that can be reached, at its time', () => {
    const note = fc.tuple(fc.constantFrom('i', 'm', 'a'), fc.integer({ min: 1, max: 6 }));
    const home = { i: 3, m: 2, a: 1 } as Readonly<Record<string, number>>;
    fc.assert(
      fc.property(fc.array(note, { minLength: 1, maxLength: 10 }), (notes) => {
        const motion = roundOf(notes.map(([digit, string]) => `${digit}${string}`).join(' '));
        notes.forEach(([digit, string], index) => {
          const off = string - (home[digit] ?? 0) - locatePalm(motion, index / 2) / spacing;
          expect(Math.abs(off)).toBeLessThanOrEqual(1.5 + 1e-6);
        });
      }),
      { numRuns: 300 },
    );
  });
});

describe('fingers against each other', () => {
  test('a thumb and a finger that close together do not count', () => {
    expect(measureOppositeMovement(roundOf('p5 i3 p4 i3'))).toBe(0);
  });

  test('one that comes back while another plucks does', () => {
    // At half a second a finger is back and at rest before the other plucks; at an eighth it is on its way.
    expect(measureOppositeMovement(roundOf('i3 m2 i3 m2'))).toBe(0);
    const share = measureOppositeMovement(roundOf('i3 m2 i3 m2', 0.125));
    expect(share).toBeGreaterThan(0.1);
    expect(share).toBeLessThan(0.6);
  });
});

test('a slower hand needs more time for the same way, and every hand more for a longer one', () => {
  const way = { actuator: 'p', fromString: 6, toString: 4, tick: 0, seconds: 1 } as const;
  expect(measureNeededTime({ ...way, distance: 20.8 }, 1)).toBeCloseTo(0.06 + 0.1 + 0.0416, 9);
  expect(measureNeededTime({ ...way, distance: 20.8 }, 1.7)).toBeCloseTo(1.7 * 0.2016, 9);
  expect(measureNeededTime({ ...way, distance: 10.4 }, 1)).toBeLessThan(
    measureNeededTime({ ...way, distance: 20.8 }, 1),
  );
});

test('a hand that reaches further leaves its palm still, one that lifts higher goes further', () => {
  const notes = [
    { at: 0, tick: 0, string: 2, digit: 'p' },
    { at: 0.5, tick: 1, string: 4, digit: 'a' },
  ] as const;
  const move = (times: Partial<HandProfile['times']>): HandMotion =>
    moveHandThrough(notes, {
      seconds: 1,
      isLoop: true,
      hand: valueOrThrow(createHandProfile({ key: 'own', name: 'Own', times })),
    });
  expect(move({}).palm.drift).toBeCloseTo(2 * 2.5 * spacing, 9);
  expect(move({ fingerReach: 3, thumbReach: 3 }).palm.drift).toBe(0);
  expect(move({ strokeLift: 8 }).travel).toBeGreaterThan(move({}).travel);
});
