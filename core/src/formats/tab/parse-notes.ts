import { createProblem, type Problem } from '../../errors/index.ts';
import { MAX_PROBLEMS } from '../../schema/index.ts';
import {
  BEND_STEPS,
  ORNAMENT_LIMITS,
  type Bend,
  type Digit,
  type GraceNote,
  type SlideSide,
  type LeadingSlur,
} from '../../pattern/index.ts';
import { USUAL_BEND, USUAL_TRILL, nearestBend } from '../parsed-music/usual-ornaments.ts';
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
  readonly slur?: LeadingSlur;
  readonly dead?: boolean;
  readonly ghost?: boolean;
  readonly harmonic?: boolean;
  readonly pin?: Digit;
  readonly bend?: Bend;
  readonly grace?: GraceNote;
  readonly trill?: number;
  readonly vibrato?: boolean;
  readonly slideIn?: SlideSide;
  readonly slideOut?: SlideSide;
  readonly tapped?: boolean;
}

/** Signs that slur to the note after them. */
const SLUR_SIGNS: Readonly<Record<string, LeadingSlur>> = {
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
  /** Bends that do not say how far. */
  bends: number;
  /** Grace notes that no note comes after, or one too far off. */
  graces: number;
}

/** Nothing read yet. */
export const createTabParseState = (): TabParseState => ({
  cells: [],
  problems: [],
  unknown: 0,
  bends: 0,
  graces: 0,
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
  private slur: LeadingSlur | undefined;
  /** Whether something was struck that can be slurred from. */
  private struck = false;
  /** Where the signs before the next note begin: brackets and the like, and the sign of a slur. */
  private prefix: number | undefined;
  private slurAt: number | undefined;
  /** The fret of a grace note that waits for its note, and how it leads there. */
  private grace: { readonly fret: number; readonly slur?: LeadingSlur } | undefined;
  private slideIn: SlideSide | undefined;
  private tapped = false;

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
    else if (sign === '~' && this.struck) this.vibrato();
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
    const { slur, slideIn, tapped } = this;
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
      ...(slideIn ? { slideIn } : {}),
      ...(tapped ? { tapped } : {}),
      ...this.graceOf(fret),
    });
    this.slur = undefined;
    this.slideIn = undefined;
    this.tapped = false;
    this.grace = undefined;
    this.forgetPrefix();
    this.struck = true;
  }

  private graceOf(fret: number): Partial<TabNote> {
    if (!this.grace) return {};
    const { fret: from, slur } = this.grace;
    const frets = from - fret;
    if (frets !== 0 && Math.abs(frets) <= ORNAMENT_LIMITS.grace) return { grace: { frets, ...(slur ? { slur } : {}) } };
    this.reading.graces += 1;
    return {};
  }

  /** Marks the note that was read last on this line. */
  private mark(marks: Partial<TabNote>): void {
    const last = this.reading.cells.pop();
    if (last) this.reading.cells.push({ ...last, ...marks });
  }

  private vibrato(): void {
    this.mark({ vibrato: true });
    while (this.body[this.column] === '~') this.column += 1;
  }

  private slurSign(slur: LeadingSlur): void {
    const sign = this.body[this.column];
    if (slur === 'slide' && this.isSlideOff()) this.mark({ slideOut: sign === '\\' ? 'below' : 'above' });
    else if (this.struck) this.slur = slur;
    // A slide from nowhere has no note to be slurred from.
    else if (slur === 'slide') this.slideIn = sign === '\\' ? 'above' : 'below';
    this.slurAt ??= this.column;
    this.column += 1;
  }

  /** Whether a sign of a slide stands right behind a note and no note comes soon. */
  private isSlideOff(): boolean {
    if (!this.struck || !/[\d)~]/.test(this.body[this.column - 1] ?? '')) return false;
    return /^(?:-{2}|-?\||\s|$)/.test(this.body.slice(this.column + 1, this.column + 3));
  }

  private forgetPrefix(): void {
    this.prefix = undefined;
    this.slurAt = undefined;
  }

  /** A number, perhaps in brackets and with half frets, that is no note of its own; undefined where there is none. */
  private aside(): number | undefined {
    const [all, figures] = /^\(?(\d{1,2}(?:\.5)?)\)?/.exec(this.body.slice(this.column, this.column + 6)) ?? [];
    if (all === undefined) return undefined;
    this.column += all.length;
    return Number(figures);
  }

  /** A bend or a release, and the fret it goes to, which nobody strikes. */
  private bend(): void {
    const isRelease = this.body[this.column] === 'r';
    this.column += 1;
    const to = this.aside();
    const last = this.reading.cells.at(-1);
    if (isRelease) {
      if (last?.bend) this.mark({ bend: { ...last.bend, isReleased: true } });
      return;
    }
    const by = to === undefined ? 0 : to - (last?.fret ?? 0);
    if (by < (BEND_STEPS[0] as number)) this.reading.bends += 1;
    this.mark({ bend: { semitones: by < (BEND_STEPS[0] as number) ? USUAL_BEND : nearestBend(by) } });
  }

  private trill(): void {
    this.column += 2;
    const to = this.aside();
    if (!this.struck) return;
    const by = to === undefined ? 0 : to - (this.reading.cells.at(-1)?.fret ?? 0);
    this.mark({ trill: by >= 1 && by <= ORNAMENT_LIMITS.trill ? by : USUAL_TRILL });
  }

  private tap(): void {
    const next = isFigure(this.body[this.column + 1]);
    if (next) {
      this.prefix ??= this.column;
      this.tapped = true;
    } else if (isFigure(this.body[this.column - 1])) this.lastWasTapped();
    this.column += 1;
  }

  private lastWasTapped(): void {
    const last = this.reading.cells.pop();
    if (!last) return;
    this.reading.cells.push({ ...last, tapped: true });
  }

  /** A grace note, and the sign that leads on from it to its note. */
  private graceNote(): void {
    this.prefix ??= this.column;
    this.column += 1;
    const fret = this.aside() as number;
    const slur = SLUR_SIGNS[this.body[this.column] ?? ''];
    if (slur) this.column += 1;
    this.grace = { fret, ...(slur ? { slur } : {}) };
  }

  private other(sign: string): void {
    const opens = sign === '(' || sign === '<' || sign === '[' || sign === '{';
    if (opens) this.prefix ??= this.column;
    else if (sign === '-' || sign === ' ') this.forgetPrefix();
    if (sign === '-' && this.grace) {
      this.reading.graces += 1;
      this.grace = undefined;
    }
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
