import { TAKE_PARAMETERS } from '../model/parameters.ts';

// Looked up once, not in every step.
const { floor, log, max, min, round, tan } = Math;

/** Seconds from one value to the next. */
export const ATTACK_STEP = 0.001;

/** Samples above a frequency: a second-order high-pass (Butterworth, by the bilinear transform). */
const highPass = (samples: Float32Array, hertz: number): Float32Array => {
  const k = tan((Math.PI * hertz) / TAKE_PARAMETERS.sampleRate);
  const norm = 1 / (1 + Math.SQRT2 * k + k * k);
  const [b1, a1, a2] = [-2 * norm, 2 * (k * k - 1) * norm, (1 - Math.SQRT2 * k + k * k) * norm];
  let [x1, x2, y1, y2] = [0, 0, 0, 0];
  const high = new Float32Array(samples.length);
  for (let at = 0; at < samples.length; at += 1) {
    const x = samples[at] as number;
    const y = norm * x + b1 * x1 + norm * x2 - a1 * y1 - a2 * y2;
    x2 = x1;
    x1 = x;
    y2 = y1;
    y1 = y;
    high[at] = y;
  }
  return high;
};

/**
 * How suddenly the high sound begins, millisecond by millisecond: the logarithm of its energy just after over that just
 * before.
 */
export const computeAttackEnvelope = (samples: Float32Array): Float32Array => {
  const high = highPass(samples, TAKE_PARAMETERS.attackHighPass);
  const steps = floor(samples.length / (TAKE_PARAMETERS.sampleRate * ATTACK_STEP));
  const sums = new Float64Array(steps + 1);
  for (let step = 0; step < steps; step += 1) {
    let sum = 0;
    const from = round(step * ATTACK_STEP * TAKE_PARAMETERS.sampleRate);
    const to = round((step + 1) * ATTACK_STEP * TAKE_PARAMETERS.sampleRate);
    for (let at = from; at < to; at += 1) sum += (high[at] as number) ** 2;
    sums[step + 1] = (sums[step] as number) + sum;
  }
  const quiet = ((sums[steps] as number) / max(1, steps)) * 2e-3 + 1e-12;
  const after = round(TAKE_PARAMETERS.attackWindowAfter / ATTACK_STEP);
  const before = round(TAKE_PARAMETERS.attackWindowBefore / ATTACK_STEP);
  const mean = (from: number, to: number): number => {
    const [a, b] = [max(0, from), min(steps, to)];
    return b > a ? ((sums[b] as number) - (sums[a] as number)) / (b - a) : 0;
  };
  return Float32Array.from({ length: steps }, (_, step) =>
    max(0, log((mean(step, step + after) + quiet) / (mean(step - before, step) + quiet))),
  );
};
