import { fretOn } from '../../harmony/index.ts';
import { openStringName, stringCount } from '../../instrument/index.ts';
import { digitMark, handOrder, slotTicks, type Digit, type Pattern, type Stroke } from '../../pattern/index.ts';
import { spokenCount, ticksPerBar, ticksPerBeat } from '../../time/index.ts';
import { tuningByKey } from '../../instrument/index.ts';

/** Widest line of a system, in characters. */
const WIDTH = 100;

/** Columns of three characters: room for a fret of two figures. */
const COLUMN = 3;

interface Grid {
  readonly pattern: Pattern;
  readonly digits: readonly (Digit | null)[];
  /** Ticks from column to column. */
  readonly step: number;
  readonly columnsPerBar: number;
}

const greatestDivisor = (a: number, b: number): number => (b === 0 ? a : greatestDivisor(b, a % b));

/** The coarsest grid, no coarser than the bench's, on which every stroke falls. */
const gridStep = (pattern: Pattern): number =>
  pattern.strokes.reduce((step, { at }) => greatestDivisor(step, at % ticksPerBeat(pattern.metre)), slotTicks(pattern));

const strokesAt = ({ pattern, step }: Grid, column: number): readonly Stroke[] =>
  pattern.strokes.filter(({ at }) => at === column * step);

const fill = (text: string, blank: string): string => text.padEnd(COLUMN, blank);

const line = (grid: Grid, bars: readonly number[], cell: (column: number) => string, bar: string): string =>
  bars
    .map((index) => {
      const first = index * grid.columnsPerBar;
      return Array.from({ length: grid.columnsPerBar }, (_, column) => cell(first + column)).join('') + bar;
    })
    .join('');

const countCell = (grid: Grid, column: number): string => {
  const beatColumns = ticksPerBeat(grid.pattern.metre) / grid.step;
  const inBar = column % grid.columnsPerBar;
  return fill(spokenCount(Math.floor(inBar / beatColumns), inBar % beatColumns, beatColumns), ' ');
};

const fretCell = (grid: Grid, string: number, column: number): string => {
  const struck = strokesAt(grid, column).some((stroke) => stroke.string === string);
  if (!struck) return fill('', '-');
  return fill(String(fretOn(grid.pattern.voicing, string) ?? 'x'), '-');
};

const digitsAt = (grid: Grid, column: number): readonly Digit[] =>
  strokesAt(grid, column)
    .flatMap((stroke) => grid.digits[grid.pattern.strokes.indexOf(stroke)] ?? [])
    .sort((a, b) => handOrder(b) - handOrder(a));

const digitLines = (grid: Grid, bars: readonly number[], margin: string): readonly string[] => {
  const columns = bars.flatMap((bar) =>
    Array.from({ length: grid.columnsPerBar }, (_, c) => bar * grid.columnsPerBar + c),
  );
  const most = Math.max(1, ...columns.map((column) => digitsAt(grid, column).length));
  return Array.from(
    { length: most },
    (_, row) =>
      margin +
      line(
        grid,
        bars,
        (column) => {
          const digit = digitsAt(grid, column)[row];
          return fill(digit ? digitMark(digit) : '', ' ');
        },
        ' ',
      ),
  );
};

const system = (grid: Grid, bars: readonly number[]): readonly string[] => {
  const strings = Array.from({ length: stringCount(grid.pattern.instrument) }, (_, index) => index + 1);
  const label = (string: number): string => `${openStringName(grid.pattern.instrument, string).padEnd(2)} ${string} |-`;
  const margin = ' '.repeat(label(1).length);
  return [
    margin + line(grid, bars, (column) => countCell(grid, column), ' '),
    ...strings.map((string) => label(string) + line(grid, bars, (column) => fretCell(grid, string, column), '|')),
    ...digitLines(grid, bars, margin),
  ].map((text) => text.trimEnd());
};

const shapeText = ({ voicing }: Pattern): string =>
  `${voicing.chord} (${voicing.frets.map((fret) => fret ?? 'x').join(' ')})`;

const heading = (pattern: Pattern, schoolName: string): readonly string[] => [
  pattern.name,
  [
    `${pattern.metre.beats}/${pattern.metre.unit}`,
    `${pattern.tempo} a minute`,
    `${tuningByKey(pattern.instrument.tuning).name}, ${pattern.instrument.capo > 0 ? `capo ${pattern.instrument.capo}` : 'no capo'}`,
    shapeText(pattern),
    schoolName,
  ].join(' · '),
  '',
];

/**
 * A pattern as plain-text tablature: the counts above, the digits below (`v` pick down, `^` pick up; of a pinch the
 * highest digit on top). `digits` come in the order of the pattern's strokes.
 */
export const writeTab = (pattern: Pattern, digits: readonly (Digit | null)[], schoolName: string): string => {
  const step = gridStep(pattern);
  const grid: Grid = { pattern, digits, step, columnsPerBar: ticksPerBar(pattern.metre) / step };
  const perSystem = Math.max(1, Math.floor((WIDTH - 6) / (grid.columnsPerBar * COLUMN + 1)));
  const systems = Array.from({ length: Math.ceil(pattern.bars / perSystem) }, (_, index) =>
    Array.from({ length: Math.min(perSystem, pattern.bars - index * perSystem) }, (_, bar) => index * perSystem + bar),
  );
  const lines = [...heading(pattern, schoolName), ...systems.flatMap((bars) => [...system(grid, bars), ''])];
  return `${lines.join('\n').trimEnd()}\n`;
};
