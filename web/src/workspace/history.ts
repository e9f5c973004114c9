import type { EditOf } from './kept.ts';

/** Undo and redo of one sitting: the edits that take back, and those that do again. */
export interface History<Own, Doc> {
  readonly past: readonly EditOf<Own, Doc>[];
  readonly future: readonly EditOf<Own, Doc>[];
}

/** No history yet. */
export const EMPTY_HISTORY: History<never, never> = { past: [], future: [] };

/** Edits kept for undo. */
const DEPTH = 500;

/** Adds the inverse of an edit just made; what could be done again is gone. */
export const remembered = <Own, Doc>({ past }: History<Own, Doc>, inverse: EditOf<Own, Doc>): History<Own, Doc> => ({
  past: [...past, inverse].slice(-DEPTH),
  future: [],
});
