import { beatsPerBar, unitsPerBeat, ticksPerUnit, ticksPerBar, type Metre } from '../../time/index.ts';
import {
  isCompoundTime,
  splitIntoPlainLengths,
  toPlainNoteValue,
  splitTupletLengths,
  findDottedTuplet,
  findTuplet,
  toTupletNoteValue,
  type NoteValue,
  type Tuplet,
} from './note-values.ts';

/** Something that begins at a tick of a bar and lasts until the next of its voice; `null` is a rest. */
export interface RhythmSegment<T> {
  readonly at: number;
  readonly to: number;
  readonly content: T | null;
}

/** A note, a chord or a rest as it is written: one value, tied to the pieces around it where one will not do. */
export interface NotatedDuration<T> {
  readonly at: number;
  readonly ticks: number;
  readonly content: T | null;
  /** Undefined where nothing that is written is so long. */
  readonly value: NoteValue | undefined;
  readonly tiedFrom: boolean;
  readonly tiedTo: boolean;
  readonly tupletBegins: boolean;
  readonly tupletEnds: boolean;
  /** What happens to its beams, the longest value’s first. */
  readonly beams: readonly Beam[];
}

/** What a beam does at a note. */
export type Beam = 'begin' | 'continue' | 'end' | 'forward hook' | 'backward hook';

/**
 * Tuplets by the note of the time signature they fill, or the dotted beat; where nothing fits, beats are left as they
 * are.
 */
const tupletsIn = (segments: readonly RhythmSegment<unknown>[], metre: Metre): readonly Tuplet[] => {
  const [unit, inBeat] = [ticksPerUnit(metre), unitsPerBeat(metre)];
  const places = segments.map(({ at }) => at);
  return Array.from({ length: beatsPerBar(metre) }, (_, beat): readonly Tuplet[] => {
    const from = beat * inBeat * unit;
    const found = Array.from({ length: inBeat }, (__, index) => findTuplet(from + index * unit, unit, places));
    const whole = found.includes(null) && inBeat === 3 ? findDottedTuplet(from, 3 * unit, places) : undefined;
    return whole ? [whole] : found.filter((one): one is Tuplet => one !== undefined && one !== null);
  }).flat();
};

interface Bare<T> {
  readonly at: number;
  readonly ticks: number;
  readonly content: T | null;
  readonly tuplet: Tuplet | undefined;
  readonly first: boolean;
  readonly last: boolean;
}

/** A segment in pieces: cut at the ends of tuplets, then into values. */
const cut = <T>(
  { at, to, content }: RhythmSegment<T>,
  tuplets: readonly Tuplet[],
  metre: Metre,
): readonly Bare<T>[] => {
  const edges = [...new Set([at, ...tuplets.flatMap((one) => [one.from, one.to]), to])]
    .filter((edge) => edge >= at && edge <= to)
    .sort((a, b) => a - b);
  const found = edges.slice(0, -1).flatMap((from, index) => {
    const end = edges[index + 1] as number;
    const tuplet = tuplets.find((one) => from >= one.from && end <= one.to);
    const whole = tuplet && from === tuplet.from && end === tuplet.to;
    const inside = whole ? undefined : tuplet;
    const lengths = inside ? splitTupletLengths(from, end, inside) : splitIntoPlainLengths(from, end, metre);
    let next = from;
    return lengths.map((ticks) => {
      next += ticks;
      return { at: next - ticks, ticks, content, tuplet: inside };
    });
  });
  return found.map((one, index) => ({ ...one, first: index === 0, last: index === found.length - 1 }));
};

const FLAGS: Readonly<Record<string, number>> = { eighth: 1, '16th': 2, '32nd': 3, '64th': 4, '128th': 5 };

const flagsOf = (value: NoteValue | undefined): number => FLAGS[value?.type ?? ''] ?? 0;

/** Ticks of the groups that beams join. */
const beamGroup = (metre: Metre): number => {
  if (isCompoundTime(metre)) return (3 * 3360) / metre.unit;
  return Math.max(metre.unit === 16 ? 420 : 840, Math.min(840, ticksPerUnit(metre)));
};

type Unbeamed<T> = Omit<NotatedDuration<T>, 'beams'>;

const groupOf = ({ at }: Unbeamed<unknown>, metre: Metre): number => Math.floor(at / beamGroup(metre));

/** Two beats of plain eighths in one half of a bar are beamed together. */
const joinsHalf = (pieces: readonly Unbeamed<unknown>[], metre: Metre, group: number): boolean => {
  if (metre.unit !== 4 || metre.beats % 2 !== 0 || group % 2 !== 1) return false;
  const half = pieces.filter((one) => groupOf(one, metre) === group || groupOf(one, metre) === group - 1);
  return (
    half.length === 4 && half.every(({ ticks, content, value }) => ticks === 420 && content !== null && !value?.tuplet)
  );
};

