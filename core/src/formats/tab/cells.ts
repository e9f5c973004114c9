import { problem, type Problem } from '../../errors/index.ts';
import type { Digit, Slur } from '../../pattern/index.ts';
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
const SILENT = new Set([...'-|~ :*=^vbrtT.,]}[{']);

interface Reading {
  readonly cells: TabCell[];
  readonly problems: Problem[];
}

interface Line {
  readonly body: string;
  readonly line: number;
  readonly string: number;
  readonly start: number;
}

/** The figures of a fret from a column on: two only where they make a fret a neck can have. */
const fretAt = (body: string, column: number): string => {
  const two = /^\d\d/.exec(body.slice(column))?.[0];
  return two && Number(two) <= 30 && two[0] !== '0' ? two : (body[column] ?? '');
};

const readLine = ({ body, line, string, start }: Line, { cells, problems }: Reading): void => {
  let slur: Slur | undefined;
  for (let column = 0; column < body.length; column += 1) {
    const sign = body[column] as string;
    if (/\d/.test(sign)) {
      const text = fretAt(body, column);
      const before = body[column - 1];
      cells.push({ line, column, string, fret: Number(text), slur, ghost: before === '(', harmonic: before === '<' });
      slur = undefined;
      column += text.length - 1;
    } else if (sign === 'x' || sign === 'X') {
      cells.push({ line, column, string, fret: 0, dead: true });
      slur = undefined;
    } else if (SLUR_SIGNS[sign])
      slur = cells.some((cell) => cell.string === string && cell.line === line) ? SLUR_SIGNS[sign] : undefined;
    else if (!SILENT.has(sign) && !'()<>'.includes(sign))
      problems.push(problem('tab-symbol', { line: line + 1, column: start + column + 1, value: sign }));
  }
};

/** The notes of a system, and a problem for each sign that is not known; the rest is read all the same. */
export const readCells = ({
  first,
  lines,
}: TabSystem): { readonly cells: readonly TabCell[]; readonly problems: readonly Problem[] } => {
  const reading: Reading = { cells: [], problems: [] };
  lines.forEach(({ body, start }, index) => readLine({ body, start, line: first + index, string: index + 1 }, reading));
  return { cells: reading.cells.map((cell) => ({ ...cell })), problems: reading.problems };
};
