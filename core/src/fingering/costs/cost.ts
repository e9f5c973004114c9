import type { Hand } from '../hand.ts';
import type { PlacedStroke } from '../placed-stroke.ts';
import type { School } from '../school.ts';

/** The families of cost. */
export type Family =
  | 'home'
  | 'ease'
  | 'thumb up'
  | 'repeat'
  | 'cross'
  | 'span'
  | 'rush'
  | 'pick change'
  | 'brush'
  | 'consistency'
  | 'unplayed'
  | 'confined'
  | 'returning'
  | 'accent'
  | 'lead'
  | 'rake'
  | 'touch';

/** What every cost may look at besides the strokes. */
export interface CostContext {
  readonly school: School;
  readonly hand: Hand;
  readonly strings: number;
}

/** A cost of one stroke by itself. */
export interface OwnCost {
  readonly family: Family;
  readonly of: (stroke: PlacedStroke, context: CostContext) => number;
}

/**
 * When a cost between two strokes counts:
 * - `together`: struck at the same time;
 * - `next`: nothing is struck between them;
 * - `within`: at most WINDOW events apart;
 * - `own`: by one striker that does not play in between;
 * - `across thumb`: nothing but the thumb plays in between.
 */
export type Scope = 'together' | 'next' | 'within' | 'own' | 'across thumb';

/** A cost between two strokes, the earlier one first (the lower-pitched one first when together). */
export interface PairCost {
  readonly family: Family;
  readonly scopes: readonly Scope[];
  readonly of: (from: PlacedStroke, to: PlacedStroke, seconds: number, context: CostContext) => number;
}

/**
 * The strokes by which a striker leaves an event and enters one: a brush over several strings begins at the end
 * it comes from, and only its last string leads on to what the striker does next.
 * `strokes` are lowest-pitched first.
 */
export const brushEnd = (strokes: readonly PlacedStroke[], side: 'first' | 'last'): PlacedStroke | undefined =>
  (strokes[0]?.digit === 'up') === (side === 'first') ? strokes[strokes.length - 1] : strokes[0];

/** How much of a cost between two strokes is left after some seconds: exp(−t / fade), fade being an estimate. */
export const near = (seconds: number, { hand }: Pick<CostContext, 'hand'>): number =>
  Math.exp(-seconds / hand.times.fade);
