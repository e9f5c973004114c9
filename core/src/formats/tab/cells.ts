import { problem, type Problem } from '../../errors/index.ts';
import { MOST_PROBLEMS } from '../../fields/index.ts';
import { PATTERN_LIMITS, type Digit, type Slur } from '../../pattern/index.ts';
import type { TabSystem } from './systems.ts';

/** One note of a tablature. `line` and `column` are its place in the text's system. */
export interface TabCell {
  readonly line: number;
  readonly column: number;
  readonly string: number;
  readonly fret: number;
  readonly slur?: Slur;
  readonly dead?: boolean;
  readonly ghost?: boolean;
  readonly harmonic?: boolean;
  readonly pin?: Digit;
}

/** Signs that slur to the note after them. */
const SLUR_SIGNS: Readonly<Record<string, Slur>> = {
  h: 'hammer-on',
  H: 'hammer-on',
  p: 'pull-off',
  P: 'pull-off',
  '/': 'slide',
  '\\': 'slide',
  s: 'slide',
  S: 'slide',
};

/** Signs that say nothing about who plays: rules, bars, vibrato, bends, repeats, trills. */
const SILENT = new Set([...'-|~ :*=^vbrtT.,]}[{()<>']);

/** Collects the notes of a text and what is not known in it, up to what a pattern holds and a teacher reads. */
export interface Reading {
  readonly cells: TabCell[];
  readonly problems: Problem[];
  /** Signs that are not known, those not named among the problems included. */
  unknown: number;
}

interface Line {
  readonly body: string;
  readonly line: number;
  readonly string: number;
  readonly start: number;
}

const isFigure = (sign: string | undefined): boolean => sign !== undefined && sign >= '0' && sign <= '9';

/** The figures of a fret from a column on: two only where they make a fret a neck can have. */
const fretAt = (body: string, column: number): string => {
  const one = body[column] ?? '';
  const two = isFigure(body[column + 1]) ? `${one}${body[column + 1]}` : '';
  return two !== '' && one !== '0' && Number(two) <= 30 ? two : one;
};

const readLine = ({ body, line, string, start }: Line, reading: Reading): void => {
  const { cells, problems } = reading;
  let slur: Slur | undefined;
  let struck = false;
  const add = (cell: Omit<TabCell, 'line' | 'string'>): void => {
    cells.push({ ...cell, line, string });
    slur = undefined;
    struck = true;
  };
  for (let column = 0; column < body.length && cells.length <= PATTERN_LIMITS.strokes; column += 1) {
    const sign = body[column] as string;
    if (isFigure(sign)) {
      const text = fretAt(body, column);
      const before = body[column - 1];
      add({ column, fret: Number(text), slur, ghost: before === '(', harmonic: before === '<' });
      column += text.length - 1;
    } else if (sign === 'x' || sign === 'X') add({ column, fret: 0, dead: true });
    else if (SLUR_SIGNS[sign]) slur = struck ? SLUR_SIGNS[sign] : undefined;
    else if (!SILENT.has(sign)) {
      reading.unknown += 1;
      if (problems.length < MOST_PROBLEMS)
        problems.push(problem('tab-symbol', { line: line + 1, column: start + column + 1, value: sign }));
    }
  }
};

/** The notes of a system, and a problem for each sign that is not known; the rest is read all the same. */
export const readCells = ({ first, lines }: TabSystem): Reading => {
  const reading: Reading = { cells: [], problems: [], unknown: 0 };
  lines.forEach(({ body, start }, index) => readLine({ body, start, line: first + index, string: index + 1 }, reading));
  return reading;
};
