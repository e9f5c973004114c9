import { createPattern, type Pattern } from '@fleet-wren/core';
import fc from 'fast-check';
import { DEFAULT_PLAYBACK_OPTIONS, listEventsBetween, createPlaybackSchedule } from './playback-schedule.ts';

const pattern: Pattern = createPattern('Roll', {
  tempo: 60,
  strokes: [
    { id: 'a', at: 0, string: 5 },
    { id: 'b', at: 840, string: 3 },
    { id: 'c', at: 1680, string: 2 },
  ],
});
const digits = ['p', 'i', 'm'] as const;

test('a beat lasts as long as the tempo says, and twice that at half speed', () => {
  expect(createPlaybackSchedule(pattern, digits, DEFAULT_PLAYBACK_OPTIONS).notes.map(({ onset }) => onset)).toEqual([
    0, 1, 2,
  ]);
  const half = createPlaybackSchedule(pattern, digits, { ...DEFAULT_PLAYBACK_OPTIONS, halfSpeed: true });
  expect(half.notes.map(({ onset }) => onset)).toEqual([0, 2, 4]);
  expect(half.seconds).toBe(8);
});

test('ticks and seconds go back and forth', () => {
  const { tickAt, secondsAt } = createPlaybackSchedule({ ...pattern, tempo: 93 }, digits, DEFAULT_PLAYBACK_OPTIONS);
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 3360 }), (tick) => expect(tickAt(secondsAt(tick))).toBeCloseTo(tick, 6)),
    { seed: 62 },
  );
});

test('one bar is counted in before the first beat', () => {
  const programme = createPlaybackSchedule(pattern, digits, DEFAULT_PLAYBACK_OPTIONS);
  expect(listEventsBetween(programme, -5, 0).map(({ at }) => at)).toEqual([-4, -3, -2, -1]);
});

test('looking ahead in any steps finds everything once, in order, round after round', () => {
  const programme = createPlaybackSchedule(pattern, digits, DEFAULT_PLAYBACK_OPTIONS);
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 19_999 }), { maxLength: 30 }), (cuts) => {
      const steps = [...new Set([-4, ...cuts.sort((a, b) => a - b).map((cut) => cut / 1000), 20])];
      const found = steps.slice(1).flatMap((to, index) => listEventsBetween(programme, steps[index] as number, to));
      expect(found).toEqual(listEventsBetween(programme, -4, 20));
      expect(found).toHaveLength(4 + 5 * (3 + 4));
    }),
    { seed: 61 },
  );
});

test('without a loop nothing comes after the end', () => {
  const programme = createPlaybackSchedule(pattern, digits, {
    ...DEFAULT_PLAYBACK_OPTIONS,
    loop: false,
    countIn: false,
  });
  expect(listEventsBetween(programme, 0, 99_999)).toHaveLength(7);
});

test('thumb alone leaves the fingers out and the click in', () => {
  const programme = createPlaybackSchedule(pattern, digits, { ...DEFAULT_PLAYBACK_OPTIONS, voices: 'thumb alone' });
  expect(programme.notes.map(({ touch }) => touch)).toEqual(['flesh']);
  expect(programme.clicks).toHaveLength(4);
});

const toMicrosecond = (seconds: number): number => Math.round(seconds * 1e6) / 1e6;

test('the click falls silent in the bars that are asked for, over all rounds', () => {
  const alternate = createPlaybackSchedule(pattern, digits, {
    ...DEFAULT_PLAYBACK_OPTIONS,
    figure: false,
    silence: 'every other bar',
  });
  expect(listEventsBetween(alternate, 0, 16).map(({ at }) => toMicrosecond(at))).toEqual([0, 1, 2, 3, 8, 9, 10, 11]);
  const two = createPlaybackSchedule(pattern, digits, {
    ...DEFAULT_PLAYBACK_OPTIONS,
    figure: false,
    silence: 'two of four bars',
  });
  expect(listEventsBetween(two, 0, 20).map(({ at }) => toMicrosecond(at))).toEqual([
    0, 1, 2, 3, 4, 5, 6, 7, 16, 17, 18, 19,
  ]);
});

test('a divided click comes on every part of the beat, softer between beats', () => {
  const inParts = { ...pattern, subdivision: 2 } as const;
  const { clicks } = createPlaybackSchedule(inParts, digits, {
    ...DEFAULT_PLAYBACK_OPTIONS,
    figure: false,
    divided: true,
  });
  expect(clicks.map(({ time }) => toMicrosecond(time))).toEqual([0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5]);
  expect(clicks.filter(({ isSubdivision }) => isSubdivision)).toHaveLength(4);
});
