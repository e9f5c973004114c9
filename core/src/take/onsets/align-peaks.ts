import { TAKE_PARAMETERS } from '../model/parameters.ts';

// Looked up once, not in every step.
const { abs, log, max, min } = Math;

/** Somewhere a pitch seems to be struck. */
export interface OnsetPeak {
  readonly time: number;
  readonly strength: number;
}

/** The places where a pitch is struck anew: looks stronger than all near them, above a threshold. */
export const pickPeaks = (strengths: Float32Array, threshold: number): readonly OnsetPeak[] => {
  const found: OnsetPeak[] = [];
  const reach = 5;
  for (let frame = 0; frame < strengths.length; frame += 1) {
    const value = strengths[frame] as number;
    if (value < threshold) continue;
    let highest = true;
    for (let near = max(0, frame - reach); near <= frame + reach && near < strengths.length; near += 1) {
      const other = strengths[near] as number;
      if (other > value || (other === value && near < frame)) highest = false;
    }
    if (highest) found.push({ time: frame * TAKE_PARAMETERS.hopSeconds, strength: value });
  }
  return found;
};

/** Where a stroke is looked for, and how far from there it may be. */
export interface OnsetWindow {
  readonly time: number;
  readonly tolerance: number;
}

const computeMatchScore = (
  { time, tolerance }: OnsetWindow,
  peak: OnsetPeak,
  { threshold, scale }: PeakAlignmentOptions,
): number => {
  const past = abs(peak.time - time);
  if (past > tolerance) return -1;
  const strong = 0.7 + 0.5 * min(1.6, log(peak.strength / threshold));
  return strong - 0.8 * log(1 + (past / scale) ** 2);
};

interface PeakAlignmentOptions {
  readonly threshold: number;
  /** Seconds by which strokes usually are beside the place. */
  readonly scale: number;
}

/**
 * The peaks each stroke may have, as counts of peaks before the first and up to the last: never going back from stroke
 * to stroke.
 */
const computeAlignmentBands = (
  wanted: readonly OnsetWindow[],
  peaks: readonly OnsetPeak[],
): { readonly from: Int32Array; readonly to: Int32Array } => {
  const from = new Int32Array(wanted.length);
  const to = new Int32Array(wanted.length);
  let last = 0;
  wanted.forEach(({ time, tolerance }, row) => {
    while (last < peaks.length && (peaks[last] as OnsetPeak).time <= time + tolerance) last += 1;
    to[row] = last;
  });
  let first = peaks.length;
  for (let row = wanted.length - 1; row >= 0; row -= 1) {
    const { time, tolerance } = wanted[row] as OnsetWindow;
    while (first > 0 && (peaks[first - 1] as OnsetPeak).time >= time - tolerance) first -= 1;
    from[row] = min(first, to[row] as number);
  }
  return { from, to };
};

/**
 * Which peak belongs to which wanted stroke, both in order and each at most once: the pairing of most gain (Needleman &
 * Wunsch 1970), in the band that reaches allow. Answers the index of a peak for each wanted stroke, or null.
 */
export const alignPeaks = (
  wanted: readonly OnsetWindow[],
  peaks: readonly OnsetPeak[],
  fit: PeakAlignmentOptions,
): readonly (number | null)[] => {
  const rows = wanted.length;
  const { from, to } = computeAlignmentBands(wanted, peaks);
  const best: Float64Array[] = [];
  const taken: Uint8Array[] = [];
  /** The most there is for the strokes up to a row, with so many peaks: beyond its band no peak adds anything. */
  const bestAt = (row: number, count: number): number => {
    const own = best[row];
    return own ? (own[max(0, min(count, to[row] as number) - (from[row] as number))] as number) : 0;
  };
  for (let row = 0; row < rows; row += 1) {
    const [low, high] = [from[row] as number, to[row] as number];
    const values = new Float64Array(high - low + 1);
    const pairs = new Uint8Array(high - low + 1);
    values[0] = bestAt(row - 1, low);
    for (let count = low + 1; count <= high; count += 1) {
      const gain = computeMatchScore(wanted[row] as OnsetWindow, peaks[count - 1] as OnsetPeak, fit);
      const both = gain > 0 ? bestAt(row - 1, count - 1) + gain : -1;
      const skip = max(bestAt(row - 1, count), values[count - 1 - low] as number);
      values[count - low] = max(both, skip);
      pairs[count - low] = both > skip ? 1 : 0;
    }
    best.push(values);
    taken.push(pairs);
  }
  const found: (number | null)[] = Array.from({ length: rows }, () => null);
  for (let row = rows - 1, count = peaks.length; row >= 0 && count > 0;) {
    const low = from[row] as number;
    count = min(count, to[row] as number);
    if (count > low && taken[row]?.[count - low]) {
      found[row] = count - 1;
      count -= 1;
      row -= 1;
    } else if (count <= low || bestAt(row - 1, count) >= bestAt(row, count - 1)) row -= 1;
    else count -= 1;
  }
  return found;
};
