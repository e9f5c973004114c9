import fc from 'fast-check';
import { PRACTICE_WEEKS, summariseWeeks, weekOfDay } from './practice-weeks.ts';

const day = (number: number, more: object = {}) => ({
  day: number,
  clean: 1,
  slipped: 0,
  minutes: 5,
  best: null,
  ...more,
});

test('weeks begin on Mondays', () => {
  const dayOf = (date: string): number => Date.parse(date) / 86_400_000;
  // ISO 8601: 30 November 2026 is a Monday.
  expect(weekOfDay(dayOf('2026-11-30'))).toBe(weekOfDay(dayOf('2026-12-06')));
  expect(weekOfDay(dayOf('2026-11-29'))).toBe(weekOfDay(dayOf('2026-11-30')) - 1);
});

test('minutes and passes add up, and the best of a week is its quickest', () => {
  const days = [day(4, { best: 60 }), day(5, { slipped: 2, best: 70 }), day(6), day(12, { minutes: 9 })];
  expect(summariseWeeks(days)).toEqual([
    { week: 1, minutes: 15, passes: 5, best: 70 },
    { week: 2, minutes: 9, passes: 1, best: null },
  ]);
});

test('no more than twelve weeks, none of them empty, nothing lost within them', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 700 })), (numbers) => {
      const weeks = summariseWeeks(numbers.sort((a, b) => a - b).map((number) => day(number)));
      expect(weeks.length).toBeLessThanOrEqual(PRACTICE_WEEKS);
      const last = weekOfDay(Math.max(...numbers, -Infinity));
      const kept = numbers.filter((number) => weekOfDay(number) > last - PRACTICE_WEEKS);
      expect(weeks.reduce((sum, { minutes }) => sum + minutes, 0)).toBe(5 * kept.length);
    }),
  );
});
