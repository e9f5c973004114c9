import { failure, problem, success, type Problem, type Result } from '../../errors/index.ts';
import {
  TUNINGS,
  instrumentIn,
  parsePitchClass,
  pitchClassOf,
  tuningByKey,
  type Instrument,
} from '../../instrument/index.ts';
import { byTimeThenString, newPattern, problemsOfPattern, type Pattern, type Stroke } from '../../pattern/index.ts';
import { TEMPO_RANGE, canSubdivide, ticksPerBar, ticksPerBeat, type BeatUnit, type Metre } from '../../time/index.ts';
import { onFittingShape, type Imported } from '../imported.ts';
import { pinned } from './digits.ts';
import { readCells, type TabCell } from './cells.ts';
import { findSystems, type TabSystem } from './systems.ts';

/** The longest tablature that is read, in characters. */
export const LARGEST_TAB = 500_000;

const labelClass = (label: string): number | undefined =>
  parsePitchClass(label.charAt(0).toUpperCase() + label.slice(1));

/** The tuning whose open strings bear the labels of a system, from string 1 down; the usual one of that many strings otherwise. */
const instrumentOf = ({ lines }: TabSystem): { readonly instrument: Instrument; readonly known: boolean } => {
  const wanted = lines.map(({ label }) => labelClass(label));
  const sameCount = TUNINGS.filter(({ pitches }) => pitches.length === lines.length);
  const fits = sameCount.find(({ pitches }) =>
    wanted.every(
      (pitchClass, index) =>
        pitchClass === undefined || pitchClass === pitchClassOf(pitches[pitches.length - 1 - index] as number),
    ),
  );
  return { instrument: instrumentIn(fits ?? sameCount[0] ?? tuningByKey('standard')), known: fits !== undefined };
};

/** One bar of a system: the columns it spans, and its cells. */
interface TabBar {
  readonly width: number;
  readonly cells: readonly (TabCell & { readonly offset: number })[];
}

/** Bars lie between the columns where every line has a bar line. */
const barsOf = (system: TabSystem, cells: readonly TabCell[]): readonly TabBar[] => {
  const length = Math.max(...system.lines.map(({ body }) => body.length));
  const isBar = (column: number): boolean =>
    system.lines.every(({ body }) => body[column] === '|' || body[column] === undefined || body[column] === ' ') &&
    system.lines.some(({ body }) => body[column] === '|');
  const edges = [-1, ...Array.from({ length }, (_, column) => column).filter(isBar), length];
  return edges.slice(1).flatMap((end, index): TabBar[] => {
    const start = (edges[index] as number) + 1;
    const inside = cells
      .filter(({ column }) => column >= start && column < end)
      .map((cell) => ({ ...cell, offset: cell.column - start }));
    return end - start >= 2 && (inside.length > 0 || end - start > 3) ? [{ width: end - start, cells: inside }] : [];
  });
};

const PARTS = [1, 2, 3, 4, 6, 8] as const;

interface Fit {
  readonly parts: number;
  readonly slots: readonly number[];
  readonly error: number;
}

/** How well the columns of a bar fall on so many equal slots, from a first column of 0 to 2. */
const fitOf = ({ width, cells }: TabBar, beats: number, parts: number): Fit => {
  const count = beats * parts;
  const tries = [0, 1, 2]
    .filter((first) => cells.every(({ offset }) => offset >= first))
    .map((first): Fit => {
      const slot = (width - first) / count;
      const places = cells.map(({ offset }) => (offset - first) / slot);
      const slots = places.map((place) => Math.min(count - 1, Math.round(place)));
      const clash = new Set(cells.map(({ string }, index) => `${string}/${slots[index]}`)).size < cells.length;
      const error = clash
        ? Infinity
        : places.reduce((sum, place, index) => sum + Math.abs(place - (slots[index] as number)), 0) /
          Math.max(1, cells.length);
      return { parts, slots, error };
    });
  return tries.sort((a, b) => a.error - b.error)[0] ?? { parts, slots: [], error: Infinity };
};

/** Columns that fall this near to their slots, on the whole, are meant to be on them. */
const NEAR = 0.13;

/** The fewest parts of the beat on which all bars fall well; the best fit where none does. */
const partsFor = (bars: readonly TabBar[], metre: Metre): number => {
  const fits = PARTS.filter((parts) => canSubdivide(metre, parts)).map((parts) => ({
    parts,
    error: Math.max(0, ...bars.map((bar) => fitOf(bar, metre.beats, parts).error)),
  }));
  return fits.find(({ error }) => error <= NEAR)?.parts ?? [...fits].sort((a, b) => a.error - b.error)[0]?.parts ?? 4;
};

