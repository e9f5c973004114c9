import type { Pattern } from '../../pattern/index.ts';
import { durationInSeconds, flattenScore } from '../../score/index.ts';

/** The share of a pass after which it can be over: players run ahead of the tempo they are asked (est.). */
const EARLIEST_SHARE = 0.75;

/** A press that says a pass was played in less time than it takes, in seconds. */
export interface EarlyPress {
  /** Since the pass before. */
  readonly gap: number;
  /** What one pass takes at the tempo of the pattern. */
  readonly pass: number;
}

/**
 * Whether a pass can be over so many seconds after the one before: what comes too early, null where it can.
 * @example
 * findEarlyPress(createPattern('Roll', { tempo: 60 }), 1) // => { gap: 1, pass: 4 }
 * findEarlyPress(createPattern('Roll', { tempo: 60 }), 3) // => null
 */
export const findEarlyPress = (pattern: Pattern, gap: number): EarlyPress | null => {
  const pass = durationInSeconds(flattenScore(pattern));
  return gap < EARLIEST_SHARE * pass ? { gap, pass } : null;
};
