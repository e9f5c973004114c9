import { createSeededRandom } from '../../sound/index.ts';
import { TAKE_PARAMETERS } from '../index.ts';
import { estimatePitchDelays, type PitchDelay, type PitchPeaks } from '../onsets/pitch-delays.ts';

const { sampleRate } = TAKE_PARAMETERS;

/** Clicks of decaying tones at some times, over a little noise; a tone for each pitch. */
const clicks = (strokes: readonly { readonly at: number; readonly hertz: number }[], seconds: number): Float32Array => {
  const random = createSeededRandom(8);
  const samples = Float32Array.from({ length: seconds * sampleRate }, () => 2e-4 * (random() - 0.5));
  for (const { at, hertz } of strokes) {
    const first = Math.round(at * sampleRate);
    for (let step = 0; step < 0.4 * sampleRate && first + step < samples.length; step += 1)
      samples[first + step] =
        (samples[first + step] as number) +
        0.3 * Math.sin((2 * Math.PI * hertz * step) / sampleRate) * Math.exp((-9 * step) / sampleRate);
  }
  return samples;
};

const beats = (from: number) => Array.from({ length: 10 }, (_, index) => from + index);
const [LOW, HIGH, OTHER] = [0, 1, 2];
const strokes = [
  ...beats(1).map((at) => ({ at, hertz: 110 })),
  ...beats(1.33).map((at) => ({ at, hertz: 330 })),
  ...beats(1.66).map((at) => ({ at, hertz: 247 })),
];
const samples = clicks(strokes, 12);
const peaks = (pitch: number, from: number, later: number, isPinched = false): PitchPeaks => ({
  ...{ pitch, lag: 0, isPinched },
  // Peaks jitter by two milliseconds.
  times: beats(from).map((at, index) => at + later + (index % 2 === 0 ? 0.002 : -0.002)),
});

describe('the delay from peak to attack', () => {
  test('is found for each pitch, however much its peaks trail', () => {
    const delays = estimatePitchDelays(samples, [
      peaks(LOW, 1, 0.031),
      peaks(HIGH, 1.33, 0.008),
      peaks(OTHER, 1.66, -0.006),
    ]);
    const expected = { [LOW]: -0.031, [HIGH]: -0.008, [OTHER]: 0.006 };
    for (const [pitch, seconds] of Object.entries(expected))
      expect(Math.abs((delays.get(Number(pitch))?.seconds ?? 9) - seconds)).toBeLessThan(0.003);
  });

  test('is left out where there is no attack, and for a pitch with too few strokes', () => {
    const nowhere = { ...peaks(OTHER, 1.16, 0), times: beats(1.16) };
    const rare = { ...peaks(OTHER, 1.66, 0), times: [1.66, 2.66] };
    for (const unknown of [nowhere, rare]) {
      const delays = estimatePitchDelays(samples, [peaks(LOW, 1, 0.02), peaks(HIGH, 1.33, 0.01), unknown]);
      expect([...delays].filter(([, { isCertain }]) => isCertain).map(([pitch]) => pitch)).toEqual([LOW, HIGH]);
    }
  });

  test('of a single pitch is left out: there is nothing to compare it with', () => {
    expect(estimatePitchDelays(samples, [peaks(LOW, 1, 0.02)]).size).toBe(0);
  });

  const delaysOfPinched = (from: number): ReadonlyMap<number, PitchDelay> => {
    const pinched = clicks([...strokes, ...beats(from).map((at) => ({ at, hertz: 392 }))], 12);
    const pinchedPitch = peaks(3, from, 0.01, true);
    return estimatePitchDelays(pinched, [peaks(LOW, 1, 0.01), peaks(HIGH, 1.33, 0.01), pinchedPitch]);
  };

  test('in a pinch is that of its own attack, not of the one that follows', () => {
    expect(Math.abs((delaysOfPinched(1.63).get(3)?.seconds ?? 9) + 0.01)).toBeLessThan(0.003);
  });

  test('in a pinch is left out where the attack before masks it', () => {
    expect(delaysOfPinched(1.69).has(3)).toBe(false);
  });
});
