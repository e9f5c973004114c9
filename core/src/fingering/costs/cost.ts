import type { HandProfile } from '../hand-profile.ts';
import type { FingeredStroke } from '../task/fingered-stroke.ts';
import type { School } from '../school.ts';

/** The families of cost. */
export type CostCategory =
  | 'home'
  | 'ease'
  | 'rule'
  | 'move'
  | 'thumb-up'
  | 'repeat'
  | 'cross'
  | 'span'
  | 'rush'
  | 'pick-change'
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
  readonly hand: HandProfile;
  readonly strings: number;
}

/** A cost of one stroke by itself. */
export interface StrokeCost {
  readonly category: CostCategory;
  readonly cost: (stroke: FingeredStroke, context: CostContext) => number;
}

/**
 * When a cost between two strokes counts:
 * - `together`: struck at the same time;
 * - `next`: nothing is struck between them;
 * - `within`: at most WINDOW events apart;
 * - `own`: by one striker that does not play in between;
 * - `across thumb`: nothing but the thumb plays in between.
 */
export type PairCostScope = 'together' | 'next' | 'within' | 'own' | 'across-thumb';

/**
 * What lies between two strokes. Who plays what is a matter of comfort, which must not hang on the tempo: it fades with
 * `rest`, the seconds between them at one fixed tempo. Only hurry looks at the real `seconds`.
 */
export interface TimeGap {
  readonly seconds: number;
  readonly decayUnits: number;
  /** How many events apart they are: 1 where nothing is struck between them. */
  readonly distance: number;
}

/** Nothing between two strokes: they are struck at the same time. */
export const ZERO_GAP: TimeGap = { seconds: 0, decayUnits: 0, distance: 0 };

/** A cost between two strokes, the earlier one first (the lower-pitched one first when together). */
export interface StrokePairCost {
  readonly category: CostCategory;
  readonly scopes: readonly PairCostScope[];
  readonly cost: (from: FingeredStroke, to: FingeredStroke, gap: TimeGap, context: CostContext) => number;
}

/**
 * The strokes by which a striker leaves an event and enters one: a brush over several strings begins at the end
 * it comes from, and only its last string leads on to what the striker does next.
 * `strokes` are lowest-pitched first.
 */
export const findBrushEdge = (
  strokes: readonly FingeredStroke[],
  side: 'first' | 'last',
): FingeredStroke | undefined =>
  (strokes[0]?.digit === 'up') === (side === 'first') ? strokes[strokes.length - 1] : strokes[0];

/** How much of a cost between two strokes is left after some rest: exp(−rest / fade), fade being an estimate. */
export const decayWithRest = (
  { decayUnits }: Pick<TimeGap, 'decayUnits'>,
  { hand }: Pick<CostContext, 'hand'>,
): number => Math.exp(-decayUnits / hand.times.fade);
