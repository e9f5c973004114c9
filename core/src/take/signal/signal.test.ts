import fc from 'fast-check';
import { createSeededRandom } from '../../sound/index.ts';
import { createRealFft } from '../signal/fft.ts';
import { median, quantile, robustStandardDeviation } from '../../statistics/index.ts';
import { Resampler, resample } from '../index.ts';

describe('the transform', () => {
  test('agrees with the sum it stands for (definition of the discrete Fourier transform), under a Hann window', () => {
    const size = 64;
    const random = createSeededRandom(3);
    const samples = Float32Array.from({ length: size }, () => random() - 0.5);
    const into = new Float32Array(size / 2 + 1);
    createRealFft(size).magnitudes(samples, 0, into);
    into.forEach((magnitude, bin) => {
      let [re, im] = [0, 0];
      samples.forEach((value, index) => {
        const windowed = (value * (1 - Math.cos((2 * Math.PI * index) / size))) / size;
        re += windowed * Math.cos((2 * Math.PI * bin * index) / size);
        im -= windowed * Math.sin((2 * Math.PI * bin * index) / size);
      });
      expect(magnitude).toBeCloseTo(Math.hypot(re, im), 6);
    });
  });

  test('beyond the end is silence', () => {
    const into = new Float32Array(9);
    createRealFft(16).magnitudes(new Float32Array(8).fill(1), 12, into);
    expect(Math.max(...into)).toBe(0);
  });
});

describe('another rate', () => {
  test.each([
    [44_100, 22_050],
    [48_000, 22_050],
    [16_000, 22_050],
  ])('a tone keeps its pitch and its height from %d to %d', (from, to) => {
    const tone = (hertz: number, sampleRate: number, length: number): Float32Array =>
      Float32Array.from({ length }, (_, index) => Math.sin((2 * Math.PI * hertz * index) / sampleRate));
    const made = resample(tone(440, from, from), from, to);
    const wanted = tone(440, to, made.length);
    const middle = made.slice(200, -200).map((value, index) => Math.abs(value - (wanted[index + 200] as number)));
    expect(Math.max(...middle)).toBeLessThan(0.02);
  });

  test('samples that come in pieces are the same at the other rate as all of them at once', () => {
    const random = createSeededRandom(4);
    const samples = Float32Array.from({ length: 5000 }, () => random() - 0.5);
    const pieces = fc.array(fc.integer({ min: 0, max: 900 }), { maxLength: 12 });
    fc.assert(
      fc.property(pieces, fc.constantFrom(8000, 44_100, 48_000, 96_000), (lengths, from) => {
        const resampler = new Resampler(from, 22_050);
        const made: number[] = [];
        let at = 0;
        for (const length of [...lengths, samples.length]) {
          made.push(...resampler.push(samples.subarray(at, at + length)));
          at += length;
        }
        made.push(...resampler.flush());
        expect(made).toEqual([...resample(samples, from, 22_050)]);
      }),
      { numRuns: 12 },
    );
  });

  test('what is above half the slower rate is gone', () => {
    const high = Float32Array.from({ length: 44_100 }, (_, index) => Math.sin((2 * Math.PI * 15_000 * index) / 44_100));
    expect(Math.max(...resample(high, 44_100, 22_050).slice(200, -200).map(Math.abs))).toBeLessThan(0.03);
  });
});

test('middle, quantile and spread of handbook samples', () => {
  // By hand: deviations from 3 are 2 1 0 1 2, their middle 1.
  expect([median([5, 1, 3, 2, 4]), quantile([1, 2, 3, 4], 0.5), robustStandardDeviation([1, 2, 3, 4, 5])]).toEqual([
    3, 2.5, 1.4826,
  ]);
  expect([median([]), robustStandardDeviation([])]).toEqual([0, 0]);
});
