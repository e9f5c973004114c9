import { firstTemplates, newSplitter } from './separate.ts';
import type { Innovation } from './spectra.ts';

/** Semitones by which a take may be tuned otherwise and is still recognised. */
const REACH = 4;

/** How much better another tuning has to explain a take, as a share of what is left unexplained (est.). */
const BETTER = 0.87;

const TONES = ['', 'a semitone', 'a whole tone', 'three semitones', 'two whole tones'] as const;

/**
 * By how much, and which way, strings are tuned otherwise, in a teacher's words. Semitones, up to four.
 * @example
 * tunedWords(-2) // => { by: 'a whole tone', way: 'lower' }
 */
export const tunedWords = (by: number): { readonly by: string; readonly way: 'higher' | 'lower' } => ({
  by: TONES[Math.abs(by)] ?? `${Math.abs(by)} semitones`,
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

/**
 * How many semitones higher than asked a take sounds: 0 where it is as asked, or where nothing explains it much better.
 */
export const tunedBy = (innovation: Innovation, pitches: readonly number[]): number => {
  const look = together(innovation);
  const left = (by: number): number =>
    unexplained(
      look,
      pitches.map((pitch) => pitch + by),
    );
  const asItIs = left(0);
  let best = { by: 0, left: asItIs };
  for (let by = -REACH; by <= REACH; by += 1) {
    const found = by === 0 ? asItIs : left(by);
    if (found < best.left) best = { by, left: found };
  }
  return best.left < BETTER * asItIs ? best.by : 0;
};
