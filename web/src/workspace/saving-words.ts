import type { Saving } from './workspace.ts';

/** Whether what is worked on is kept, as it is said beside its name. */
export const SAVING_WORDS: Readonly<Record<Saving, string>> = {
  saved: 'saved',
  saving: 'saving …',
  'not saved': 'not saved yet, kept in this browser',
  refused: 'not saved: it was refused, kept in this browser',
  conflict: 'changed in another window',
  'signed out': 'signed out; kept in this browser',
  deleted: 'deleted elsewhere; kept in this browser',
};
