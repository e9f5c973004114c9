import type { EvaluationMemory } from './evaluate-again.ts';
import type { Sweep } from './sweep.ts';

/** Passes through the stages that were made for the answer before, so that the next one begins where it differs. */
export interface PathMemory {
  sweeps: Map<string, Sweep>;
}

/**
 * What a solver remembers between one task and the next, where the next is an edit of it. It belongs to one caller and
 * changes no answer, only how soon it comes.
 */
export interface FingeringMemory extends EvaluationMemory {
  readonly first: PathMemory;
  /** For the second run, in which figures keep their fingering. */
  readonly settled: PathMemory;
}

const newPathMemory = (): PathMemory => ({ sweeps: new Map() });

/**
 * A memory for a row of tasks that are edits of one another.
 * @example
 * newFingeringMemory().first.sweeps.size // => 0
 */
export const newFingeringMemory = (): FingeringMemory => ({ first: newPathMemory(), settled: newPathMemory() });

/** Numbers that may be remembered: some eighty megabytes. */
const MOST_NUMBERS = 6_000_000;

/** Keeps the passes of the newest answer in place of the older ones, as many as there is room for. */
export const keepSweeps = (memory: PathMemory, made: ReadonlyMap<string, Sweep>): void => {
  let room = MOST_NUMBERS;
  memory.sweeps = new Map(
    [...made].filter(([, { steps }]) => {
      room -= steps.reduce((sum, { values }) => sum + values.length, 0);
      return room >= 0;
    }),
  );
};
