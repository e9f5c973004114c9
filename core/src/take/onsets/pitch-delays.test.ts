import { createSeededRandom } from '../../sound/index.ts';
import { TAKE_PARAMETERS } from '../index.ts';
import { estimatePitchDelays, type PitchDelay, type PitchSwells } from '../onsets/pitch-delays.ts';

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
const swells = (pitch: number, from: number, later: number, isShared = false): PitchSwells => ({
  ...{ pitch, lag: 0, isShared },
  // Swells wander by two milliseconds.
  times: beats(from).map((at, index) => at + later + (index % 2 === 0 ? 0.002 : -0.002)),
});

describe('how far plucks are from their swells', () => {
  test('is found for each pitch by its own strokes, whatever the swells of a pitch have in common', () => {
    const delays = estimatePitchDelays(samples, [
      swells(LOW, 1, 0.031),
      swells(HIGH, 1.33, 0.008),
      swells(OTHER, 1.66, -0.006),
    ]);
    const expected = { [LOW]: -0.031, [HIGH]: -0.008, [OTHER]: 0.006 };
    for (const [pitch, seconds] of Object.entries(expected))
      expect(Math.abs((delays.get(Number(pitch))?.seconds ?? 9) - seconds)).toBeLessThan(0.003);
  });

  test('is not told where there is no pluck, nor of a pitch that was hardly struck', () => {
    const nowhere = { ...swells(OTHER, 1.16, 0), times: beats(1.16) };
    const rare = { ...swells(OTHER, 1.66, 0), times: [1.66, 2.66] };
    for (const unknown of [nowhere, rare]) {
      const delays = estimatePitchDelays(samples, [swells(LOW, 1, 0.02), swells(HIGH, 1.33, 0.01), unknown]);
      expect([...delays].filter(([, { isSure }]) => isSure).map(([pitch]) => pitch)).toEqual([LOW, HIGH]);
    }
  });

  test('of one pitch alone is not told: there is nothing to hold it against', () => {
    expect(estimatePitchDelays(samples, [swells(LOW, 1, 0.02)]).size).toBe(0);
  });

  const delaysOfPinched = (from: number): ReadonlyMap<number, PitchDelay> => {
    const pinched = clicks([...strokes, ...beats(from).map((at) => ({ at, hertz: 392 }))], 12);
    const shared = swells(3, from, 0.01, true);
    return estimatePitchDelays(pinched, [swells(LOW, 1, 0.01), swells(HIGH, 1.33, 0.01), shared]);
  };

  test('of strokes in a pinch is that of the pluck about where it is supposed, not of the one that follows', () => {
    expect(Math.abs((delaysOfPinched(1.63).get(3)?.seconds ?? 9) + 0.01)).toBeLessThan(0.003);
  });

  test('of strokes in a pinch that drown in the pluck before them is not told', () => {
    expect(delaysOfPinched(1.69).has(3)).toBe(false);
  });
});
