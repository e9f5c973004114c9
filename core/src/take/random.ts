import type { RandomSource } from '../sound/index.ts';

/** A number by the normal distribution with mean 0 and deviation 1 (Box & Muller 1958). */
export const normal = (random: RandomSource): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
