import fc from 'fast-check';
import { newPattern, patternLength, type Pattern } from '@fleet-wren/core';
import { FIRST_LISTENING, dueBetween, scoreOf } from './score.ts';

const pattern: Pattern = newPattern('Roll', {
  tempo: 60,
  strokes: [
    { id: 'a', at: 0, string: 5 },
    { id: 'b', at: 840, string: 3 },
    { id: 'c', at: 1680, string: 2 },
  ],
});
const digits = ['p', 'i', 'm'] as const;

test('a tick lasts as long as the tempo says, and twice that at half speed', () => {
  const full = scoreOf(pattern, digits, FIRST_LISTENING);
  expect(full.secondsPerTick * 840).toBeCloseTo(1, 9);
  expect(scoreOf(pattern, digits, { ...FIRST_LISTENING, halfSpeed: true }).secondsPerTick).toBeCloseTo(
    2 * full.secondsPerTick,
    9,
  );
});

test('one bar is counted in before the first beat', () => {
  const score = scoreOf(pattern, digits, FIRST_LISTENING);
  expect(dueBetween(score, -4000, 0).map(({ at }) => at)).toEqual([-3360, -2520, -1680, -840]);
});

test('looking ahead in any steps finds everything once, in order, round after round', () => {
  const score = scoreOf(pattern, digits, FIRST_LISTENING);
  const end = 5 * patternLength(pattern);
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: end - 1 }), { maxLength: 30 }), (cuts) => {
      const steps = [...new Set([-3360, ...cuts.sort((a, b) => a - b), end])];
      const found = steps.slice(1).flatMap((to, index) => dueBetween(score, steps[index] as number, to));
      expect(found).toEqual(dueBetween(score, -3360, end));
      expect(found).toHaveLength(4 + 5 * (3 + 4));
    }),
    { seed: 61 },
  );
});

test('without a loop nothing comes after the end', () => {
  const score = scoreOf(pattern, digits, { ...FIRST_LISTENING, loop: false, countIn: false });
  expect(dueBetween(score, 0, 99_999)).toHaveLength(7);
});

test('thumb alone leaves the fingers out and the click in', () => {
  const score = scoreOf(pattern, digits, { ...FIRST_LISTENING, voices: 'thumb alone' });
  expect(score.notes.map(({ digit }) => digit)).toEqual(['p']);
  expect(score.clicks).toHaveLength(4);
});
