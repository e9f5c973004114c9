import { TAKE_PARAMETERS } from '../model/parameters.ts';
import { ATTACK_STEP } from './attack-envelope.ts';

/**
 * Order of the linear prediction and the samples it is fitted to, the samples averaged after and before a moment, and
 * the share of the usual prediction error that is treated as noise (est.).
 */
const PREDICTION = { order: 40, samples: 1500, after: 90, before: 176, quiet: 0.5 } as const;

/** One stage of Burg's lattice, which updates both prediction errors; returns its reflection coefficient. */
const reflect = (forward: Float64Array, backward: Float64Array, step: number): number => {
  let [product, power] = [0, 1e-12];
  for (let at = step; at < forward.length; at += 1) {
    const [ahead, behind] = [forward[at] as number, backward[at - 1] as number];
    product += ahead * behind;
    power += ahead * ahead + behind * behind;
  }
  const reflection = (-2 * product) / power;
  for (let at = forward.length - 1; at >= step; at -= 1) {
    const [ahead, behind] = [forward[at] as number, backward[at - 1] as number];
    forward[at] = ahead + reflection * behind;
    backward[at] = behind + reflection * ahead;
  }
  return reflection;
};

/** The prediction error filter of an autoregressive model (Burg 1975). Its first coefficient is 1. */
export const fitPrediction = (samples: Float32Array, order: number = PREDICTION.order): Float64Array => {
  const [forward, backward] = [Float64Array.from(samples), Float64Array.from(samples)];
  const coefficients = new Float64Array(order + 1);
  coefficients[0] = 1;
  for (let step = 1; step <= order; step += 1) {
    const reflection = reflect(forward, backward, step);
    const before = coefficients.slice();
    for (let index = 1; index <= step; index += 1)
      coefficients[index] = (before[index] as number) + reflection * (before[step - index] as number);
  }
  return coefficients;
};

/** Cumulative squared prediction error over a range of samples; one longer than the range. */
const sumResiduals = (
  samples: Float32Array,
  coefficients: Float64Array,
  [from, to]: readonly [number, number],
): Float64Array => {
  const sums = new Float64Array(to - from + 1);
  for (let at = from; at < to; at += 1) {
    let residual = 0;
    for (let lag = 0; lag < coefficients.length; lag += 1)
      residual += (coefficients[lag] as number) * (samples[at - lag] as number);
    sums[at - from + 1] = (sums[at - from] as number) + residual * residual;
  }
  return sums;
};

const { after, before } = PREDICTION;

/**
 * Attack strength about a time, in steps of `ATTACK_STEP` from `reach` seconds before to as many after: the log ratio
 * of the prediction error just after and just before each step (cf. Glover, Lazzarini & Timoney 2011). Unlike band
 * energy it also shows an attack while other strings ring. Null if there is too little sound before.
 */
export const computeResidualAttack = (samples: Float32Array, time: number, reach: number): Float32Array | null => {
  const { sampleRate } = TAKE_PARAMETERS;
  const first = Math.round((time - reach) * sampleRate) - before;
  const fitFrom = Math.max(0, first - PREDICTION.samples);
  if (first - fitFrom < PREDICTION.samples / 2) return null;
  const end = Math.min(samples.length, Math.round((time + reach) * sampleRate) + after);
  const sums = sumResiduals(samples, fitPrediction(samples.subarray(fitFrom, first)), [first, end]);
  const mean = (from: number, to: number): number =>
    ((sums[Math.min(sums.length - 1, to)] as number) - (sums[Math.min(sums.length - 1, from)] as number)) / (to - from);
  const quiet = PREDICTION.quiet * mean(0, before) + 1e-12;
  const steps = Math.round(reach / ATTACK_STEP);
  return Float32Array.from({ length: 2 * steps + 1 }, (_, step) => {
    const at = Math.round((time + (step - steps) * ATTACK_STEP) * sampleRate) - first;
    const sudden = Math.log((mean(at, at + after) + quiet) / (mean(Math.max(0, at - before), at) + quiet));
    return Math.max(0, sudden);
  });
};
