import { readPattern, type Pattern } from '@fleet-wren/core';
import { readKept } from './kept.ts';

/** What was edited and not yet saved, kept in the browser so that nothing is lost. */
export interface Draft {
  readonly version: number;
  readonly pattern: Pattern;
}

const keyOf = (id: string): string => `draft:${id}`;

/** Keeps a draft until it is saved. */
export const keepDraft = (id: string, draft: Draft): void => {
  try {
    localStorage.setItem(keyOf(id), JSON.stringify(draft));
  } catch {
    // A full store: the draft then lives in this window only.
  }
};

/** Lets go of a draft that is saved. */
export const dropDraft = (id: string): void => localStorage.removeItem(keyOf(id));

/** The draft kept for a pattern, if there is one that can be read. */
export const keptDraft = (id: string): Draft | undefined => {
  const found = readKept<Draft>(localStorage, keyOf(id));
  if (!found) return undefined;
  const { version, pattern } = found;
  const read = readPattern(pattern);
  return read.ok ? { version, pattern: read.value } : undefined;
};
