import { foldPractice, EMPTY_PRACTICE_SNAPSHOT } from './practice-snapshot.ts';
import type { PracticeEvent } from './practice-event.ts';
import { computeProgress } from './progress.ts';
import { detectStuck } from './detect-stuck.ts';

const plan = { target: 60, stages: [{ key: 'a', name: 'A', gate: 5, tempos: [60] }] };
const HOUR = 3_600_000;

const minutes = (id: string, at: number, offset?: number): PracticeEvent => ({
  id,
  at,
  kind: 'minutes',
  minutes: 5,
  offset,
});

test('an event has the day of its place; one without a place that of UTC, as events of before', () => {
  const late = 23.5 * HOUR;
  const { days } = foldPractice(plan, EMPTY_PRACTICE_SNAPSHOT, [minutes('a', late), minutes('b', late + 1, 60)]);
  expect(days.map(({ day, minutes: all }) => [day, all])).toEqual([
    [0, 5],
    [1, 5],
  ]);
});

test('days are in order for whoever travels west', () => {
  const { days } = foldPractice(plan, EMPTY_PRACTICE_SNAPSHOT, [
    minutes('a', 48 * HOUR, 780),
    minutes('b', 50 * HOUR, -480),
  ]);
  expect(days.map(({ day }) => day)).toEqual([1, 2]);
});

test('sessions without anything new are counted by the days they had, east of UTC too', () => {
  // Three mornings at eight in Auckland (UTC+13): seven in the evening of the day before by UTC.
  const morning = (day: number): number => day * 24 * HOUR + 8 * HOUR - 13 * HOUR;
  const slips = (day: number): readonly PracticeEvent[] =>
    Array.from({ length: 10 }, (_, index) => ({
      id: `${day}-${index}`,
      at: morning(day) + index * 60_000,
      kind: 'slipped' as const,
      stage: 'b',
      tempo: 80,
      offset: 780,
    }));
  const plan = { target: 80, stages: [{ key: 'b', name: 'B', gate: 5, tempos: [80] }] };
  const stuckAfter = (...days: readonly number[]) => detectStuck(plan, computeProgress(plan, days.flatMap(slips)));
  expect(computeProgress(plan, [10, 13, 16].flatMap(slips)).days.map(({ day }) => day)).toEqual([10, 13, 16]);
  expect(stuckAfter(10, 13, 16)?.message.params).toMatchObject({ sessions: 3, days: 7, tempo: 80, share: 0 });
  expect(stuckAfter(10, 13, 15)).toBeNull();
});
