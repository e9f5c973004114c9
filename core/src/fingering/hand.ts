import type { Digit, Striker } from '../pattern/index.ts';
import { pickChange } from './pick-path.ts';

/**
 * Least times of an able adult's picking hand, in seconds. All are estimates to be calibrated: from published
 * finger-tapping rates of about 5 to 7 taps a second, index and middle quickest (see docs/checks.md).
 */
export const HAND_TIMES = {
  strike: { p: 0.17, i: 0.16, m: 0.16, a: 0.19, c: 0.22, pick: 0.15 } as Readonly<Record<Striker, number>>,
  pickAlternate: 0.08,
  travelPerString: 0.012,
  outside: 0.02,
  inside: 0.05,
  sweep: 0.05,
  otherDigit: 0.045,
  middleThenRing: 0.06,
} as const;

/** How a person's hand compares with the able adult's: each striker's times are multiplied by its scale. */
export interface Hand {
  readonly key: string;
  readonly name: string;
  readonly scale: Readonly<Record<Striker, number>>;
}

const evenly = (scale: number): Readonly<Record<Striker, number>> => ({ p: scale, i: scale, m: scale, a: scale, c: scale, pick: scale });

/** Hands to start from before a person's own is measured (est.). */
export const HANDS: readonly Hand[] = [
  { key: 'new-to-it', name: 'new to it', scale: evenly(1.4) },
  { key: 'able-adult', name: 'able adult', scale: evenly(1) },
  { key: 'advanced', name: 'advanced', scale: evenly(0.82) },
];

/** The able adult's hand. */
export const ABLE_ADULT = HANDS[1] as Hand;

/** One stroke with its digit settled. */
export interface PlacedStroke {
  readonly digit: Digit;
  readonly string: number;
  readonly opening?: boolean;
}

const pickNeed = (from: PlacedStroke, to: PlacedStroke): number => {
  const { kind, skipped } = pickChange(from, to);
  const travel = HAND_TIMES.travelPerString;
  const strings = kind === 'same-string' ? 0 : skipped + 1;
  if (kind === 'sweep') return HAND_TIMES.sweep + skipped * travel;
  const turn = from.digit === to.digit ? HAND_TIMES.strike.pick : HAND_TIMES.pickAlternate;
  const round = kind === 'outside' ? HAND_TIMES.outside : kind === 'inside' ? HAND_TIMES.inside : 0;
  return turn + round + strings * travel;
};

/**
 * Least seconds between two strokes of one striker, by an able adult.
 * @example
 * ownNeed({ digit: 'p', string: 6 }, { digit: 'p', string: 4 }).toFixed(3) // => '0.194'
 */
export const ownNeed = (from: PlacedStroke, to: PlacedStroke): number => {
  if (from.digit === 'down' || from.digit === 'up') return pickNeed(from, to);
  return HAND_TIMES.strike[from.digit as Striker] + HAND_TIMES.travelPerString * Math.abs(from.string - to.string);
};

/**
 * Least seconds between strokes of two different strikers one after another, by an able adult.
 * @example
 * otherNeed('m', 'a') // => 0.06
 */
export const otherNeed = (from: Digit, to: Digit): number =>
  (from === 'm' && to === 'a') || (from === 'a' && to === 'm') ? HAND_TIMES.middleThenRing : HAND_TIMES.otherDigit;
