import { message, type Message } from '../../message/index.ts';
import type { TakeReference } from '../model/reference.ts';
import { createSearchInput } from './salience-input.ts';
import { estimateInitialLevels, createAlignmentScene } from './onset-pairing.ts';
import { findTakeStart } from './tempo-hypotheses.ts';
import { createHarmonicTemplates, createActivationSolver, computeActivations } from '../signal/pitch-activations.ts';
import type { SpectralFlux } from '../signal/spectral-flux.ts';

/** Semitones by which a take may be tuned otherwise and is still recognised. */
const MAX_OFFSET_SEMITONES = 4;

/** How much better another tuning has to explain a take, as a share of what is left unexplained (est.). */
const MIN_IMPROVEMENT = 0.87;

/**
 * Share of what is unexplained from which on another tuning is not looked into, and how much worse its strokes may fit
 * (est.).
 */
const MAX_RESIDUAL = 0.985;
const MAX_FIT_LOSS = 0.05;

/**
 * By how much, and which way, strings are tuned otherwise. Semitones, up to four.
 * @example
 * describeTuningOffset(-2).way // => 'lower'
 */
export const describeTuningOffset = (by: number): { readonly by: Message; readonly way: 'higher' | 'lower' } => ({
  by: message('interval.semitones', { count: Math.abs(by) }),
  way: by > 0 ? 'higher' : 'lower',
});

/** All that is struck anew in a take, as one look. */
const averageFlux = ({ frameCount, binCount, frequencies, flux, weight }: SpectralFlux): SpectralFlux => {
  const [sum, mean] = [new Float32Array(binCount), new Float32Array(binCount)];
  for (let frame = 0; frame < frameCount; frame += 1)
    for (let bin = 0; bin < binCount; bin += 1) {
      const value = flux[frame * binCount + bin] as number;
      sum[bin] = (sum[bin] as number) + value * Math.min(4, value * (weight[frame * binCount + bin] as number));
    }
  const level = sum.reduce((all, value) => all + value, 0) / binCount || 1;
  mean.forEach((_, bin) => {
    const about = sum.subarray(Math.max(0, bin - 20), bin + 21);
    mean[bin] = 1 / (0.2 * level + about.reduce((all, value) => all + value, 0) / about.length);
  });
  return { frameCount: 1, binCount, frequencies, flux: sum, weight: mean };
};

/** The share of what sounds that some pitches leave unexplained. */
const computeResidual = (look: SpectralFlux, pitches: readonly number[]): number => {
  const templates = createHarmonicTemplates(pitches);
  const strengths = createActivationSolver(templates, 60)(look.flux, look.weight, 0).subarray(0, pitches.length);
  let [left, all] = [0, 0];
  for (let bin = 0; bin < look.binCount; bin += 1) {
    const made = strengths.reduce(
      (sum, strength, atom) => sum + strength * (templates.shapes[bin * templates.atomCount + atom] as number),
      0,
    );
    const w = (look.weight[bin] as number) ** 2;
    left += w * ((look.flux[bin] as number) - made) ** 2;
    all += w * (look.flux[bin] as number) ** 2;
  }
  return all === 0 ? 1 : left / all;
};

/** The tuning that explains a take best, and the share of what is unexplained as it is that is left then. */
const findBestOffset = (
  innovation: SpectralFlux,
  pitches: readonly number[],
): { readonly by: number; readonly left: number } => {
  const look = averageFlux(innovation);
  const left = (by: number): number =>
    computeResidual(
      look,
      pitches.map((pitch) => pitch + by),
    );
  const asItIs = left(0);
  const others = Array.from(
    { length: 2 * MAX_OFFSET_SEMITONES + 1 },
    (_, index) => index - MAX_OFFSET_SEMITONES,
  ).filter((by) => by !== 0);
  const all = others.map((by) => ({ by, left: left(by) / (asItIs || 1) }));
  return all.reduce((best, one) => (one.left < best.left ? one : best), { by: 0, left: 1 });
};

/** How well what is asked fits a take when every pitch is so many semitones higher, by its best beginning. */
const scoreOffset = (innovation: SpectralFlux, asked: TakeReference, by: number): number => {
  const strokes = asked.strokes.map((stroke) => ({ ...stroke, pitch: stroke.pitch + by }));
  const scene = createAlignmentScene({ ...asked, strokes, chordPitches: [] });
  const strengths = computeActivations(innovation, createHarmonicTemplates(scene.pitches));
  return findTakeStart(createSearchInput(scene, strengths, estimateInitialLevels(strengths))).score;
};

/**
 * How many semitones higher than asked a take sounds: 0 where it is as asked, or where nothing explains it better. What
 * sounds altogether tells semitones apart and is not sure of thirds, whose partials fall together; the order of the
 * strokes tells thirds apart and is not sure of semitones, which fall into the same bins.
 */
export const estimateTuningOffset = (innovation: SpectralFlux, asked: TakeReference): number => {
  const { by, left } = findBestOffset(innovation, [...new Set(asked.strokes.map(({ pitch }) => pitch))]);
  if (by === 0 || left >= MAX_RESIDUAL) return 0;
  if (left < MIN_IMPROVEMENT) return by;
  if (Math.abs(by) === 1) return 0;
  return scoreOffset(innovation, asked, by) > scoreOffset(innovation, asked, 0) - MAX_FIT_LOSS ? by : 0;
};
