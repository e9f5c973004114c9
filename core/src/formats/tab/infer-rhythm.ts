import {
  isCompoundMetre,
  beatsPerBar,
  isSubdivisionPossible,
  greatestCommonDivisor,
  ticksPerBar,
  ticksPerBeat,
  type Metre,
} from '../../time/index.ts';
import type { TabBar } from './parse-bars.ts';
import type { TabNote } from './parse-notes.ts';
import type { CountedColumn } from './parse-counts.ts';

/** A bar with its notes. */
export interface TabBarNotes {
  readonly bar: TabBar;
  readonly cells: readonly TabNote[];
}

/** When the notes of a bar sound, in ticks from its start, how long it is, and the parts its beats are counted in. */
export interface TabBarRhythm {
  readonly at: readonly number[];
  readonly ticks: number;
  readonly parts?: readonly number[];
  /** Notes whose time lies between those that are counted. */
  readonly between: number;
}

const PARTS: readonly number[] = [1, 2, 3, 4, 6, 8];
const DOTTED_PARTS: readonly number[] = [1, 3, 6, 12];

const partsIn = (metre: Metre): readonly number[] =>
  (isCompoundMetre(metre) ? DOTTED_PARTS : PARTS).filter((parts) => isSubdivisionPossible(metre, parts));

interface Fit {
  readonly parts: number;
  readonly slots: readonly number[];
  readonly error: number;
}

const widthOf = ({ bar }: TabBarNotes): number => bar.to - bar.from;

/** How well the columns of a bar fall on so many equal slots, from a first column of 0 to 2. */
const fitOf = (one: TabBarNotes, beats: number, parts: number): Fit => {
  const count = beats * parts;
  const offsets = one.cells.map(({ column }) => column - one.bar.from);
  const tries = [0, 1, 2]
    .filter((first) => offsets.every((offset) => offset >= first))
    .map((first): Fit => {
      const slot = (widthOf(one) - first) / count;
      const places = offsets.map((offset) => (offset - first) / slot);
      const slots = places.map((place) => Math.min(count - 1, Math.round(place)));
      const clash = new Set(one.cells.map(({ string }, index) => `${string}/${slots[index]}`)).size < slots.length;
      const error = clash
        ? Infinity
        : places.reduce((sum, place, index) => sum + Math.abs(place - (slots[index] as number)), 0) /
          Math.max(1, slots.length);
      return { parts, slots, error };
    });
  return tries.sort((a, b) => a.error - b.error)[0] ?? { parts, slots: [], error: Infinity };
};

/** Columns that fall this near to their slots, on the whole, are meant to be on them. */
const NEAR = 0.13;

/** Columns of the bar that all notes are whole numbers of apart: 1 where they are not evenly spaced. */
const spacingOf = ({ cells }: TabBarNotes): number => {
  const first = cells[0]?.column ?? 0;
  return cells.reduce((step, { column }) => greatestCommonDivisor(step, column - first), 0);
};

/** Slots by an even spacing, where a bar is too short or too long to be stretched: each step is a part of a beat. */
const evenSlots = (one: TabBarNotes, metre: Metre, parts: number): readonly number[] | undefined => {
  const step = spacingOf(one);
  const first = one.cells[0]?.column ?? 0;
  const slots = one.cells.map(({ column }) => (column - first) / step);
  return step > 1 && Math.max(...slots) < beatsPerBar(metre) * parts ? slots : undefined;
};

/** Whether a bar falls well on so many parts, stretched to its metre or evenly spaced in it. */
const isEven = (bar: TabBarNotes, metre: Metre, parts: number): boolean =>
  fitOf(bar, beatsPerBar(metre), parts).error <= NEAR || evenSlots(bar, metre, parts) !== undefined;

/** The fewest parts of the beat on which all bars fall well; the best fit where none does. */
export const inferSubdivision = (bars: readonly TabBarNotes[], metre: Metre): number => {
  const fits = partsIn(metre).map((parts) => ({
    parts,
    error: bars.reduce((worst, bar) => Math.max(worst, fitOf(bar, beatsPerBar(metre), parts).error), 0),
  }));
  const good = fits.find(({ error }) => error <= NEAR)?.parts;
  const even = fits.find(({ parts }) =>
    bars.every((bar) => bar.cells.length === 0 || isEven(bar, metre, parts)),
  )?.parts;
  return good ?? even ?? [...fits].sort((a, b) => a.error - b.error)[0]?.parts ?? 4;
};

/** Times from the spacing of the columns: the bar is cut in equal parts. */
export const inferRhythmFromSpacing = (one: TabBarNotes, metre: Metre, parts: number): TabBarRhythm => {
  const slot = ticksPerBeat(metre) / parts;
  const fit = fitOf(one, beatsPerBar(metre), parts);
  const slots = (fit.error > NEAR ? evenSlots(one, metre, parts) : undefined) ?? fit.slots;
  return { at: one.cells.map((_, index) => (slots[index] ?? 0) * slot), ticks: ticksPerBar(metre), between: 0 };
};

const timesIn = ({ cells }: TabBarNotes): number => new Set(cells.map(({ column }) => column)).size;

/** Share of the second bar, in width and in notes, that a first one may have to be a pickup. */
const PICKUP = 0.6;

/**
 * A first bar much narrower than the next is a pickup: its columns are as wide as the next bar's, and its notes end it.
 * Undefined where it is none.
 */
