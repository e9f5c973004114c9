import FFT from 'fft.js';

/** A transform of one size, with its tables. */
export interface RealFft {
  readonly size: number;
  /** Magnitudes of the first bins of a windowed stretch of samples from a place on; beyond the end is silence. */
  readonly magnitudes: (samples: Float32Array, from: number, into: Float32Array) => void;
}

/** A transform of real samples under a Hann window; `size` is a power of two. */
export const createRealFft = (size: number): RealFft => {
  const transform = new FFT(size);
  const spectrum = transform.createComplexArray() as number[];
  const frame = new Float64Array(size);
  const window = Float64Array.from({ length: size }, (_, index) => (1 - Math.cos((2 * Math.PI * index) / size)) / size);
  return {
    size,
    magnitudes: (samples, from, into) => {
      const end = Math.min(size, Math.max(0, samples.length - from));
      for (let index = 0; index < end; index += 1)
        frame[index] = (samples[from + index] as number) * (window[index] as number);
      frame.fill(0, end);
      transform.realTransform(spectrum, frame);
      for (let bin = 0; bin < into.length; bin += 1) {
        const [real, imaginary] = [spectrum[2 * bin] as number, spectrum[2 * bin + 1] as number];
        into[bin] = Math.sqrt(real * real + imaginary * imaginary);
      }
    },
  };
};
