import { TAKE_PARAMETERS } from '../model/parameters.ts';

/** Partials that are looked at (est.): those a plucked string has for some tenths of a second. */
const PARTIALS = 5;

/** Samples of a sound, from one to before another. */
export type SampleSpan = readonly [from: number, to: number];

/** A stretch of sound under a Hann window. */
export const windowSpan = (samples: Float32Array, [from, to]: SampleSpan): Float64Array => {
  const step = (2 * Math.PI) / (to - from);
  return Float64Array.from(samples.subarray(from, to), (value, index) => value * (1 - Math.cos(step * index)));
};

/** Magnitude of a windowed stretch of sound at one frequency (Goertzel 1958). */
const magnitudeAt = (windowed: Float64Array, frequency: number): number => {
  const twice = 2 * Math.cos((2 * Math.PI * frequency) / TAKE_PARAMETERS.sampleRate);
  let last = 0;
  let before = 0;
  for (let index = 0; index < windowed.length; index += 1) {
    const next = (windowed[index] as number) + twice * last - before;
    before = last;
    last = next;
  }
  return Math.sqrt(Math.max(0, last * last + before * before - twice * last * before));
};

/** How much a windowed stretch of sound speaks for a frequency: its partials together. */
export const partialsAt = (windowed: Float64Array, frequency: number): number => {
  let sum = 0;
  for (let partial = 1; partial <= PARTIALS; partial += 1) {
    const stretched = partial * frequency * Math.sqrt(1 + TAKE_PARAMETERS.inharmonicity * partial ** 2);
    if (stretched < TAKE_PARAMETERS.maxFrequency) sum += magnitudeAt(windowed, stretched);
  }
  return sum;
};
