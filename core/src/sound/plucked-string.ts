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
  /** Seconds in which it fades to a thousandth. */
  readonly decay?: number;
  /** How much sooner high partials fade than low ones, 0 (all alike) to 0.5. */
  readonly damping?: number;
  /** Share of noise in the pluck, 0 to 1; the rest is one clean push of the string. */
  readonly noise?: number;
  /** How often the push is dulled: once, or twice for the rounder push of a finger. */
  readonly smoothing?: 1 | 2;
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

/** A push of the string within one period: noise, or one sample as strong as the noise would be. */
const createBurst = (period: number, { random, noise = 1 }: PluckOptions): Float32Array => {
  const burst = Float32Array.from({ length: period }, () => noise * (random() * 2 - 1));
  burst[0] = (burst[0] as number) + (1 - noise) * Math.sqrt(period / 3);
  return burst;
};

/** One period of the string right after the pluck: dulled, and combed by the place of the pluck as its spectrum is. */
const createExcitation = (period: number, pluck: PluckOptions): Float32Array => {
  const { brightness = 0.55, pluckPosition = 0.18, smoothing = 1 } = pluck;
  const burst = createBurst(period, pluck);
  for (let pass = 0; pass < smoothing; pass += 1) smoothExcitation(burst, brightness);
  const lag = Math.max(1, Math.round(period * pluckPosition));
  const combed = burst.map((value, index) => value - (burst[(index - lag + period) % period] as number));
  const mean = combed.reduce((sum, value) => sum + value, 0) / period;
  const peak = combed.reduce((most, value) => Math.max(most, Math.abs(value - mean)), 1e-9);
  return combed.map((value) => (value - mean) / peak);
};

interface StringLoop {
  readonly period: number;
  /** Coefficient of the allpass that makes up for the fraction of a sample. */
  readonly allpass: number;
  readonly loss: number;
  readonly damping: number;
}

/** Samples by which the damping of the loop holds a tone up, and what it leaves of it. */
const dampingAt = (damping: number, radians: number): { readonly delay: number; readonly gain: number } => {
  const real = 1 - damping + damping * Math.cos(radians);
  const imaginary = damping * Math.sin(radians);
  return { delay: Math.atan2(imaginary, real) / radians, gain: Math.hypot(real, imaginary) };
};

/** A loop never gains, however long a note is to ring. */
const MOST_GAIN = 0.99998;

const createLoop = ({ frequency, sampleRate, decay, damping = 0.5 }: PluckOptions): StringLoop => {
  const { delay, gain } = dampingAt(damping, (2 * Math.PI * frequency) / sampleRate);
  const whole = sampleRate / frequency;
  const period = Math.floor(whole - delay - 0.3);
  const fraction = whole - delay - period;
  const fade = 10 ** (-3 / ((decay ?? getDecaySeconds(frequency)) * frequency));
  return {
    period,
    allpass: (1 - fraction) / (1 + fraction),
    loss: decay === undefined ? fade : Math.min(fade, MOST_GAIN * gain) / gain,
    damping,
  };
};

/**
 * Samples of a plucked string, −1 to 1: Karplus–Strong with an allpass for the fraction of a sample that the loop
 * is short of the period (Karplus & Strong 1983; Jaffe & Smith 1983).
 * @example
 * synthesisePluckedString({ frequency: 110, duration: 0.1, sampleRate: 8000, random: createSeededRandom(1) }).length
 * // => 800
 */
export const synthesisePluckedString = (pluck: PluckOptions): Float32Array => {
  const { period, allpass, loss, damping } = createLoop(pluck);
  const line = createExcitation(period, pluck);
  const samples = new Float32Array(Math.ceil(pluck.duration * pluck.sampleRate));
  let at = 0;
  let lastIn = 0;
  let lastLow = 0;
  let lastOut = 0;
  for (let index = 0; index < samples.length; index += 1) {
    const heard = line[at] as number;
    const low = loss * ((1 - damping) * heard + damping * lastIn);
    const out = allpass * low + lastLow - allpass * lastOut;
    samples[index] = heard;
    line[at] = out;
    lastIn = heard;
    lastLow = low;
    lastOut = out;
    at = at + 1 === period ? 0 : at + 1;
  }
  return fadeOut(samples, Math.min(samples.length, Math.round(pluck.sampleRate * 0.02)));
};

/** Brings the last samples down to nothing, so that a cut note does not click. */
const fadeOut = (samples: Float32Array, length: number): Float32Array => {
  for (let index = 0; index < length; index += 1) {
    const place = samples.length - length + index;
    samples[place] = (samples[place] as number) * (1 - (index + 1) / length);
  }
  return samples;
};
