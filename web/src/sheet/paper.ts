import { useState } from 'react';

/** How sheets are printed; remembered in this browser. */
interface Paper {
  readonly size: 'A4' | 'letter';
  readonly print: 'usual' | 'large';
  readonly student: string;
}

const KEY = 'fleet-wren-paper';

const USUAL: Paper = { size: 'A4', print: 'usual', student: '' };

const remembered = (): Paper => {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Paper>;
    return {
      size: kept.size === 'letter' ? 'letter' : 'A4',
      print: kept.print === 'large' ? 'large' : 'usual',
      student: '',
    };
  } catch {
    return USUAL;
  }
};

/** The paper sheets are printed on, and how it is changed. */
export const usePaper = () => {
  const [paper, setPaper] = useState(remembered);
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
