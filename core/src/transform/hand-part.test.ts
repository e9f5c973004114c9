import { valueOrThrow } from '../errors/index.ts';
import { applyPatternEdit, createIdGenerator } from '../edit/index.ts';
import { parseStringNotation } from '../formats/index.ts';
import type { Pattern } from '../pattern/index.ts';
import { applyToHandPart, reverseStrokes, shiftInTime, type PatternTransform } from './index.ts';

const roll = valueOrThrow(parseStringNotation('5 3 4 2 5 1 4 2', { subdivision: 2, school: 'three-finger' })).pattern;

const after = (pattern: Pattern, transform: PatternTransform): string =>
  valueOrThrow(applyPatternEdit(pattern, valueOrThrow(transform(pattern, [], createIdGenerator(pattern)))))
    .document.strokes.map(({ at, string }) => `${at / 420}/${string}`)
    .join(' ');

// By hand: the thumb has 5 4 5 4 on the beats, the fingers 3 2 1 2 between.
test('the fingers backwards over the same thumb', () => {
  expect(after(roll, applyToHandPart('fingers', reverseStrokes))).toBe('0/5 1/2 2/4 3/1 4/5 5/2 6/4 7/3');
});

test('the fingers half a beat later land on the thumb, which stays', () => {
  expect(after(roll, applyToHandPart('fingers', shiftInTime(420)))).toBe('0/5 0/2 2/4 2/3 4/5 4/2 6/4 6/1');
});

test('the thumb half a beat later, the fingers stay', () => {
  expect(after(roll, applyToHandPart('thumb', shiftInTime(420)))).toBe('1/5 1/3 3/4 3/2 5/5 5/1 7/4 7/2');
});

test('it goes by who plays: a thumb that is pinned to a treble string moves with the thumb', () => {
  const strokes = roll.strokes.map((stroke) => (stroke.at === 420 ? { ...stroke, pin: 'p' as const } : stroke));
  expect(after({ ...roll, strokes }, applyToHandPart('fingers', shiftInTime(420)))).toContain('1/3');
});

test('where one of them has nothing to play it is said', () => {
  const alone = { ...roll, strokes: roll.strokes.filter(({ string }) => string > 3) };
  const made = applyToHandPart('fingers', reverseStrokes)(alone, [], createIdGenerator(alone));
  expect(made.ok ? 'done' : made.problems[0]?.code).toBe('cannot-transform');
});
