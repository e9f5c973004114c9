import type { RandomSource } from './random.ts';

/** How a string is plucked. */
export interface PluckOptions {
  /** Hertz. */
  readonly frequency: number;
  readonly duration: number;
  /** Samples a second. */
  readonly sampleRate: number;
  readonly random: RandomSource;
  /** 0 dull to 1 bright. */
  readonly brightness?: number;
  /** Where along the string it is plucked, 0 to 0.5. */
  readonly pluckPosition?: number;
}

/** Seconds in which a note fades to a thousandth, falling with its pitch (est., by ear). */
const getDecaySeconds = (frequency: number): number => Math.min(9, 900 / frequency + 1.5);

const smoothExcitation = (burst: Float32Array, brightness: number): void => {
  let last = 0;
  for (let index = 0; index < burst.length; index += 1) {
    last += brightness * ((burst[index] as number) - last);
    burst[index] = last;
  }
};

/** Noise of one period, dulled, and combed by the place of the pluck as a plucked string's spectrum is. */
const createExcitation = (
  period: number,
  { random, brightness = 0.55, pluckPosition = 0.18 }: PluckOptions,
): Float32Array => {
  const burst = Float32Array.from({ length: period }, () => random() * 2 - 1);
  smoothExcitation(burst, brightness);
  const lag = Math.max(1, Math.round(period * pluckPosition));
  const combed = burst.map((value, index) => value - (burst[(index - lag + period) % period] as number));
  const mean = combed.reduce((sum, value) => sum + value, 0) / period;
  const peak = combed.reduce((most, value) => Math.max(most, Math.abs(value - mean)), 1e-9);
  return combed.map((value) => (value - mean) / peak);
};

/**
 * Samples of a plucked string, −1 to 1: Karplus–Strong with an allpass for the fraction of a sample that the loop
 * is short of the period (Karplus & Strong 1983; Jaffe & Smith 1983).
 * @example
 * synthesisePluckedString({ frequency: 110, duration: 0.1, sampleRate: 8000, random: createSeededRandom(1) }).length
 * // => 800
 */
export const synthesisePluckedString = (pluck: PluckOptions): Float32Array => {
  const { frequency, duration, sampleRate } = pluck;
  const loop = sampleRate / frequency;
  const period = Math.floor(loop - 0.5 - 0.3);
  const fraction = loop - 0.5 - period;
  const allpass = (1 - fraction) / (1 + fraction);
  const loss = 10 ** (-3 / (getDecaySeconds(frequency) * frequency));
  const line = createExcitation(period, pluck);
  const samples = new Float32Array(Math.ceil(duration * sampleRate));
  let at = 0;
  let lastIn = 0;
  let lastLow = 0;
  let lastOut = 0;
  for (let index = 0; index < samples.length; index += 1) {
    const heard = line[at] as number;
    const low = loss * 0.5 * (heard + lastIn);
    const out = allpass * low + lastLow - allpass * lastOut;
    samples[index] = heard;
    line[at] = out;
    lastIn = heard;
    lastLow = low;
    lastOut = out;
    at = at + 1 === period ? 0 : at + 1;
  }
  return fadeOut(samples, Math.min(samples.length, Math.round(sampleRate * 0.02)));
};

/** Brings the last samples down to nothing, so that a cut note does not click. */
const fadeOut = (samples: Float32Array, length: number): Float32Array => {
  for (let index = 0; index < length; index += 1) {
    const place = samples.length - length + index;
    samples[place] = (samples[place] as number) * (1 - (index + 1) / length);
  }
  return samples;
};
