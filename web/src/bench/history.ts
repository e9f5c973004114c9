import { samePattern, type Edit, type Pattern } from '@fleet-wren/core';
import { readKept } from './kept.ts';

/** Undo and redo of one sitting: the edits that take back, and those that do again. */
export interface History {
  readonly past: readonly Edit[];
  readonly future: readonly Edit[];
}

/** No history yet. */
export const EMPTY_HISTORY: History = { past: [], future: [] };

/** Edits kept for undo. */
const DEPTH = 500;

/** Adds the inverse of an edit just made; what could be done again is gone. */
export const remembered = ({ past }: History, inverse: Edit): History => ({
  past: [...past, inverse].slice(-DEPTH),
  future: [],
});

const keyOf = (id: string): string => `history:${id}`;

/** Keeps the history beside the pattern it belongs to, so that it outlives a reload of the window. */
export const keepHistory = (id: string, pattern: Pattern, history: History): void => {
  try {
    sessionStorage.setItem(keyOf(id), JSON.stringify({ pattern, history }));
  } catch {
    // A full store costs the undo after a reload, nothing else.
    sessionStorage.removeItem(keyOf(id));
  }
};

/** The history kept for a pattern, as long as the pattern is still the one it belongs to. */
export const keptHistory = (id: string, pattern: Pattern): History => {
  const found = readKept<{ pattern: Pattern; history: History }>(sessionStorage, keyOf(id));
  return found && samePattern(found.pattern, pattern) ? found.history : EMPTY_HISTORY;
};
