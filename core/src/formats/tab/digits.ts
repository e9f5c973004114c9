import type { Digit } from '../../pattern/index.ts';
import type { TabCell } from './cells.ts';
import type { TabSystem } from './systems.ts';

/** Letters and marks of digits in a line above or below the strings. */
const MARKS: Readonly<Record<string, Digit>> = {
  p: 'p',
  t: 'p',
  i: 'i',
  m: 'm',
  a: 'a',
  c: 'c',
  v: 'down',
  V: 'down',
  '^': 'up',
};

/** A line that holds nothing but digits, at least two of them, well apart. */
const isDigitLine = (line: string | undefined): line is string =>
  line !== undefined && /^[\spimactvV^]+$/.test(line) && line.trim().length > 0 && !/[a-zA-Z]{2}/.test(line);

/** Most lines of digits that are looked at: one for each digit of a pinch. */
const MOST_LINES = 4;

const digitLines = (lines: readonly string[], { first, lines: strings }: TabSystem): readonly string[] => {
  const from = (start: number, step: number): readonly string[] => {
    const found: string[] = [];
    for (let index = start; found.length < MOST_LINES && isDigitLine(lines[index]); index += step)
      found.push(lines[index] as string);
    return found;
  };
  const below = from(first + strings.length, 1);
  return below.length > 0 ? below : [...from(first - 1, -1)].reverse();
};

/** Digits over a column, from the highest-pitched string down. */
const digitsAt = (rows: readonly string[], column: number): readonly Digit[] =>
  rows.flatMap((row) => {
    const digit = MARKS[row[column] ?? ' '];
    return digit ? [digit] : [];
  });

/** The notes of a system with the digits that stand above or below them pinned; slurred ones have none. */
export const pinned = (lines: readonly string[], system: TabSystem, cells: readonly TabCell[]): readonly TabCell[] => {
  const rows = digitLines(lines, system);
  if (rows.length === 0) return cells;
  const start = system.lines[0]?.start ?? 0;
  return cells.map((cell) => {
    const together = cells
      .filter(({ column, slur }) => column === cell.column && !slur)
      .sort((a, b) => a.string - b.string);
    const digits = digitsAt(rows, start + cell.column);
    const place = together.indexOf(cell);
    return place >= 0 && digits.length === together.length ? { ...cell, pin: digits[place] } : cell;
  });
};
