import { sayMessage } from '@fleet-wren/wording';
import { message } from '../message/index.ts';
import { createPattern } from '../pattern/index.ts';
import { layOutPattern } from './generator.ts';
import { layOverBars } from './index.ts';

const frame = { ...createPattern('P'), say: sayMessage };
const cells = (count: number) => Array.from({ length: count }, (_, index) => [{ string: (index % 3) + 1 }]);
const layout = {
  name: message('generator.rolls.pattern-name', { direction: 'up' }),
  subdivision: 4,
  school: 'rolling',
};

test.each([
  [4, { metre: { beats: 4, unit: 4 }, bars: 1, rounds: 1 }],
  [8, { metre: { beats: 4, unit: 4 }, bars: 2, rounds: 1 }],
  [3, { metre: { beats: 3, unit: 4 }, bars: 1, rounds: 1 }],
  [5, { metre: { beats: 5, unit: 4 }, bars: 1, rounds: 1 }],
  [9, { metre: { beats: 4, unit: 4 }, bars: 9, rounds: 4 }],
  [10, { metre: { beats: 4, unit: 4 }, bars: 5, rounds: 2 }],
  [13, { metre: { beats: 4, unit: 4 }, bars: 13, rounds: 4 }],
])('a figure of %i beats over bars of four', (beats, laid) => {
  expect(layOverBars(beats, { beats: 4, unit: 4 })).toEqual(laid);
});

test('a figure of 13 beats goes over 13 bars of 4/4, four times, and its name says so', () => {
  const pattern = layOutPattern(cells(52), layout, frame);
  expect(pattern).toMatchObject({ metre: { beats: 4, unit: 4 }, bars: 13 });
  expect(pattern.strokes).toHaveLength(4 * 52);
  expect(pattern.strokes.map(({ string }) => string).slice(52, 104)).toEqual(
    pattern.strokes.map(({ string }) => string).slice(0, 52),
  );
  expect(pattern.name).toMatch(/comes round after 13 beats$/);
  expect(new Set(pattern.strokes.map(({ id }) => id)).size).toBe(4 * 52);
});

test('one that fits its bars keeps its name', () => {
  expect(layOutPattern(cells(16), layout, frame).name).not.toMatch(/comes round/);
});
