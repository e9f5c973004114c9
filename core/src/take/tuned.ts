import { message, type Message } from '../message/index.ts';
import type { Asked } from './asked.ts';
import { lookOf } from './look.ts';
import { firstLevels, sceneOf } from './pairing.ts';
import { startOf } from './pulse.ts';
import { firstTemplates, newSplitter, separate } from './separate.ts';
import type { Innovation } from './spectra.ts';

/** Semitones by which a take may be tuned otherwise and is still recognised. */
const REACH = 4;

/** How much better another tuning has to explain a take, as a share of what is left unexplained (est.). */
const BETTER = 0.87;

/** Share of what is unexplained from which on another tuning is not looked into, and how much worse its strokes may fit (est.). */
const DOUBTFUL = 0.985;
const FITS_WORSE = 0.05;

/**
 * By how much, and which way, strings are tuned otherwise. Semitones, up to four.
 * @example
 * tunedWords(-2).way // => 'lower'
 */
export const tunedWords = (by: number): { readonly by: Message; readonly way: 'higher' | 'lower' } => ({
  by: message('interval.semitones', { count: Math.abs(by) }),
  way: by > 0 ? 'higher' : 'lower',
});

/** All that is struck anew in a take, as one look. */
const together = ({ frames, bins, hertz, fresh, weight }: Innovation): Innovation => {
  const [sum, mean] = [new Float32Array(bins), new Float32Array(bins)];
  for (let frame = 0; frame < frames; frame += 1)
    for (let bin = 0; bin < bins; bin += 1) {
      const value = fresh[frame * bins + bin] as number;
      sum[bin] = (sum[bin] as number) + value * Math.min(4, value * (weight[frame * bins + bin] as number));
    }
  const level = sum.reduce((all, value) => all + value, 0) / bins || 1;
  mean.forEach((_, bin) => {
    const about = sum.subarray(Math.max(0, bin - 20), bin + 21);
    mean[bin] = 1 / (0.2 * level + about.reduce((all, value) => all + value, 0) / about.length);
  });
  return { frames: 1, bins, hertz, fresh: sum, weight: mean };
};

/** The share of what sounds that some pitches leave unexplained. */
const unexplained = (look: Innovation, pitches: readonly number[]): number => {
  const templates = firstTemplates(pitches);
  const strengths = newSplitter(templates, 60)(look.fresh, look.weight, 0).subarray(0, pitches.length);
  let [left, all] = [0, 0];
  for (let bin = 0; bin < look.bins; bin += 1) {
    const made = strengths.reduce(
      (sum, strength, atom) => sum + strength * (templates.shapes[bin * templates.atoms + atom] as number),
      0,
    );
    const w = (look.weight[bin] as number) ** 2;
    left += w * ((look.fresh[bin] as number) - made) ** 2;
    all += w * (look.fresh[bin] as number) ** 2;
  }
  return all === 0 ? 1 : left / all;
};

/** The tuning that explains a take best, and the share of what is unexplained as it is that is left then. */
const likeliest = (
  innovation: Innovation,
  pitches: readonly number[],
): { readonly by: number; readonly left: number } => {
  const look = together(innovation);
  const left = (by: number): number =>
    unexplained(
      look,
      pitches.map((pitch) => pitch + by),
    );
  const asItIs = left(0);
  const others = Array.from({ length: 2 * REACH + 1 }, (_, index) => index - REACH).filter((by) => by !== 0);
  const all = others.map((by) => ({ by, left: left(by) / (asItIs || 1) }));
  return all.reduce((best, one) => (one.left < best.left ? one : best), { by: 0, left: 1 });
};

/** How well what is asked fits a take when every pitch is so many semitones higher, by its best beginning. */
const fitOf = (innovation: Innovation, asked: Asked, by: number): number => {
  const strokes = asked.strokes.map((stroke) => ({ ...stroke, pitch: stroke.pitch + by }));
  const scene = sceneOf({ ...asked, strokes, neighbours: [] });
  const strengths = separate(innovation, firstTemplates(scene.pitches));
  return startOf(lookOf(scene, strengths, firstLevels(strengths))).score;
};

/**
 * How many semitones higher than asked a take sounds: 0 where it is as asked, or where nothing explains it better. What sounds
 * altogether tells semitones apart and is not sure of thirds, whose partials fall together; the order of the strokes tells
 * thirds apart and is not sure of semitones, which fall into the same bins.
 */
export const tuningOf = (innovation: Innovation, asked: Asked): number => {
  const { by, left } = likeliest(innovation, [...new Set(asked.strokes.map(({ pitch }) => pitch))]);
  if (by === 0 || left >= DOUBTFUL) return 0;
  if (left < BETTER) return by;
  if (Math.abs(by) === 1) return 0;
  return fitOf(innovation, asked, by) > fitOf(innovation, asked, 0) - FITS_WORSE ? by : 0;
};
