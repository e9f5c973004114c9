import fc from 'fast-check';
import { FOLLOWING, PositionFilter, type FollowedMoment } from './position-filter.ts';

/** Sixteen moments half a second apart, four to a bar, of eight pitches in an order that comes once. */
const PITCHES = [0, 3, 5, 6, 1, 4, 5, 7, 2, 3, 6, 7, 0, 4, 6, 5];
const MOMENTS: readonly FollowedMoment[] = PITCHES.map((pitch, index) => ({
  time: index / 2,
  bar: Math.floor(index / 4),
  pitchIndexes: [pitch],
}));
const PIECE = { seconds: 8, loops: false };

/** Steps of sound in which strokes are heard at some seconds. */
const hear = (filter: PositionFilter, seconds: number, strokes: readonly (readonly [at: number, pitch: number])[]) => {
  for (let step = 0; step < seconds / FOLLOWING.stepSeconds; step += 1) {
    const salience = new Float32Array(8);
    let onset = 0;
    for (const [at, pitch] of strokes) {
      const beside = Math.abs(at / FOLLOWING.stepSeconds - step);
      if (beside <= 1) salience[pitch] = 1 - 0.4 * beside;
      if (beside < 0.5) onset = 1;
    }
    filter.step({ salience, onset });
  }
};

const strokesOf = (from: number, to: number, slower: number) =>
  MOMENTS.slice(from, to).map(
    ({ time, pitchIndexes }) => [(time - from / 2) * slower + 0.2, pitchIndexes[0] as number] as const,
  );

test('whatever is heard, the belief is a share between nothing and all', () => {
  const stroke = fc.tuple(fc.double({ min: 0, max: 6, noNaN: true }), fc.integer({ min: 0, max: 7 }));
  fc.assert(
    fc.property(fc.array(stroke, { maxLength: 60 }), fc.boolean(), (strokes, loops) => {
      const filter = new PositionFilter(MOMENTS, { ...PIECE, loops });
      hear(filter, 6, strokes);
      const { seconds, bar, certainty } = filter.estimate();
      expect(certainty).toBeGreaterThan(0);
      expect(certainty).toBeLessThanOrEqual(1 + 1e-9);
      expect(seconds).toBeGreaterThanOrEqual(0);
      expect(seconds).toBeLessThanOrEqual(PIECE.seconds);
      expect(bar).toBeGreaterThanOrEqual(0);
      expect(bar).toBeLessThan(4);
    }),
    { numRuns: 40 },
  );
});

test('every tempo from three fifths to three halves is followed to the place', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.67, max: 1.6, noNaN: true }), fc.integer({ min: 6, max: 15 }), (slower, until) => {
      const filter = new PositionFilter(MOMENTS, PIECE);
      hear(filter, 0.2 + (until / 2) * slower + 0.1, strokesOf(0, until + 1, slower));
      expect(Math.abs(filter.estimate().seconds - until / 2)).toBeLessThan(0.5);
    }),
    { numRuns: 30 },
  );
});

test('who begins with the third bar is found there', () => {
  const filter = new PositionFilter(MOMENTS, PIECE);
  hear(filter, 3.3, strokesOf(8, 15, 1));
  const { bar, certainty, isPlaying } = filter.estimate();
  expect([bar, isPlaying]).toEqual([3, true]);
  expect(certainty).toBeGreaterThan(0.6);
});

test('a piece in which nothing is struck is nowhere else than at its beginning', () => {
  const filter = new PositionFilter([], PIECE);
  filter.step({ salience: [], onset: 1 });
  expect(filter.estimate()).toMatchObject({ seconds: 0, bar: 0 });
});
