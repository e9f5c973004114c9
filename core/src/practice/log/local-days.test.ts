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

test('slips of a morning count for the session of that morning, east of UTC too', () => {
  // Three mornings at eight in Auckland (UTC+13), a week apart, on each of which slips lead back twice: seven in the
  // evening by UTC.
  const morning = (day: number): number => day * 24 * HOUR + 8 * HOUR - 13 * HOUR;
  const slips = (day: number): readonly PracticeEvent[] =>
    Array.from({ length: 8 }, (_, index) => ({
      id: `${day}-${index}`,
      at: morning(day) + index * 60_000,
      kind: 'slipped' as const,
      stage: 'b',
      tempo: 80,
      offset: 780,
    }));
  const stages = [{ key: 'b', name: 'B', gate: 5, tempos: [80] }];
  const progress = computeProgress({ target: 80, stages }, [10, 17, 24].flatMap(slips));
  expect(progress.days.map(({ day }) => day)).toEqual([10, 17, 24]);
  const sentBack = { ...progress, fallbacks: [morning(10), morning(17)] };
  const stuck = detectStuck({ target: 80, stages }, sentBack, { now: morning(25) });
  expect(stuck?.message).toMatchObject({ code: 'stuck.sent-back', params: { count: 2 } });
});
