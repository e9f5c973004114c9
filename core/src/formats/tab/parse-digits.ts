import type { Digit } from '../../pattern/index.ts';
import type { TabNote } from './parse-notes.ts';
import type { TabSystem } from './find-systems.ts';

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

/**
 * The notes of a system with the digits that stand above or below them pinned; slurred ones have none. `columnOf` names
 * the column of the text a note belongs to.
 */
export const attachDigits = (
  lines: readonly string[],
  system: TabSystem,
  cells: readonly TabNote[],
  columnOf: (cell: TabNote) => number,
): readonly TabNote[] => {
  const rows = digitLines(lines, system);
  if (rows.length === 0) return cells;
  const together = new Map<number, TabNote[]>();
  for (const cell of cells) {
    if (cell.slur) continue;
    const column = columnOf(cell);
    together.set(
      column,
      [...(together.get(column) ?? []), cell].sort((a, b) => a.string - b.string),
    );
  }
  const pins = new Map<TabNote, Digit>();
  for (const [column, those] of together) {
    const digits = digitsAt(rows, column);
    if (digits.length === those.length) those.forEach((cell, place) => pins.set(cell, digits[place] as Digit));
  }
  return cells.map((cell) => ({ ...cell, ...(pins.has(cell) ? { pin: pins.get(cell) } : {}) }));
};
