import type { CandidateFingering, UnlocatedConflict } from './candidates.ts';
import type { TransitionTables } from './transition-tables.ts';

/** One event as the solver sees it. */
export interface TrellisColumn {
  readonly options: readonly CandidateFingering[];
  /** What had to be set aside to have any. */
  readonly conflicts: readonly UnlocatedConflict[];
  /** Whether there were more ways to play it than are looked at. */
  readonly isBounded?: boolean;
  /** Cost of each option by itself. */
  readonly stateCost: Float64Array;
  /** Which strikers each option uses, one bit a striker. */
  readonly actuators: Uint8Array;
  /** Links with the 1st, 2nd … WINDOWth event before; null before the beginning. */
  readonly transitions: readonly (TransitionTables | null)[];
  /** The steps of passes that are known to lead to it. */
  readonly costsCache: ColumnCostsCache;
  /** The stages that were met after it, by their costs and the time between. */
  readonly successors: Map<Float64Array, Map<number, TrellisColumn>>;
}

/**
 * The least costs of all states after a stage, `k` a state in ascending order, less the least of all; and where each
 * came from.
 */
export interface ColumnCosts {
  readonly accumulatedCosts: Float64Array;
  /** The option three events back times k, plus the rank there. */
  readonly backpointers: Uint32Array;
}

/** A step, and by how much its costs are more than its values. */
export interface ColumnCostsWithOffset {
  readonly step: ColumnCosts;
  readonly offset: number;
}

/** How many numbers are held; shared by all stages there are. */
export interface MemoryBudget {
  used: number;
}

/**
 * Steps of passes that were met before, kept with the stages they lead to: a deterministic automaton that is made as it
 * is walked. Costs are fractions of two (see `quantiseCost`), so that differences are exact and equal steps are found
 * equal. What leads to a column and to what it comes is found by the costs before, and by the hash of those it comes
 * to.
 */
export interface ColumnCostsCache {
  readonly byPredecessor: Map<ColumnCosts, ColumnCostsWithOffset>;
  readonly byHash: Map<number, ColumnCosts[]>;
  readonly room: MemoryBudget;
}
