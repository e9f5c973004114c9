import { TAKE } from './estimates.ts';

// Looked up once, not in every step.
const { abs, log, max, min } = Math;

/** Somewhere a pitch seems to be struck. */
export interface Peak {
  readonly at: number;
  readonly strength: number;
}

/** The places where a pitch is struck anew: looks stronger than all near them, above a threshold. */
export const peaksOf = (strengths: Float32Array, threshold: number): readonly Peak[] => {
  const found: Peak[] = [];
  const reach = 5;
  for (let frame = 0; frame < strengths.length; frame += 1) {
    const value = strengths[frame] as number;
    if (value < threshold) continue;
    let highest = true;
    for (let near = max(0, frame - reach); near <= frame + reach && near < strengths.length; near += 1) {
      const other = strengths[near] as number;
      if (other > value || (other === value && near < frame)) highest = false;
    }
    if (highest) found.push({ at: frame * TAKE.hop, strength: value });
  }
  return found;
};

/** Where a stroke is looked for, and how far from there it may be. */
export interface Wanted {
  readonly at: number;
  readonly reach: number;
}

const gainOf = ({ at, reach }: Wanted, peak: Peak, { threshold, scale }: Fit): number => {
  const past = abs(peak.at - at);
  if (past > reach) return -1;
  const strong = 0.7 + 0.5 * min(1.6, log(peak.strength / threshold));
  return strong - 0.8 * log(1 + (past / scale) ** 2);
};

interface Fit {
  readonly threshold: number;
  /** Seconds by which strokes usually are beside the place. */
  readonly scale: number;
}

/**
 * Which peak belongs to which wanted stroke, both in order and each at most once: the pairing of most gain (Needleman & Wunsch
 * 1970). Answers the index of a peak for each wanted stroke, or null.
 */
export const assign = (wanted: readonly Wanted[], peaks: readonly Peak[], fit: Fit): readonly (number | null)[] => {
  const [rows, columns] = [wanted.length, peaks.length];
  const width = columns + 1;
  const best = new Float64Array((rows + 1) * width);
  const taken = new Uint8Array((rows + 1) * width);
  for (let row = 1; row <= rows; row += 1)
    for (let column = 1; column <= columns; column += 1) {
      const here = row * width + column;
      const gain = gainOf(wanted[row - 1] as Wanted, peaks[column - 1] as Peak, fit);
      const both = gain > 0 ? (best[here - width - 1] as number) + gain : -1;
      const skip = max(best[here - width] as number, best[here - 1] as number);
      best[here] = max(both, skip);
      taken[here] = both > skip ? 1 : 0;
    }
  const found: (number | null)[] = Array.from({ length: rows }, () => null);
  for (let row = rows, column = columns; row > 0 && column > 0;) {
    const here = row * width + column;
    if (taken[here]) {
      found[row - 1] = column - 1;
      row -= 1;
      column -= 1;
    } else if ((best[here - width] as number) >= (best[here - 1] as number)) row -= 1;
    else column -= 1;
  }
  return found;
};
