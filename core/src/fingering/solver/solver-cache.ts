import type { EvaluationCache } from '../evaluation/update-cost-items.ts';
import type { ForwardPassRecord, ReuseStatistics } from './pass-reuse.ts';
import type { Trellis } from './trellis.ts';

/** What a solver remembers of the task it solved last: its stages and the passes through them. */
export interface SolverCache {
  trellis?: Trellis;
  passes?: readonly ForwardPassRecord[];
  readonly tally: ReuseStatistics;
}

/**
 * What is remembered between one task and the next, where the next is an edit of it, and how much of the solver's work
 * was new. It belongs to one caller and changes no answer, only how soon it comes.
 */
export interface FingeringCache extends EvaluationCache {
  readonly statistics: ReuseStatistics;
  /** Of the task as it is, and of the task with the habits of its figures. */
  readonly initialSolver: SolverCache;
  readonly finalSolver: SolverCache;
}

/**
 * A memory for a row of tasks that are edits of one another.
 * @example
 * createFingeringCache().statistics.computed // => 0
 */
export const createFingeringCache = (): FingeringCache => {
  const tally = { steps: 0, computed: 0 };
  return { statistics: tally, initialSolver: { tally }, finalSolver: { tally } };
};
