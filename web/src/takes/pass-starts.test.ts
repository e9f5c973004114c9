import type { TakeAssessment } from '@fleet-wren/core';
import { computePassStarts, positionInPass } from './pass-starts.ts';

const judgement = (pulses: readonly number[], cycles: number): TakeAssessment =>
  ({ heard: { strokes: pulses.map((pulse, asked) => ({ asked, pulse })), cycles } }) as unknown as TakeAssessment;

test('times through begin at their first stroke, and the last one lasts as long as the one before', () => {
  // Two strokes a time through, a second apart, beginning at half a second.
  expect(computePassStarts(judgement([0.5, 1.5, 2.5, 3.5, 4.7, 5.8], 3), 2)).toEqual([0.5, 2.5, 4.7, 6.9]);
});

test('once through, it ends where its strokes would go on', () => {
  expect(computePassStarts(judgement([1, 2, 3, 4], 1), 4)).toEqual([1, 5]);
});

test.each([
  [0.2, null],
  [0.5, 0],
  [1.5, 0.5],
  [3.6, 0.5],
  [6.8, null],
])('at %d seconds it is %p through', (seconds, place) => {
  const found = positionInPass([0.5, 2.5, 4.7], seconds);
  if (place === null) expect(found).toBeNull();
  else expect(found).toBeCloseTo(place, 6);
});
