// Looked up once, not in every step.
const { abs, ceil, cos, floor, max, min, round, sin } = Math;
/** Samples on either side that a new one is made of. */
const REACH = 12;

const kernel = (distance: number, cut: number): number => {
  if (abs(distance) >= REACH) return 0;
  const turn = Math.PI * distance * cut;
  const ideal = abs(turn) < 1e-9 ? 1 : sin(turn) / turn;
  return cut * ideal * (0.5 + 0.5 * cos((Math.PI * distance) / REACH));
};

/**
 * Samples at another rate, by a windowed sinc that lets nothing through above half of the slower rate.
 * @example
 * resampled(new Float32Array(441), 44100, 22050).length // => 220
 */
export const resampled = (samples: Float32Array, from: number, to: number): Float32Array => {
  if (from === to) return samples;
  const cut = min(1, to / from) * 0.95;
  const phases = 64;
  const table = Float64Array.from({ length: (2 * REACH + 1) * phases }, (_, index) =>
    kernel(index / phases - REACH, cut),
  );
  const made = new Float32Array(floor((samples.length * to) / from));
  for (let index = 0; index < made.length; index += 1) {
    const place = (index * from) / to;
    const first = ceil(place - REACH);
    let sum = 0;
    for (let at = max(0, first); at <= place + REACH && at < samples.length; at += 1)
      sum += (samples[at] as number) * (table[round((at - place + REACH) * phases)] ?? 0);
    made[index] = sum;
  }
  return made;
};
