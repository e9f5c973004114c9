import type { EvaluationMemory } from './evaluate-again.ts';
import type { Pass, Tally } from './passes.ts';
import type { Staged } from './stages.ts';

/** What a solver remembers of the task it solved last: its stages and the passes through them. */
export interface SolverMemory {
  staged?: Staged;
  passes?: readonly Pass[];
  readonly tally: Tally;
}

/**
 * What is remembered between one task and the next, where the next is an edit of it, and how much of the solver's work
 * was new. It belongs to one caller and changes no answer, only how soon it comes.
 */
export interface FingeringMemory extends EvaluationMemory {
  readonly tally: Tally;
  /** Of the task as it is, and of the task with the habits of its figures. */
  readonly first: SolverMemory;
  readonly settled: SolverMemory;
}

/**
 * A memory for a row of tasks that are edits of one another.
 * @example
 * newFingeringMemory().tally.worked // => 0
 */
export const newFingeringMemory = (): FingeringMemory => {
  const tally = { steps: 0, worked: 0 };
  return { tally, first: { tally }, settled: { tally } };
};
