import { createSeededRandom, sampleNormal } from '../../sound/index.ts';
import type { HeardEvent } from './heard-events.ts';
import { decodeRoute, type DecodedMoment } from './route-decoder.ts';

/** Six moments a pass on four pitches, two of them twice, half a second apart. */
const PITCHES = [0, 1, 2, 3, 2, 1];
const MOMENTS: readonly DecodedMoment[] = PITCHES.map((pitch, index) => ({
  time: index / 2,
  beat: Math.floor(index / 2),
  pitchIndexes: [pitch],
}));
const PASS_SECONDS = 3;

const eventOf = (moment: number, time: number, strength = 0.95): HeardEvent => ({
  time,
  salience: Array.from({ length: 4 }, (_, pitch) => (pitch === PITCHES[moment] ? strength : 0.1)),
  strength,
});

/** Moments one after another, from a second on, each a jitter beside its time. */
const play = (moments: readonly number[], from: number, pace: number, seed = 1): readonly HeardEvent[] => {
  const random = createSeededRandom(seed);
  return moments.map((moment, index) => eventOf(moment, from + (index * pace) / 2 + 0.01 * sampleNormal(random)));
};

const WHOLE = [0, 1, 2, 3, 4, 5];

const decoded = (events: readonly HeardEvent[]): string =>
  decodeRoute(events, MOMENTS, PASS_SECONDS)
    .map(({ moment, begins, skipped }) => `${begins ? '|' : ''}${'-'.repeat(skipped)}${moment}`)
    .join('');

test.each([0.5, 0.7, 1, 1.6, 2])('two passes at %f of the seconds asked are one stretch', (pace) => {
  expect(decoded(play([...WHOLE, ...WHOLE], 0.4, pace))).toBe('|012345012345');
});

test('who breaks off and begins again, rests or not, is followed', () => {
  const first = play([...WHOLE, 0, 1, 2, 3], 0.4, 1);
  const rested = play([...WHOLE, 0, 1], 7.9, 1, 2);
  expect(decoded([...first, ...rested])).toBe('|0123450123|01234501');
  const atOnce = play([...WHOLE, 0, 1], 5.7, 1, 2);
  expect(decoded([...first, ...atOnce])).toBe('|0123450123|01234501');
});

test('who stops on the way goes on with what follows', () => {
  expect(decoded([...play([0, 1, 2, 3], 0.4, 1), ...play([4, 5, ...WHOLE], 4.6, 1, 2)])).toBe('|0123|45012345');
});

test('a note that is left out is passed over, one that nobody asked for belongs to nothing', () => {
  const events = play([...WHOLE, ...WHOLE], 0.4, 1);
  expect(decoded(events.filter((_, index) => index !== 8))).toBe('|01234501-345');
  const extra = eventOf(3, 2.63, 0.6);
  expect(decoded([...events, extra].sort((a, b) => a.time - b.time))).toBe('|012345012345');
});

test('a take may begin anywhere, and nothing comes of nothing', () => {
  expect(decoded(play([3, 4, 5, ...WHOLE], 0.4, 1))).toBe('|345012345');
  expect(decodeRoute([], MOMENTS, PASS_SECONDS)).toEqual([]);
  expect(decodeRoute(play(WHOLE, 0, 1), [], PASS_SECONDS)).toEqual([]);
});
