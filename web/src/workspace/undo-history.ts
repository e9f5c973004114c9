import type { DocumentEdit } from '../api/document-repository.ts';

/** Undo and redo of one sitting: the edits that take back, and those that do again. */
export interface UndoHistory<Own, Doc> {
  readonly past: readonly DocumentEdit<Own, Doc>[];
  readonly future: readonly DocumentEdit<Own, Doc>[];
}

/** No history yet. */
export const EMPTY_UNDO_HISTORY: UndoHistory<never, never> = { past: [], future: [] };

/** Edits kept for undo. */
const MAX_UNDO_STEPS = 500;

/** Adds the inverse of an edit just made; what could be done again is gone. */
export const pushUndo = <Own, Doc>(
  { past }: UndoHistory<Own, Doc>,
  inverse: DocumentEdit<Own, Doc>,
): UndoHistory<Own, Doc> => ({
  past: [...past, inverse].slice(-MAX_UNDO_STEPS),
  future: [],
});
