import { createProblem, type Problem } from '../../errors/index.ts';
import { MAX_PROBLEMS } from '../../schema/index.ts';
import type { Digit, Slur } from '../../pattern/index.ts';
import type { SystemBars } from './parse-bars.ts';
import type { TabSystem } from './find-systems.ts';

/**
 * One note of a tablature, by columns of its system: `column` is where it or its bracket begins, `start` the sign of
 * its slur, `end` where it is over.
 */
export interface TabNote {
  readonly line: number;
  readonly start: number;
  readonly column: number;
  readonly end: number;
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

/** Signs that say nothing about who plays: rules, bars, vibrato, ends of brackets. */
const SILENT = new Set([...'-|~ :*=^vV.,]}[{()<>\'"+']);

/** Collects the notes of a text and what is not known in it, up to what a pattern holds and a teacher reads. */
export interface TabParseState {
  readonly cells: TabNote[];
  readonly problems: Problem[];
  /** Signs that are not known, those not named among the problems included. */
  unknown: number;
  bends: number;
  graces: number;
  taps: number;
}

/** Nothing read yet. */
export const createTabParseState = (): TabParseState => ({
  cells: [],
  problems: [],
  unknown: 0,
  bends: 0,
  graces: 0,
  taps: 0,
});

/** Notes that are read of a text: more than a pattern holds, so that some bars of a long one can be chosen. */
export const MAX_TAB_NOTES = 40_000;

const isFigure = (sign: string | undefined): boolean => sign !== undefined && sign >= '0' && sign <= '9';

/** The figures of a fret from a column on: two only where they make a fret a neck can have. */
const fretAt = (body: string, column: number): string => {
  const one = body[column] ?? '';
  const two = isFigure(body[column + 1]) ? `${one}${body[column + 1]}` : '';
  return two !== '' && one !== '0' && Number(two) <= 30 ? two : one;
};

/** Reads one line of a system from left to right. */
class LineReader {
  private column = 0;
  private slur: Slur | undefined;
  /** Whether something was struck that can be slurred from. */
  private struck = false;
  /** Where the signs before the next note begin: brackets and the like, and the sign of a slur. */
  private prefix: number | undefined;
  private slurAt: number | undefined;
  private grace = false;

  constructor(
    private readonly body: string,
    private readonly place: { readonly line: number; readonly string: number; readonly start: number },
    private readonly reading: TabParseState,
  ) {}

  read(edges: ReadonlySet<number>, end: number): void {
    const stop = Math.min(end, this.body.length);
    while (this.column < stop && this.reading.cells.length <= MAX_TAB_NOTES) {
      if (edges.has(this.column)) {
        this.forgetPrefix();
        this.column += 1;
      } else this.sign(this.body[this.column] as string);
    }
  }

  private sign(sign: string): void {
    if (isFigure(sign)) this.number();
    else if (sign === 'x' || sign === 'X') this.add(0, 1, { dead: true });
    else if ((sign === 'b' || sign === 'r') && this.struck) this.bend();
    else if ((sign === 't' || sign === 'T') && this.body[this.column + 1] === 'r') this.trill();
    else if (sign === 't' || sign === 'T') this.tap();
    else if ((sign === 'g' || sign === 'G') && isFigure(this.body[this.column + 1])) this.graceNote();
    else if (SLUR_SIGNS[sign]) this.slurSign(SLUR_SIGNS[sign]);
    else this.other(sign);
  }

  private number(): void {
    const text = fretAt(this.body, this.column);
    const before = this.body[this.column - 1];
    this.add(Number(text), text.length, {
      ghost: before === '(',
      harmonic: before === '<' || before === '[' || before === '{',
    });
  }

  private add(fret: number, length: number, marks: Partial<TabNote>): void {
    const { line, string } = this.place;
    const column = this.prefix ?? this.column;
    this.column += length;
    const slur = this.grace ? undefined : this.slur;
    const start = Math.min(this.slurAt ?? column, column);
    this.reading.cells.push({
      line,
      string,
      start,
      column,
      end: this.column,
      fret,
      ...marks,
      ...(slur ? { slur } : {}),
    });
    this.slur = undefined;
    this.grace = false;
    this.forgetPrefix();
    this.struck = true;
  }

  private slurSign(slur: Slur): void {
    // A slide from nowhere has no note to be slurred from.
    if (this.struck) this.slur = slur;
    this.slurAt ??= this.column;
    this.column += 1;
  }

  private forgetPrefix(): void {
    this.prefix = undefined;
    this.slurAt = undefined;
  }

  private skipNumber(): void {
    if (this.body[this.column] === '(') this.column += 1;
    while (isFigure(this.body[this.column])) this.column += 1;
    if (this.body[this.column] === ')') this.column += 1;
  }

  /** A bend or a release, and the fret it goes to, which nobody strikes. */
  private bend(): void {
    if (this.body[this.column] === 'b') this.reading.bends += 1;
    this.column += 1;
    this.skipNumber();
  }

  private trill(): void {
    this.column += 2;
    this.skipNumber();
  }

  private tap(): void {
    const next = isFigure(this.body[this.column + 1]);
    if (next) {
      this.reading.taps += 1;
      this.prefix ??= this.column;
      this.slur = 'hammer-on';
      this.struck = true;
    } else if (isFigure(this.body[this.column - 1])) this.lastWasTapped();
    this.column += 1;
  }

  private lastWasTapped(): void {
    const last = this.reading.cells.pop();
    if (!last) return;
    this.reading.taps += 1;
    this.reading.cells.push({ ...last, slur: 'hammer-on' });
  }

  /** A grace note, and the sign that leads on from it: the note after it stands in its place. */
  private graceNote(): void {
    this.reading.graces += 1;
    this.prefix ??= this.column;
    this.column += 1;
    this.skipNumber();
    if (SLUR_SIGNS[this.body[this.column] ?? '']) this.column += 1;
    this.grace = true;
  }

  private other(sign: string): void {
    const opens = sign === '(' || sign === '<' || sign === '[' || sign === '{';
    if (opens) this.prefix ??= this.column;
    else if (sign === '-' || sign === ' ') this.forgetPrefix();
    if (sign === '-' && this.grace) this.grace = false;
    if (!SILENT.has(sign)) this.unknown(sign);
    this.column += 1;
  }

  private unknown(sign: string): void {
    const { line, start } = this.place;
    this.reading.unknown += 1;
    if (this.reading.problems.length < MAX_PROBLEMS)
      this.reading.problems.push(
        createProblem('tab-symbol', { line: line + 1, column: start + this.column + 1, value: sign }),
      );
  }
}

/** Adds the notes of a system to a reading, and a problem for each sign that is not known. */
export const parseSystemNotes = (
  { first, lines }: TabSystem,
  { edges, end }: SystemBars,
  reading: TabParseState,
): void =>
  lines.forEach(({ body, start }, index) =>
    new LineReader(body, { line: first + index, string: index + 1, start }, reading).read(edges, end),
  );
