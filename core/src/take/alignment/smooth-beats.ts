import { TAKE_PARAMETERS } from '../model/parameters.ts';

// Looked up once, not in every step.
const { exp } = Math;

/** A stroke as asked and as heard, in seconds. */
export interface OnsetPair {
  readonly expected: number;
  readonly detected: number;
}

/** The line through some strokes about a time, by weighted least squares; strokes far beside it count little. */
export const fitLocalLine = (heard: readonly OnsetPair[], at: number): number | null => {
  let [a, b] = [0, 1];
  let fitted = false;
  for (let round = 0; round < 3; round += 1) {
    let [sum, sx, sy, sxx, sxy] = [0, 0, 0, 0, 0];
    for (const one of heard) {
      const x = one.expected - at;
      const near = exp(-0.5 * (x / TAKE_PARAMETERS.tempoWindowSeconds) ** 2);
      const beside = fitted ? one.detected - (a + b * x) : 0;
      const w = near / (1 + (beside / 0.02) ** 2);
      sum += w;
      sx += w * x;
      sy += w * one.detected;
      sxx += w * x * x;
      sxy += w * x * one.detected;
    }
    const spread = sum * sxx - sx * sx;
    if (sum < 1e-6) return null;
    if (spread < 1e-9 * sum) [a, b] = [sy / sum, 1];
    else {
      b = (sum * sxy - sx * sy) / spread;
      a = (sy - b * sx) / sum;
    }
    fitted = true;
  }
  return a;
};

/**
 * Where the pulse of what was heard has each asked time: even within a window, the same between; far from anything as
 * before.
 */
export const smoothBeatTimes = (
  heard: readonly OnsetPair[],
  asked: readonly number[],
  before: readonly number[],
): readonly number[] => {
  const known = new Map<number, number | null>();
  let [from, to] = [0, 0];
  return asked.map((at, index) => {
    const there = known.get(at);
    if (there !== undefined) return there ?? (before[index] as number);
    while (from < heard.length && (heard[from] as OnsetPair).expected < at - 3 * TAKE_PARAMETERS.tempoWindowSeconds)
      from += 1;
    while (to < heard.length && (heard[to] as OnsetPair).expected < at + 3 * TAKE_PARAMETERS.tempoWindowSeconds)
      to += 1;
    const line = to - from >= 3 ? fitLocalLine(heard.slice(from, to), at) : null;
    known.set(at, line);
    return line ?? (before[index] as number);
  });
};
