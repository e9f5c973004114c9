import { MILLISECONDS_PER_DAY } from '@fleet-wren/core';
import { PAIN_IN_SIGHT, listPainReports } from './pain-reports.ts';

const NOW = 1_000 * MILLISECONDS_PER_DAY;

const line = (id: string, daysAgo: number | null) => ({
  id,
  name: id,
  standing: { discomfort: daysAgo === null ? null : NOW - daysAgo * MILLISECONDS_PER_DAY } as never,
});

test('reports of the last two weeks, the newest first', () => {
  const lines = [line('old', PAIN_IN_SIGHT + 1), line('week', 7), line('none', null), line('today', 0)];
  expect(listPainReports(lines, NOW).map(({ line: { id } }) => id)).toEqual(['today', 'week']);
});
