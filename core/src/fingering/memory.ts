import type { EvaluationMemory } from './evaluate-again.ts';
import type { Tally } from './sweep.ts';

/**
 * What is remembered between one task and the next, where the next is an edit of it, and how much of the solver's work
 * was new. It belongs to one caller and changes no answer, only how soon it comes.
 */
export interface FingeringMemory extends EvaluationMemory {
  readonly tally: Tally;
}

/**
 * A memory for a row of tasks that are edits of one another.
 * @example
 * newFingeringMemory().tally.worked // => 0
 */
export const newFingeringMemory = (): FingeringMemory => ({ tally: { steps: 0, worked: 0 } });