/** Runs of notes with flags inside one group: what a beam joins. */
const beamedRuns = (pieces: readonly Unbeamed<unknown>[], metre: Metre): readonly (readonly number[])[] => {
  const runs: number[][] = [];
  let last = -2;
  pieces.forEach((piece, index) => {
    if (piece.content === null || flagsOf(piece.value) === 0) return;
    const group = groupOf(piece, metre);
    const before = last === index - 1 ? pieces[last] : undefined;
    const same = before && (groupOf(before, metre) === group || joinsHalf(pieces, metre, group));
    if (same) runs.at(-1)?.push(index);
    else runs.push([index]);
    last = index;
  });
  const tuplets = numberTuplets(pieces);
  return runs.flatMap((run) => splitAtOpenTuplets(tuplets, run)).filter(({ length }) => length > 1);
};

/** For each piece the number of its tuplet in the bar, counted from 1; 0 outside of one. */
const numberTuplets = (pieces: readonly Unbeamed<unknown>[]): readonly number[] => {
  let count = 0;
  return pieces.map(({ value, tupletBegins }) => {
    if (tupletBegins) count += 1;
    return value?.tuplet ? count : 0;
  });
};

/**
 * A run cut where it goes into or out of a tuplet that it does not hold whole: a beam that leads out of one is read as
 * part of it by engravers.
 */
const splitAtOpenTuplets = (tuplets: readonly number[], run: readonly number[]): readonly number[][] => {
  const isWhole = (tuplet: number): boolean => tuplets.every((one, index) => one !== tuplet || run.includes(index));
  const parts: number[][] = [];
  let last: number | undefined;
  for (const index of run) {
    const tuplet = tuplets[index] as number;
    const open = tuplet > 0 && !isWhole(tuplet) ? tuplet : 0;
    if (open === last) parts.at(-1)?.push(index);
    else parts.push([index]);
    last = open;
  }
  return parts;
};

/** The beams of one note of a run, level by level. */
const beamsAt = (flags: readonly number[], place: number): readonly Beam[] => {
  const [before = 0, own = 0, after = 0] = [flags[place - 1], flags[place], flags[place + 1]];
  return Array.from({ length: own }, (_, index): Beam => {
    const level = index + 1;
    if (before >= level && after >= level) return 'continue';
    if (after >= level) return 'begin';
    if (before >= level) return 'end';
    return place > 0 ? 'backward hook' : 'forward hook';
  });
};

/** The notes, chords and rests of one voice in one bar as they are written: values, ties, tuplets, beams. */
export const notateRhythm = <T>(segments: readonly RhythmSegment<T>[], metre: Metre): readonly NotatedDuration<T>[] => {
  const tuplets = tupletsIn(segments, metre);
  const bare = segments.flatMap((segment) => cut(segment, tuplets, metre));
  const pieces = bare.map(({ at, ticks, content, tuplet, first, last }): Unbeamed<T> => ({
    at,
    ticks,
    content,
    value: tuplet ? toTupletNoteValue(ticks, tuplet) : toPlainNoteValue(ticks),
    tiedFrom: content !== null && !first,
    tiedTo: content !== null && !last,
    tupletBegins: tuplet !== undefined && at === tuplet.from,
    tupletEnds: tuplet !== undefined && Math.abs(at + ticks - tuplet.to) < 1e-6,
  }));
  const beams = new Map<number, readonly Beam[]>();
  for (const run of beamedRuns(pieces, metre)) {
    const flags = run.map((index) => flagsOf(pieces[index]?.value));
    run.forEach((index, place) => beams.set(index, beamsAt(flags, place)));
  }
  return pieces.map((piece, index) => ({ ...piece, beams: beams.get(index) ?? [] }));
};

/** The segments of one voice: each lasts until the next begins, a rest stands before the first. */
export const createSegments = <T>(
  starts: readonly (readonly [at: number, content: T])[],
  metre: Metre,
  { from, to }: { readonly from: number; readonly to: number } = { from: 0, to: ticksPerBar(metre) },
): readonly RhythmSegment<T>[] => {
  const first = starts[0]?.[0] ?? to;
  const rest: readonly RhythmSegment<T>[] = first > from ? [{ at: from, to: first, content: null }] : [];
  return [...rest, ...starts.map(([at, content], index) => ({ at, to: starts[index + 1]?.[0] ?? to, content }))];
};
