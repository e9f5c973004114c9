import { createSeededRandom } from '../../sound/index.ts';
import { TAKE_PARAMETERS } from '../index.ts';
import { computeResidualAttack, fitPrediction } from '../signal/prediction-residual.ts';

const { sampleRate } = TAKE_PARAMETERS;
const noise = (seed: number) => {
  const random = createSeededRandom(seed);
  return () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
};

describe('a linear prediction', () => {
  test('of an autoregressive process finds its coefficients (definition; 20,000 samples, standard error .007)', () => {
    const next = noise(4);
    const samples = new Float32Array(20_000);
    for (let at = 2; at < samples.length; at += 1)
      samples[at] = 1.5 * (samples[at - 1] as number) - 0.8 * (samples[at - 2] as number) + next();
    const [one, first, second] = fitPrediction(samples, 2);
    expect(one).toBe(1);
    expect(Math.abs((first as number) + 1.5)).toBeLessThan(0.02);
    expect(Math.abs((second as number) - 0.8)).toBeLessThan(0.02);
  });

  test('of a sine of ω is x[n] = 2 cos ω x[n−1] − x[n−2]', () => {
    const omega = 0.3;
    const samples = Float32Array.from({ length: 2000 }, (_, at) => Math.sin(omega * at));
    const [, first, second] = fitPrediction(samples, 2);
    expect(first).toBeCloseTo(-2 * Math.cos(omega), 2);
    expect(second).toBeCloseTo(1, 2);
  });
});

describe('the prediction error', () => {
  const ring = (hertz: number, from: number, at: number): number =>
    at < from * sampleRate ? 0 : Math.sin((2 * Math.PI * hertz * at) / sampleRate) * Math.exp(from - at / sampleRate);
  const strongest = (curve: Float32Array): number => curve.indexOf(Math.max(...curve)) / 1000;

  test.each([110, 220, 330])('a tone of %d Hz that begins while another rings stands out where it begins', (hertz) => {
    const next = noise(hertz);
    const samples = Float32Array.from(
      { length: sampleRate },
      (_, at) => ring(147, 0, at) + 0.3 * ring(hertz, 0.5, at) + 1e-4 * next(),
    );
    for (const beside of [-0.03, 0, 0.025]) {
      const curve = computeResidualAttack(samples, 0.5 + beside, 0.06) as Float32Array;
      expect(curve).toHaveLength(121);
      expect(Math.abs(strongest(curve) - 0.06 + beside)).toBeLessThan(0.0025);
    }
  });

  test('is null with too little sound to fit the prediction to', () => {
    expect(computeResidualAttack(new Float32Array(sampleRate), 0.08, 0.06)).toBeNull();
  });
});
