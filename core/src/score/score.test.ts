import fc from 'fast-check';
import { patternArbitrary } from '../../test/arbitraries.ts';
import { fretOfString } from '../harmony/index.ts';
import { createPattern, patternLength, type Pattern } from '../pattern/index.ts';
import { secondsPerTick, ticksPerBeat } from '../time/index.ts';
import { flattenScore, tickToSeconds, secondsToTick } from './index.ts';

/** The same music written out by hand: each stroke looked up by itself, straight from the definitions. */
const byHand = (pattern: Pattern) =>
  pattern.strokes.map((stroke) => {
    const { instrument, voicing } = pattern;
    // A natural harmonic sounds the open string, whatever the chord stops or mutes.
    const natural = stroke.harmonic?.kind === 'natural' ? 0 : undefined;
    const fret = natural ?? stroke.fret ?? fretOfString(voicing, stroke.string);
    const open = (instrument.pitches[instrument.pitches.length - stroke.string] as number) + instrument.capo;
    const later = pattern.strokes.filter(({ string, at }) => string === stroke.string && at > stroke.at);
    const again = pattern.strokes.find(({ string }) => string === stroke.string);
    const end = patternLength(pattern);
    const next = later[0]?.at ?? (pattern.cyclic && again ? again.at + end : end);
    return { at: stroke.at, string: stroke.string, open, fret, next };
  });

test('a score says what one finds by looking each stroke up', () => {
  fc.assert(
    fc.property(patternArbitrary, (pattern) => {
      const { strokes } = flattenScore(pattern);
      byHand(pattern).forEach(({ at, string, open, fret, next }, index) => {
        const stroke = strokes[index];
        expect([stroke?.at, stroke?.string, stroke?.fret]).toEqual([at, string, fret]);
        const isShort = stroke?.damped || stroke?.dead || stroke?.staccato;
        if (!isShort) expect(stroke?.durationTicks).toBe(next - at);
        if (fret !== null && !stroke?.harmonic) expect(stroke?.pitch).toBe(open + fret);
        if (fret === null) expect(stroke?.pitch).toBe(stroke?.dead ? open : null);
      });
    }),
    { seed: 11, numRuns: 300 },
  );
});

test('the same strokes in another key of the memory come out the same', () => {
  fc.assert(
    fc.property(patternArbitrary, patternArbitrary, (a, b) => {
      // The strokes of one pattern under the chord and strings of another: nothing of the first may be remembered.
      const strings = b.instrument.pitches.length;
      const moved = {
        ...b,
        bars: a.bars,
        metre: a.metre,
        strokes: a.strokes.filter(({ string }) => string <= strings),
      };
      flattenScore(a);
      const fresh = flattenScore({ ...moved, strokes: moved.strokes.map((stroke) => ({ ...stroke })) });
      expect(flattenScore(moved).strokes).toEqual(fresh.strokes);
    }),
    { seed: 13, numRuns: 200 },
  );
});

test('seconds and ticks go back and forth, and never backwards', () => {
  fc.assert(
    fc.property(patternArbitrary, fc.nat(10_000), fc.nat(10_000), (pattern, a, b) => {
      const score = flattenScore(pattern);
      const [from, to] = [Math.min(a, b), Math.max(a, b)].map((tick) => tick % (score.length + 1));
      expect(secondsToTick(score, tickToSeconds(score, a % score.length))).toBeCloseTo(a % score.length, 4);
      if ((from as number) < (to as number))
        expect(tickToSeconds(score, from as number)).toBeLessThan(tickToSeconds(score, to as number));
    }),
    { seed: 12, numRuns: 300 },
  );
});

test('swing moves what falls off the beat and leaves the beats: at 67 % the second eighth comes at two thirds', () => {
  const pattern = createPattern('Swung', { swing: 67, tempo: 60, subdivision: 2 });
  const score = flattenScore(pattern);
  const beat = ticksPerBeat(pattern.metre) * secondsPerTick(pattern.metre, 60);
  expect(tickToSeconds(score, 840)).toBeCloseTo(beat, 9);
  expect(tickToSeconds(score, 420)).toBeCloseTo(0.67 * beat, 9);
});

describe('beats that hold more than two halves do not swing: triplets and sixteenths stay as they are', () => {
  const timesOf = (...ticks: readonly number[]): readonly string[] => {
    const strokes = ticks.map((at, index) => ({ id: `s${index}`, at, string: 3 }));
    const score = flattenScore(createPattern('Swung', { swing: 67, tempo: 60, subdivision: 2, strokes }));
    return score.strokes.map(({ at }) => tickToSeconds(score, at).toFixed(3));
  };
  test.each([
    ['eighths swing', [0, 420], ['0.000', '0.670']],
    ['triplets stay triplets', [0, 280, 560], ['0.000', '0.333', '0.667']],
    ['sixteenths stay sixteenths', [0, 210, 420, 630], ['0.000', '0.250', '0.500', '0.750']],
    ['beat by beat', [0, 280, 560, 840, 1260], ['0.000', '0.333', '0.667', '1.000', '1.670']],
  ])('%s', (_name, ticks, seconds) => expect(timesOf(...ticks)).toEqual(seconds));

  test('and a second leads back to its tick in each of them', () => {
    const strokes = [0, 280, 560, 840, 1260].map((at, index) => ({ id: `s${index}`, at, string: 3 }));
    const score = flattenScore(createPattern('Swung', { swing: 67, tempo: 60, subdivision: 2, strokes }));
    for (let tick = 0; tick < 3360; tick += 70)
      expect(secondsToTick(score, tickToSeconds(score, tick))).toBeCloseTo(tick, 6);
  });
});
