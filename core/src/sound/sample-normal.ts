import type { RandomSource } from './random.ts';

// Looked up once, not in every step.
const { cos, log, sqrt } = Math;

/**
 * A number by the normal distribution with mean 0 and deviation 1 (Box & Muller 1958).
 * @example
 * sampleNormal(() => 0.5).toFixed(3) // => '-1.177'
 */
export const sampleNormal = (random: RandomSource): number =>
  sqrt(-2 * log(1 - random())) * cos(2 * Math.PI * random());
