import type { TakeAssessment, TakeReference } from '@fleet-wren/core';
import { computePassStarts, listPassPlaces, positionInPass } from './pass-starts.ts';

const judgement = (pulses: readonly number[], cycles: number): TakeAssessment =>
  ({ heard: { strokes: pulses.map((pulse, asked) => ({ asked, pulse })), cycles } }) as unknown as TakeAssessment;

test('times through begin at their first stroke, and the last one lasts as long as the one before', () => {
  // Two strokes a time through, a second apart, beginning at half a second.
  expect(computePassStarts(judgement([0.5, 1.5, 2.5, 3.5, 4.7, 5.8], 3), 2)).toEqual([0.5, 2.5, 4.7, 6.9]);
});

test('once through, it ends where its strokes would go on', () => {
  expect(computePassStarts(judgement([1, 2, 3, 4], 1), 4)).toEqual([1, 5]);
});

/** Four strokes a pass of two seconds as asked; played twice as slowly, the second pass broken off after two. */
const asked = {
  passSeconds: 2,
  strokes: Array.from({ length: 12 }, (_, index) => ({ onset: index / 2, pass: Math.floor(index / 4) })),
} as unknown as TakeReference;
const PULSES = [1, 2, 3, 4, 5, 6, 0, 0, 10, 11, 12, 13];
const broken = {
  heard: {
    strokes: PULSES.map((pulse, index) => ({ asked: index, pulse, what: pulse === 0 ? 'unplayed' : 'matched' })),
    cycles: 3,
  },
} as unknown as TakeAssessment;
const places = listPassPlaces(broken, asked);

test.each([
  ['before it is played', 0.5, null],
  ['at the first stroke', 1, 0],
  ['between two strokes', 2.5, 0.375],
  ['on the way to the next pass', 4.5, 0.875],
  ['in the pass that is broken off', 5.5, 0.125],
  ['right after it is broken off', 6.4, 0.35],
  ['in the rest', 8, null],
  ['in the last pass', 11, 0.25],
  ['as the last note rings', 13.8, 0.95],
  ['after the end', 15, null],
])('%s', (_when, seconds, place) => {
  const found = positionInPass(places, seconds);
  if (place === null) expect(found).toBeNull();
  else expect(found).toBeCloseTo(place, 6);
});
