import type { FingeredStroke } from './task/fingered-stroke.ts';

/** How a pick gets from one string to another. */
export type PickStringChangeKind = 'same-string' | 'outside' | 'inside' | 'sweep' | 'against';

/** A change of string by the pick, and how many strings it passes over. */
export interface PickStringChange {
  readonly kind: PickStringChangeKind;
  readonly skipped: number;
}

/**
 * The path of the pick between two strokes (common practice). A downstroke leaves the pick on the treble side of
 * its string, an upstroke on the bass side; so toward the treble down→up passes round the outside, up→down must
 * come back inside, down→down sweeps on, and up→up goes against its own direction. Toward the bass, mirrored.
 * @example
 * classifyPickStringChange({ digit: 'up', string: 4 }, { digit: 'down', string: 3 }).kind // => 'inside'
 */
export const classifyPickStringChange = (from: FingeredStroke, to: FingeredStroke): PickStringChange => {
  if (from.string === to.string) return { kind: 'same-string', skipped: 0 };
  const onward = to.string < from.string ? 'down' : 'up';
  const skipped = Math.abs(from.string - to.string) - 1;
  if (from.digit === to.digit) return { kind: from.digit === onward ? 'sweep' : 'against', skipped };
  return { kind: from.digit === onward ? 'outside' : 'inside', skipped };
};
