import { MILLISECONDS_PER_DAY, localDay, weekOfDay } from '@fleet-wren/core';
import { layOutWall } from './studio-wall.ts';

const NOW = Date.parse('2026-12-02T12:00:00Z');
const WEEK = weekOfDay(localDay(NOW, 0));

const standing = (more: object) => ({
  stage: 'Up to tempo',
  stuck: null,
  discomfort: null,
  pain: null,
  last: NOW,
  ...more,
});
const row = (name: string, ...standings: readonly object[]) => ({
  student: { id: name, name } as never,
  lines: standings.map((one, index) => ({
    id: `${name}-${index}`,
    name: `Item ${index}`,
    standing: standing(one),
  })) as never,
});
const states = (...rows: ReturnType<typeof row>[]) =>
  layOutWall(rows, NOW).map(({ student, state }) => `${student.name} ${state}`);

test('whoever needs the teacher stands first, then by name', () => {
  const daysAgo = (days: number) => NOW - days * MILLISECONDS_PER_DAY;
  const rows = [
    row('Zoe', {}),
    row('Ada', {}),
    row('Idle', { last: daysAgo(9) }),
    row('Stuck', { stuck: {} }),
    row('Stuck and away', { stuck: {}, last: daysAgo(20) }),
    row('Hurt', { pain: { at: daysAgo(1), minutes: 3, answer: null } }),
    row('New', { last: null }),
    row('Nothing set'),
    row('Through', { stage: null }),
  ];
  expect(states(...rows)).toEqual([
    'Hurt pain',
    'Stuck stuck',
    'Idle idle',
    'Stuck and away idle',
    'Nothing set unassigned',
    'New unstarted',
    'Through learned',
    'Ada onTrack',
    'Zoe onTrack',
  ]);
});

test('minutes of all that is set add up by week, and the best tempo stays until there is a better one', () => {
  const weeks = [
    { week: WEEK - 12, minutes: 99, passes: 0, best: 40 },
    { week: WEEK - 3, minutes: 30, passes: 9, best: 60 },
    { week: WEEK - 1, minutes: 0, passes: 30, best: null },
  ];
  const [only] = layOutWall(
    [row('Ada', { weeks }, { weeks: [{ week: WEEK - 3, minutes: 12, passes: 1, best: 90 }], last: 1 })],
    NOW,
  );
  expect(only?.minutes).toEqual([0, 0, 0, 0, 0, 0, 0, 0, 42, 0, 10, 0]);
  expect(only?.best).toEqual([null, null, null, null, null, null, null, null, 60, 60, 60, 60]);
});

test('what hurts or is stuck is shown before what was practised last', () => {
  const [only] = layOutWall([row('Ada', {}, { last: NOW - 1, stuck: {} })], NOW);
  expect(only?.shown?.id).toBe('Ada-1');
});