/** What the lines around the tablature say of name, metre and tempo. */
const headingOf = (
  lines: readonly string[],
  systems: readonly TabSystem[],
): { readonly name?: string; readonly metre?: Metre; readonly tempo?: number } => {
  const head = lines.slice(0, systems[0]?.first ?? 0).filter((line) => line.trim() !== '');
  const text = head.join('\n');
  const metre = /\b(\d{1,2})\/(2|4|8|16)\b/.exec(text);
  const tempo = /(\d{2,3})\s*(?:a minute|bpm)/i.exec(text) ?? /(?:tempo|=)\s*(\d{2,3})/i.exec(text);
  const beats = Number(metre?.[1]);
  return {
    name: head[0]?.trim().slice(0, 100) || undefined,
    metre: metre && beats >= 1 && beats <= 16 ? { beats, unit: Number(metre[2]) as BeatUnit } : undefined,
    tempo: tempo ? Math.min(TEMPO_RANGE.most, Math.max(TEMPO_RANGE.least, Number(tempo[1]))) : undefined,
  };
};

const strokeOf = (cell: TabCell, at: number): Stroke => ({
  id: `t${cell.line}-${cell.column}-${cell.string}`,
  at,
  string: cell.string,
  fret: cell.fret,
  ...(cell.slur ? { slur: cell.slur } : {}),
  ...(cell.dead ? { damped: true } : {}),
  ...(cell.ghost ? { loudness: 'soft' as const } : {}),
  ...(cell.harmonic ? { harmonic: { kind: 'natural' as const, touch: cell.fret } } : {}),
  ...(cell.pin ? { pin: cell.pin } : {}),
});

const oneTuning = (systems: readonly TabSystem[]): Problem | undefined => {
  const counts = new Set(systems.map(({ lines }) => lines.length));
  return counts.size > 1 ? problem('tab-systems-differ', { line: (systems[1]?.first ?? 0) + 1 }) : undefined;
};

/**
 * Reads plain-text tablature in the common dialects: one line a string, bar lines, frets of one or two figures,
 * `h p / \ s` for slurs, `x` dead notes, `~` ignored, `<12>` harmonics, `(3)` soft notes; several systems; a line of
 * digits above or below. Times come from how the columns are spaced. Errors: `too-large`, `no-notes`, `tab-symbol` with
 * line and column for each sign that is not known, `tab-systems-differ`, those of a pattern.
 */
export const readTab = (source: string): Result<Imported> => {
  if (source.length > LARGEST_TAB)
    return failure(
      problem('too-large', {
        value: `${(source.length / 1e6).toFixed(1)} million characters`,
        most: `${LARGEST_TAB / 1e6} million`,
      }),
    );
  const lines = source
    .replace(/^\uFEFF/, '')
    .split(/\r?\n/)
    .map((line) => line.replaceAll('\t', '    '));
  const systems = findSystems(lines);
  const differ = oneTuning(systems);
  if (systems.length === 0) return failure(problem('no-notes'));
  if (differ) return failure(differ);
  const read = systems.map((system) => ({ system, ...readCells(system) }));
  const unknown = read.flatMap(({ problems }) => problems);
  const { name, metre = { beats: 4, unit: 4 as const }, tempo } = headingOf(lines, systems);
  const bars = read.flatMap(({ system, cells }) => barsOf(system, pinned(lines, system, cells)));
  if (!bars.some(({ cells }) => cells.length > 0))
    return failure(...(unknown.length > 0 ? unknown : [problem('no-notes')]));
  const parts = partsFor(bars, metre);
  const slot = ticksPerBeat(metre) / parts;
  const strokes = bars.flatMap((bar, index) => {
    const { slots } = fitOf(bar, metre.beats, parts);
    return bar.cells.map((cell, place) => strokeOf(cell, index * ticksPerBar(metre) + (slots[place] ?? 0) * slot));
  });
  const { instrument, known } = instrumentOf(systems[0] as TabSystem);
  const base: Pattern = newPattern(name ?? 'From a tablature', {
    metre,
    bars: bars.length,
    subdivision: parts,
    tempo: tempo ?? 80,
    instrument,
    cyclic: bars.length <= 4,
    strokes: [...strokes].sort(byTimeThenString),
  });
  const pattern = onFittingShape(base);
  const problems = problemsOfPattern(pattern);
  if (problems.length > 0) return failure(...unknown, ...problems);
  const remarks = [
    ...unknown,
    problem('times-from-columns', { parts }),
    ...(known ? [] : [problem('tuning-unknown', { tuning: instrument.tuning })]),
  ];
  return success({ pattern, remarks, guessed: false });
};
