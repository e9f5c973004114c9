import fc from 'fast-check';
import { analysePattern, listDigitsInOrder } from '../analysis/index.ts';
import { valueOrThrow } from '../errors/index.ts';
import { SCHOOLS } from '../fingering/index.ts';
import { parseStringNotation } from '../formats/index.ts';
import type { Digit } from '../pattern/index.ts';
import { flattenScore } from '../score/index.ts';
import { placeOnSegment } from './finger-path.ts';
import {
  MOTION_ESTIMATES,
  describeMoment,
  findHardestMove,
  findMoment,
  locateFingertip,
  minimalJerk,
  moveHand,
  moveHandThrough,
  type HandMotion,
  type StrokeManner,
  type StruckNote,
} from './index.ts';

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

  /** A stroke goes off its string; the way to the next goes on in its direction, or back over it. */
  const off = through;
  const on = (strings: number): number => Math.hypot(strings * spacing - 6, 4);
  const back = (strings: number): number => Math.hypot(strings * spacing + 6, 4);
  const stay = back(0);

  test.each([
    // Thumb (towards string 1) and fingers (towards string 6), one millimetre sum a figure, round and round.
    ['thumb on 6 and 5', '6 5 6 5 6 5 6 5', 'p p p p p p p p', 8 * off + 4 * on(1) + 4 * back(1)],
    ['thumb on 6, 5, 4, 5', '6 5 4 5 6 5 4 5', 'p p p p p p p p', 8 * off + 4 * on(1) + 4 * back(1)],
    ['thumb through 6 to 3 and back to 6', '6 5 4 3', 'p p p p', 4 * off + 3 * on(1) + back(3)],
    [
      'alternating bass with a melody',
      '6 1 4 1 6 1 4 1',
      'p a p a p a p a',
      8 * off + 2 * on(2) + 2 * back(2) + 4 * stay,
    ],
    ['one finger per string', '6 3 2 1', 'p i m a', 4 * (off + stay)],
    ['there and back with one finger per string', '6 3 2 1 2 3', 'p i m a m i', 6 * (off + stay)],
    ['index and middle in turn on one string', '1 1 1 1', 'i m i m', 4 * (off + stay)],
    ['index and middle in turn down two strings', '1 1 2 2', 'i m i m', 4 * off + 2 * on(1) + 2 * back(1)],
    ['index from 1 to 3 and back', '1 3 1 3', 'i i i i', 4 * off + 2 * on(2) + 2 * back(2)],
    ['a pinch', '6+1 3 6+1 3', 'p a i p a i', 6 * (off + stay)],
    ['a chord of three fingers over a bass', '5 3+2+1 5 3+2+1', 'p i m a p i m a', 8 * (off + stay)],
    ['tremolo', '5 1 1 1', 'p a m i', 4 * (off + stay)],
  ])('%s', (_name, strings, digits, expected) => {
    expect(motionOf(strings, digits).travel).toBeCloseTo(expected, 6);
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

  test('every stretch begins and ends at rest, so that the speed has no jump either', () => {
    fc.assert(
      fc.property(figure, school, tempo, (text, key, bpm) => {
        for (const { segments, peakSpeed } of motionOf(text, undefined, bpm, key).fingers)
          for (const segment of segments) {
            const step = (segment.to - segment.from) / 1000;
            for (const [at, after] of [
              [segment.from, segment.from + step],
              [segment.to - step, segment.to],
            ] as const) {
              const [a, b] = [placeOnSegment(segment, at), placeOnSegment(segment, after)];
              const way = Math.hypot(b.across - a.across, b.above - a.above);
              expect(way).toBeLessThanOrEqual(0.01 * peakSpeed * step + 1e-9);
            }
          }
      }),
      { numRuns: 100 },
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

/** Notes half a second apart: strings, all played by one digit in one manner. */
const notesOf = (strings: string, digit: Digit, manner: StrokeManner, more: Partial<StruckNote> = {}) =>
  strings.split(' ').map((string, index): StruckNote => ({
    at: 0.5 + index / 2,
    tick: index,
    string: Number(string),
    digit,
    manner,
    ...more,
  }));

const moveOnce = (notes: readonly StruckNote[], strings = 6): HandMotion =>
  moveHandThrough(notes, { seconds: 4, isLoop: false, strings });

describe('manners of a stroke', () => {
  const { spacing, follow } = MOTION_ESTIMATES;

  test('a finger comes to rest on the string below its own, the thumb on the one above; none beyond the last', () => {
    const restAfter = (string: number, digit: 'p' | 'i', strings = 6) =>
      locateFingertip(moveOnce(notesOf(String(string), digit, 'rest'), strings), digit, 0.5 + follow);
    expect(restAfter(2, 'i')).toMatchObject({ across: 2 * spacing, isOnString: true });
    expect(restAfter(5, 'p')).toMatchObject({ across: 3 * spacing, isOnString: true });
    expect(restAfter(6, 'i')?.isOnString).toBe(false);
    expect(restAfter(6, 'i', 7)?.isOnString).toBe(true);
    expect(restAfter(1, 'p')?.isOnString).toBe(false);
  });

  test('from the string it rests on a finger is lifted over its own', () => {
    const motion = moveOnce(notesOf('2 2', 'i', 'rest'));
    const heights = [0.6, 0.63, 0.66].map((at) => locateFingertip(motion, 'i', at)?.above ?? 0);
    expect(Math.max(...heights)).toBeGreaterThan(2);
    expect(locateFingertip(motion, 'i', 0.95)).toMatchObject({ across: spacing, isOnString: true });
  });

  test('a tap falls from above on its string, stays a moment, and is never prepared', () => {
    const motion = moveOnce(notesOf('1 1', 'm', 'tap'));
    expect(locateFingertip(motion, 'm', 1 - follow)?.above).toBeCloseTo(8, 6);
    expect(locateFingertip(motion, 'm', 1)?.above).toBeCloseTo(0, 6);
    expect(locateFingertip(motion, 'm', 1 + follow / 2)?.isOnString).toBe(true);
    expect(motion.fingers[0]?.strokes.some(({ isPrepared }) => isPrepared)).toBe(false);
  });

  test('what is not to be planted comes down at its time, whatever time there is', () => {
    const motion = moveOnce(notesOf('3 3', 'i', 'free', { isUnplanted: true }));
    expect(motion.fingers[0]?.preparedShare).toBe(0);
    expect(locateFingertip(motion, 'i', 0.9)?.isOnString).toBe(false);
    expect(locateFingertip(motion, 'i', 1)?.above).toBeCloseTo(0, 6);
  });

  test('a harp harmonic is touched by the index while another digit plucks', () => {
    const read = valueOrThrow(parseStringNotation('5', { tempo: 60 })).pattern;
    const stroke = {
      ...(read.strokes[0] as (typeof read.strokes)[number]),
      harmonic: { kind: 'harp', touch: 12 } as const,
    };
    const motion = moveHand(flattenScore({ ...read, strokes: [stroke] }), ['p']);
    expect(motion.fingers.map(({ actuator }) => actuator)).toEqual(['p', 'i']);
    expect(locateFingertip(motion, 'i', 0)).toMatchObject({ across: 4 * spacing, isOnString: true });
    const moment = findMoment(motion, 0);
    expect(moment && describeMoment(moment)[0].map(({ code }) => code)).toEqual(['hand.plays', 'hand.touches']);
  });

  test('a short note is stopped by the finger that played it, unless that has to play elsewhere', () => {
    const read = valueOrThrow(parseStringNotation('3 2', { tempo: 60 })).pattern;
    const short = { ...read, strokes: read.strokes.map((stroke) => ({ ...stroke, staccato: true })) };
    const score = flattenScore({ ...short, cyclic: false });
    const end = score.strokes[0]?.durationTicks ?? 0;
    const stops = (digits: readonly Digit[]) =>
      moveHand(score, digits).fingers[0]?.strokes.flatMap(({ manner, tick }) => (manner === 'stop' ? [tick] : []));
    expect(stops(['i', 'm'])).toEqual([end]);
    const motion = moveHand(score, ['i', 'm']);
    expect(locateFingertip(motion, 'i', motion.fingers[0]?.strokes[1]?.at ?? 0)).toMatchObject({
      across: 2 * spacing,
      isOnString: true,
    });
    expect(moveHand(flattenScore(read), ['i', 'm']).fingers.flatMap(({ strokes }) => strokes)).toHaveLength(2);
  });
});

describe('a pick', () => {
  const heightsAt = (text: string, digits: string, at: number): number =>
    locateFingertip(motionOf(text, digits, 240), 'pick', at)?.above ?? 0;

  test('that goes down and up on one string stays between the strings', () => {
    // Eighths at 240: 0.125 s apart, too close to rest on the string.
    expect(heightsAt('3 3 3 3', 'down up down up', 0.0625)).toBeCloseTo(-2, 6);
    expect(heightsAt('3 3 3 3', 'down up down up', 0.125)).toBeCloseTo(0, 6);
  });

  test('that plays down again, or another string, escapes above them', () => {
    expect(heightsAt('3 3 3 3', 'down down down down', 0.0625)).toBeGreaterThan(3);
    expect(heightsAt('3 4 3 4', 'down up down up', 0.0625)).toBeGreaterThan(3);
  });
});

describe('a sweep', () => {
  const swept = fc
    .record({
      from: fc.integer({ min: 1, max: 6 }),
      to: fc.integer({ min: 1, max: 6 }),
      step: fc.integer({ min: 20, max: 250 }),
    })
    .filter(({ from, to }) => from !== to);

  test('is one movement: on each string at its time, never back, and never at rest between them', () => {
    fc.assert(
      fc.property(swept, ({ from, to, step }) => {
        const way = Math.sign(to - from);
        const strings = Array.from({ length: Math.abs(to - from) + 1 }, (_, index) => from + way * index);
        const notes = strings.map((string, index): StruckNote => {
          return { at: 1 + (index * step) / 1000, tick: index, string, digit: 'down', carriesOn: index > 0 };
        });
        const motion = moveOnce(notes);
        expect(motion.fingers[0]?.strokes).toHaveLength(1);
        const [first, last] = [notes[0]?.at ?? 0, notes.at(-1)?.at ?? 0];
        for (const { at, string } of notes) {
          const there = locateFingertip(motion, 'pick', at);
          expect(there?.across).toBeCloseTo((string - 1) * MOTION_ESTIMATES.spacing, 6);
          expect(there?.above).toBeCloseTo(0, 6);
        }
        const places = Array.from(
          { length: 60 },
          (_, index) => locateFingertip(motion, 'pick', first + ((last - first) * index) / 59)?.across ?? 0,
        );
        places.slice(2).forEach((place, index) => expect((place - (places[index + 1] ?? 0)) * way).toBeGreaterThan(0));
      }),
      { numRuns: 200 },
    );
  });

  test('a string it would have to turn round for is another stroke', () => {
    const notes = [6, 5, 4, 5].map((string, index): StruckNote => {
      return { at: 1 + index / 10, tick: index, string, digit: 'p', carriesOn: index > 0 };
    });
    expect(moveOnce(notes).fingers[0]?.strokes.map(({ string, lastString }) => `${string}-${lastString}`)).toEqual([
      '6-4',
      '5-5',
    ]);
  });
});