export const inferPickupRhythm = (
  first: TabBarNotes,
  second: TabBarNotes | undefined,
  metre: Metre,
  parts: number,
): TabBarRhythm | undefined => {
  if (!second || first.cells.length === 0 || widthOf(first) > PICKUP * widthOf(second)) return undefined;
  if (timesIn(first) > PICKUP * timesIn(second)) return undefined;
  const lead = Math.min(...second.cells.map(({ column }) => column - second.bar.from), 2);
  const slot = (widthOf(second) - lead) / (beatsPerBar(metre) * parts);
  const start = Math.min(...first.cells.map(({ column }) => column));
  const slots = Math.max(1, Math.round((first.bar.to - start) / slot));
  const tick = ticksPerBeat(metre) / parts;
  const at = first.cells.map(({ column }) => Math.min(slots - 1, Math.round((column - start) / slot)) * tick);
  return slots < beatsPerBar(metre) * parts ? { at, ticks: slots * tick, between: 0 } : undefined;
};

/** The finest part of a beat a note between counts is put on. */
const FINEST = 8;

/** The time of a column among counted ones: that of the count it stands at, else between those around it. */
const timeAmong = (
  cell: TabNote,
  counted: readonly (CountedColumn & { readonly at: number })[],
  offset: number,
  end: { readonly column: number; readonly at: number },
  beat: number,
): { readonly at: number; readonly between: boolean } => {
  const [start, column, until] = [cell.start + offset, cell.column + offset, cell.end + offset];
  const own = counted.find((one) => one.column >= start && one.column < until);
  if (own) return { at: own.at, between: false };
  let before = counted[0] as { readonly column: number; readonly at: number };
  let after: { readonly column: number; readonly at: number } = end;
  for (const one of counted) {
    if (one.column <= column) before = one;
    else {
      after = one;
      break;
    }
  }
  if (column < before.column) return { at: before.at, between: column < before.column - 1 };
  const share = (column - before.column) / Math.max(1, after.column - before.column);
  const step = beat / FINEST;
  const at = before.at + Math.round((share * (after.at - before.at)) / step) * step;
  return { at: Math.min(at, end.at - step), between: true };
};

/**
 * Times from the counts over a bar; undefined where they do not count it from its first beat to its last. `offset`
 * leads from a column of the system to one of the text.
 */
export const inferRhythmFromCounts = (
  { bar, cells }: TabBarNotes,
  felt: Metre,
  counts: readonly CountedColumn[],
  offset: number,
): TabBarRhythm | undefined => {
  const inside = counts.filter(({ column }) => column >= bar.from + offset - 1 && column < bar.to + offset);
  const beats = inside.filter(({ share }) => share === 0);
  // What is felt in dotted beats may still be counted note by note.
  const isByNote = beats.length > beatsPerBar(felt);
  const metre = isByNote ? { beats: felt.beats, unit: felt.unit } : felt;
  if (beats[0]?.beat !== 1 || beats.length > beatsPerBar(metre) || inside[0] !== beats[0]) return undefined;
  if (!inside.every(({ parts }) => isSubdivisionPossible(metre, parts))) return undefined;
  const beat = ticksPerBeat(metre);
  const counted = inside.map((one) => ({ ...one, at: Math.round((one.beat - 1 + one.share) * beat) }));
  const end = { column: bar.to + offset, at: beats.length * beat };
  const times = cells.map((cell) => timeAmong(cell, counted, offset, end, beat));
  return {
    at: times.map(({ at }) => at),
    ticks: end.at,
    ...(isByNote ? {} : { parts: beats.map(({ parts }) => parts) }),
    between: times.filter(({ between }) => between).length,
  };
};

/** Letters of note values over the columns, in beats of a quarter (common practice, no source). */
const VALUES: Readonly<Record<string, number>> = { W: 4, H: 2, Q: 1, E: 1 / 2, S: 1 / 4, T: 1 / 8 };

/** A letter of a note value over a column of the text, with its length in ticks. */
export interface RhythmLetter {
  readonly column: number;
  readonly ticks: number;
}

/** The note values a line of letters gives; undefined where it is none. */
export const parseRhythmLetters = (line: string | undefined): readonly RhythmLetter[] | undefined => {
  if (line === undefined || line.length > 2000 || !/^[WHQEST.\s|]+$/.test(line)) return undefined;
  const found: RhythmLetter[] = [];
  for (const { 0: text, index } of line.matchAll(/\S+/g)) {
    if (text === '|') continue;
    const value = /^[WHQEST]\.?$/.test(text) ? VALUES[text.charAt(0)] : undefined;
    if (value === undefined) return undefined;
    found.push({ column: index, ticks: value * 840 * (text.endsWith('.') ? 1.5 : 1) });
  }
  return found.length > 1 ? found : undefined;
};

/** Times from note values over a bar: where there is one for each time and they fill it; undefined otherwise. */
export const inferRhythmFromLetters = (
  { bar, cells }: TabBarNotes,
  metre: Metre,
  letters: readonly RhythmLetter[],
  offset: number,
): TabBarRhythm | undefined => {
  const inside = letters.filter(({ column }) => column >= bar.from + offset && column < bar.to + offset);
  const sum = inside.reduce((all, { ticks }) => all + ticks, 0);
  if (inside.length === 0 || sum !== ticksPerBar(metre)) return undefined;
  const starts = inside.map((_, index) => inside.slice(0, index).reduce((all, { ticks }) => all + ticks, 0));
  const at = cells.map((cell) => {
    const place = inside.findIndex(({ column }) => column >= cell.start + offset && column < cell.end + offset);
    return starts[place];
  });
  return at.every((one) => one !== undefined) ? { at: at as number[], ticks: sum, between: 0 } : undefined;
};
