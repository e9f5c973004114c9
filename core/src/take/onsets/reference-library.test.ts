import { peakPick, spectralFlux } from '@audio/onset';
import { PitchDetector } from 'pitchy';
import { valueOrThrow } from '../../errors/index.ts';
import { sayProblem } from '@fleet-wren/wording';
import { parseStringNotation } from '../../formats/index.ts';
import { midiToFrequency } from '../../instrument/index.ts';
import { createSeededRandom } from '../../sound/index.ts';
import { median, quantile } from '../../statistics/index.ts';
import {
  PLAYER_MODELS,
  TAKE_PARAMETERS,
  createTakeReference,
  alignToScore,
  assessTake,
  simulatePerformance,
  createPatternReference,
  renderTake,
  type TakeReference,
  type PlayerModel,
} from '../index.ts';

const rate = { sampleRate: TAKE_PARAMETERS.sampleRate };
const STEADY = PLAYER_MODELS.steady as PlayerModel;

const scene = (text: string, options: Parameters<typeof parseStringNotation>[1], cycles: number) => {
  const { score, digits } = createPatternReference(valueOrThrow(parseStringNotation(text, options)).pattern);
  return { score, asked: createTakeReference(score, digits, cycles) };
};

const ROLL = scene('6 3 2 1 2 3', { subdivision: 3, tempo: 90, chord: 'Em' }, 14);

const sound = (asked: TakeReference, being: PlayerModel, seed = 5): Float32Array =>
  renderTake(simulatePerformance(asked, being, createSeededRandom(seed)), { ...rate, random: createSeededRandom(9) });

/**
 * Seconds at which an independent onset detector (@audio/onset 1.0.1: spectral flux, adaptive threshold) hears
 * something begin.
 */
const onsetsIn = (samples: Float32Array): readonly number[] => {
  const { odf, hopSize, fs } = spectralFlux(samples, { fs: TAKE_PARAMETERS.sampleRate, frameSize: 1024, hopSize: 110 });
  return [...peakPick(odf, { hopSize, fs, windowSize: 24, delta: 1.8 })];
};

describe('against an independent onset detector (@audio/onset)', () => {
  // Uneven strokes: a detector that was a beat late, or only guessed a grid, would not agree.
  const uneven: PlayerModel = { ...STEADY, timingSpread: 0.014, asynchrony: { a: 0.03 } };
  const performance = simulatePerformance(ROLL.asked, uneven, createSeededRandom(5));
  const samples = renderTake(performance, { ...rate, random: createSeededRandom(9) });
  const onsets = onsetsIn(samples);
  const nearest = (at: number): number =>
    onsets.reduce((best, one) => (Math.abs(one - at) < Math.abs(best - at) ? one : best), Infinity);
  const heard = alignToScore(samples, ROLL.asked).strokes.flatMap(({ asked, at, pulse }) =>
    at === null ? [] : [{ digit: ROLL.asked.strokes[asked]?.digit, at, pulse, other: nearest(at) }],
  );
  // A detector of frames tells the middle of its window: the same for all strokes, and no lateness.
  const apart = median(heard.map(({ at, other }) => other - at));

  test('nine strokes of ten are where it hears something begin, within 25 ms', () => {
    const off = heard.map(({ at, other }) => Math.abs(other - at - apart));
    expect(heard.length).toBe(ROLL.asked.strokes.length);
    expect(off.filter((one) => one < 0.025).length).toBeGreaterThan(0.9 * off.length);
    expect(quantile(off, 0.5)).toBeLessThan(0.008);
  });

  test('by its onsets, too, the ring is as late as we say', () => {
    const late = (of: (one: (typeof heard)[number]) => number): number => {
      const near = heard.filter(({ at, other }) => Math.abs(other - at - apart) < 0.03);
      return median(near.filter(({ digit }) => digit === 'a').map(of)) - median(near.map(of));
    };
    const beside = performance.strokes.map(({ at, referenceIndex, digit }) => ({
      digit,
      late: at - (ROLL.asked.strokes[referenceIndex ?? 0]?.onset ?? 0),
    }));
    const played =
      median(beside.flatMap(({ digit, late: by }) => (digit === 'a' ? [by] : []))) -
      median(beside.map(({ late: by }) => by));
    expect(played).toBeGreaterThan(0.012);
    expect(Math.abs(late(({ at, pulse }) => at - pulse) - played)).toBeLessThan(0.004);
    expect(Math.abs(late(({ other, pulse }) => other - pulse) - played)).toBeLessThan(0.008);
  });
});

describe('against an independent pitch detector (pitchy 4.1.0)', () => {
  test.each([1, 2, 3, 4])('a guitar that is tuned %d semitones lower than asked is as much lower by it', (by) => {
    const walk = scene('5 4 3 4', { subdivision: 1, tempo: 60, chord: 'C' }, 4);
    const samples = sound(walk.asked, STEADY);
    const higher = (pitch: number): number => pitch + by;
    const asked: TakeReference = {
      ...walk.asked,
      strokes: walk.asked.strokes.map((stroke) => ({ ...stroke, pitch: higher(stroke.pitch) })),
      chordPitches: walk.asked.chordPitches.map(higher),
    };
    const said = assessTake(samples, walk.score, asked);
    const words = ['a semitone', 'a whole tone', 'a minor third', 'a major third'][by - 1];
    expect(said.ok ? 'judged' : said.problems.map(sayProblem).join(' ')).toContain(`${words} lower`);
    // The first stroke sounds alone for a second, from .6 s on.
    const from = Math.round(0.75 * TAKE_PARAMETERS.sampleRate);
    const [hertz] = PitchDetector.forFloat32Array(8192).findPitch(
      samples.subarray(from, from + 8192),
      TAKE_PARAMETERS.sampleRate,
    );
    const semitones = 12 * Math.log2(hertz / midiToFrequency(asked.strokes[0]?.pitch ?? 0));
    expect(semitones).toBeGreaterThan(-by - 0.2);
    expect(semitones).toBeLessThan(-by + 0.2);
  });
});
