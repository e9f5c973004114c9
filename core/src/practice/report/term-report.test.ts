import { MILLISECONDS_PER_DAY } from '../log/practice-snapshot.ts';
import { summariseTerm, type ReportedItem } from './term-report.ts';

/** 1 January 2026 is a Thursday, day 20,454; its week is 2922 by hand: (20,454 + 3) / 7 = 2922.4. */
const WEEK = 2922;

const week = (number: number, minutes: number, passes: number, best: number | null) => ({
  week: number,
  minutes,
  passes,
  best,
});

const item = (id: string, standing: Partial<ReportedItem['standing']>): ReportedItem => ({
  id,
  name: id,
  target: 90,
  standing: { stage: null, through: null, passed: 2, of: 5, weeks: [], ...standing },
});

const SPAN = { first: WEEK - 1, last: WEEK };

test('minutes are added up by week; passes count where minutes were not', () => {
  const report = summariseTerm(
    [item('a', { weeks: [week(WEEK - 1, 20, 10, 60)] }), item('b', { weeks: [week(WEEK, 0, 30, null)] })],
    SPAN,
  );
  expect(report.minutes).toEqual([20, 10]);
  expect(report.passes).toBe(40);
});

test('what lies outside the weeks counts for nothing but the tempo there was before', () => {
  const weeks = [week(WEEK - 5, 40, 20, 52), week(WEEK, 10, 9, 66), week(WEEK + 1, 30, 12, 90)];
  const [progress] = summariseTerm([item('a', { weeks })], SPAN).items;
  expect(progress).toMatchObject({ before: 52, best: 66 });
  expect(summariseTerm([item('a', { weeks })], SPAN).minutes).toEqual([0, 10]);
});

test('a tempo that was not there before begins with the first week that has one', () => {
  const weeks = [week(WEEK - 1, 10, 5, null), week(WEEK, 10, 5, 72)];
  expect(summariseTerm([item('a', { weeks })], SPAN).items[0]).toMatchObject({ before: 72, best: 72 });
});

test('what was learned in these weeks comes first, then what was practised most; the rest is left out', () => {
  const through = 20_454 * MILLISECONDS_PER_DAY;
  const report = summariseTerm(
    [
      item('little', { weeks: [week(WEEK, 5, 1, null)] }),
      item('much', { weeks: [week(WEEK, 50, 1, null)] }),
      item('learned', { weeks: [week(WEEK, 1, 1, 90)], through }),
      item('long ago', { weeks: [week(WEEK - 30, 50, 9, 90)], through: through - 300 * MILLISECONDS_PER_DAY }),
    ],
    SPAN,
  );
  expect(report.items.map(({ name }) => name)).toEqual(['learned', 'much', 'little']);
  expect(report.items.map(({ learned }) => learned !== null)).toEqual([true, false, false]);
});

test('a week ends at midnight where the report is read', () => {
  // Sunday, 4 January 2026, half past eleven at night in London is Monday in Stockholm, an hour ahead.
  const through = Date.UTC(2026, 0, 4, 23, 30);
  const learnedAt = (offset: number) =>
    summariseTerm([item('a', { weeks: [week(WEEK, 5, 1, 90)], through })], { ...SPAN, offset }).items[0]?.learned;
  expect(learnedAt(0)).toBe(through);
  expect(learnedAt(60)).toBe(null);
});
