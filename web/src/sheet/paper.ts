import { useState } from 'react';

/** How sheets are printed; remembered in this browser. */
export interface Paper {
  readonly size: 'A4' | 'letter';
  readonly across: boolean;
  readonly print: 'usual' | 'large';
  /** How music is written: notes with strings, threads, tablature as text; any of them. */
  readonly notes: boolean;
  readonly threads: boolean;
  readonly text: boolean;
  /** Whether counts stand under the notes. */
  readonly counts: boolean;
  readonly student: string;
}

const KEY = 'fleet-wren-paper';

const USUAL: Paper = {
  size: 'A4',
  across: false,
  print: 'usual',
  notes: true,
  threads: true,
  text: false,
  counts: true,
  student: '',
};

/** What is kept, as far as it can be read; a name is never kept. */
export const readPaper = (text: string | null): Paper => {
  try {
    const kept = (JSON.parse(text ?? '{}') ?? {}) as Partial<Record<keyof Paper, unknown>>;
    const flag = (key: 'across' | 'notes' | 'threads' | 'text' | 'counts'): boolean =>
      typeof kept[key] === 'boolean' ? kept[key] : USUAL[key];
    return {
      size: kept.size === 'letter' ? 'letter' : 'A4',
      print: kept.print === 'large' ? 'large' : 'usual',
      across: flag('across'),
      notes: flag('notes'),
      threads: flag('threads'),
      text: flag('text'),
      counts: flag('counts'),
      student: '',
    };
  } catch {
    return USUAL;
  }
};

/** The paper sheets are printed on, and how it is changed. */
export const usePaper = () => {
  const [paper, setPaper] = useState(() => readPaper(localStorage.getItem(KEY)));
  const change = (part: Partial<Paper>): void => {
    const next = { ...paper, ...part };
    setPaper(next);
    try {
      localStorage.setItem(KEY, JSON.stringify(next));
    } catch {
      // Nothing is remembered where the browser keeps nothing; the sheet is as it was chosen all the same.
    }
  };
  return { paper, change };
};
