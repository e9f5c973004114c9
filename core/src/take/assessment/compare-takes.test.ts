import { sayMessage } from '@fleet-wren/wording';
import { compareTakes, type ActuatorStatistics, type ComparableTake } from '../index.ts';

const ring: ActuatorStatistics = {
  striker: 'a',
  strokes: 40,
  placed: true,
  timed: true,
  lateness: 0.024,
  spread: 0.01,
  decibels: 0,
  missed: 0,
  wrong: 0,
};

const take = (
  clean: number,
  of: number,
  tempo: number,
  digits: readonly ActuatorStatistics[] = [],
): ComparableTake => ({
  cycles: Array.from({ length: of }, (_, cycle) => ({
    cycle,
    verdict: cycle < clean ? 'clean' : 'slipped',
    why: null,
  })),
  tempo: [tempo, tempo],
  digits,
});

const compared = (before: ComparableTake, now: ComparableTake): string => sayMessage(compareTakes(before, now));

test.each([
  [
    'more clean passes at the same tempo',
    take(3, 12, 90),
    take(10, 12, 91),
    'At the same tempo as last time, and cleaner: 10 of 12 passes, last time 3 of 12.',
  ],
  [
    'one pass more is chance',
    take(6, 12, 90),
    take(7, 12, 90),
    'At the same tempo as last time, and about as clean: 7 of 12 passes, last time 6 of 12.',
  ],
  [
    'quicker, and it costs clean passes',
    take(11, 12, 80),
    take(3, 12, 92),
    '12 bpm faster than last time, with fewer clean passes: 3 of 12 passes, last time 11 of 12.',
  ],
  [
    'slower',
    take(2, 4, 80),
    take(3, 4, 74),
    '6 bpm slower than last time, and about as clean: 3 of 4 passes, last time 2 of 4.',
  ],
])('%s', (_what, before, now, text) => {
  expect(compared(before, now)).toBe(text);
});

test.each([
  [
    'a finger that comes closer to the others',
    { ...ring, lateness: 0.008 },
    'the ring finger is 16 ms closer to the other fingers.',
  ],
  [
    'a finger that is further behind',
    { ...ring, lateness: 0.042 },
    'the ring finger is 18 ms further from the other fingers.',
  ],
  [
    'a finger that is more even',
    { ...ring, lateness: 0.024, spread: 0.004 },
    'the ring finger is more even (± 4 ms, before ± 10 ms).',
  ],
  ['a finger that misses more', { ...ring, missed: 14 }, 'the ring finger missed 14 of 40 notes, before 0 of 40.'],
])('%s is said', (_what, now, text) => {
  expect(compared(take(4, 8, 80, [ring]), take(4, 8, 80, [now])).split('; ')[1]).toBe(text);
});

test.each([
  ['five milliseconds are nothing', { ...ring, lateness: 0.019 }],
  ['a finger that could not be timed is not compared', { ...ring, timed: false, lateness: 0.1 }],
  ['three strokes say little', { ...ring, strokes: 3, lateness: 0.014, spread: 0.03 }],
])('%s', (_what, now) => {
  const { params } = compareTakes(take(4, 8, 80, [{ ...ring, strokes: now.strokes }]), take(4, 8, 80, [now]));
  expect(params?.change).toBe('none');
});
