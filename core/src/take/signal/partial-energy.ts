import { TAKE_PARAMETERS } from '../model/parameters.ts';

/** Partials that are looked at (est.): those a plucked string has for some tenths of a second. */
const PARTIALS = 5;

/** Samples of a sound, from one to before another. */
export type SampleSpan = readonly [from: number, to: number];

/** Energy of a stretch of sound at one frequency, by a discrete Fourier sum under a Hann window. */
const energyAt = (samples: Float32Array, [from, to]: SampleSpan, frequency: number): number => {
  const step = (2 * Math.PI * frequency) / TAKE_PARAMETERS.sampleRate;
  const window = (2 * Math.PI) / (to - from);
  // Rotations instead of sines: two multiplications a sample.
  const [cos, sin, cosWindow, sinWindow] = [Math.cos(step), Math.sin(step), Math.cos(window), Math.sin(window)];
  let [x, y, wx, wy, real, imaginary] = [1, 0, 1, 0, 0, 0];
  for (let index = from; index < to; index += 1) {
    const value = (samples[index] as number) * (1 - wx);
    real += value * x;
    imaginary += value * y;
    [x, y] = [x * cos - y * sin, x * sin + y * cos];
    [wx, wy] = [wx * cosWindow - wy * sinWindow, wx * sinWindow + wy * cosWindow];
  }
  return real * real + imaginary * imaginary;
};

/** How much a stretch of sound speaks for a frequency: its partials together, the stronger ones more. */
export const partialsAt = (samples: Float32Array, span: SampleSpan, frequency: number): number => {
  let sum = 0;
  for (let partial = 1; partial <= PARTIALS; partial += 1) {
    const stretched = partial * frequency * Math.sqrt(1 + TAKE_PARAMETERS.inharmonicity * partial ** 2);
    if (stretched < TAKE_PARAMETERS.maxFrequency) sum += Math.sqrt(energyAt(samples, span, stretched));
  }
  return sum;
};
