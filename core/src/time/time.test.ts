import { sayMessage } from '@fleet-wren/wording';
import {
  SUBDIVISIONS,
  withUsualBeats,
  isSubdivisionPossible,
  listSpokenCounts,
  formatBarPosition,
  beatsUntilRealigned,
  secondsPerTick,
  ticksPerBar,
  ticksPerBeat,
} from './index.ts';

describe('spoken counts (common practice, no source)', () => {
  test.each([
    [{ beats: 4, unit: 4 }, 1, '1 2 3 4'],
    [{ beats: 2, unit: 4 }, 2, '1 & 2 &'],
    [{ beats: 2, unit: 4 }, 4, '1 e & a 2 e & a'],
    [{ beats: 2, unit: 4 }, 3, '1 trip let 2 trip let'],
    [{ beats: 6, unit: 8 }, 1, '1 2 3 4 5 6'],
    [{ beats: 6, unit: 8, groups: [3, 3] }, 3, '1 la li 2 la li'],
    [{ beats: 6, unit: 8, groups: [3, 3] }, 6, '1 ta la ta li ta 2 ta la ta li ta'],
    [{ beats: 5, unit: 8, groups: [3, 2] }, 2, '1 & 2 & 3 & 4 & 5 &'],
  ] as const)('%j cut in %i: %s', (metre, subdivision, spoken) => {
    expect(listSpokenCounts(metre, subdivision).join(' ')).toBe(spoken);
  });
});

test('every subdivision of a beat is a whole number of ticks', () => {
  for (const metre of [{ beats: 4, unit: 4 }, withUsualBeats({ beats: 6, unit: 8 })] as const)
    for (const parts of SUBDIVISIONS.filter((one) => isSubdivisionPossible(metre, one)))
      expect(Number.isInteger(ticksPerBeat(metre) / parts)).toBe(true);
  expect(isSubdivisionPossible({ beats: 4, unit: 4 }, 9)).toBe(false);
});

test('groups come round on the beat after lcm(g, s)/s beats (definition)', () => {
  expect(beatsUntilRealigned(3, 4)).toBe(3);
  expect(beatsUntilRealigned(5, 4)).toBe(5);
  expect(beatsUntilRealigned(4, 4)).toBe(1);
  expect(beatsUntilRealigned(6, 4)).toBe(3);
});

test('a bar of 6/8 at 180 eighths a minute lasts two seconds', () => {
  const metre = { beats: 6, unit: 8 } as const;
  expect(ticksPerBar(metre) * secondsPerTick(metre, 180)).toBeCloseTo(2, 9);
});

test.each([
  [0, 1, 'beat 1'],
  [840 + 210, 1, 'beat 2 e'],
  [840 + 280, 1, 'beat 2 trip'],
  [3360 + 630, 2, 'bar 2, beat 1 a'],
  [168, 1, 'beat 1, 2nd of 5'],
  [840 + 700, 1, 'beat 2, 6th of 6'],
  [315, 1, 'beat 1, 4th of 8'],
  [840 - 70, 1, 'beat 1, 12th of 12'],
])('tick %i of %i bars is called %s', (at, bars, name) => {
  expect(sayMessage(formatBarPosition({ beats: 4, unit: 4 }, at, bars))).toBe(name);
});
