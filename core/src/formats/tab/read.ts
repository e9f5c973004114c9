import { failure, problem, success, type Problem, type Result } from '../../errors/index.ts';
import {
  TUNINGS,
  instrumentIn,
  parsePitchClass,
  pitchClassOf,
  tuningByKey,
  type Instrument,
} from '../../instrument/index.ts';
import {
  NODE_FRETS,
  PATTERN_LIMITS,
  byTimeThenString,
  newPattern,
  problemsOfPattern,
  type Division,
  type Pattern,
  type Stroke,
} from '../../pattern/index.ts';
import { TEMPO_RANGE, canSubdivide, ticksPerBar, ticksPerBeat, type BeatUnit, type Metre } from '../../time/index.ts';
import { onFittingShape, type Imported } from '../imported.ts';
import { pinned } from './digits.ts';
import { MOST_PROBLEMS } from '../../fields/index.ts';
import { readCells, type Reading, type TabCell } from './cells.ts';
import { columnUnder, countsAbove, type CountedColumn } from './counts.ts';
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

/** Columns where every line that goes so far has a bar line. */
const barColumns = ({ lines }: TabSystem, length: number): readonly number[] =>
  Array.from({ length }, (_, column) => column).filter((column) => {
    const signs = lines.map(({ body }) => body[column]);
    return signs.includes('|') && signs.every((sign) => sign === '|' || sign === undefined || sign === ' ');
  });

/** Bars lie between the columns where every line has a bar line. */
const barsOf = (system: TabSystem, cells: readonly TabCell[]): readonly TabBar[] => {
  const length = Math.max(...system.lines.map(({ body }) => body.length));
  const edges = [-1, ...barColumns(system, length), length];
  const sorted = [...cells].sort((a, b) => a.column - b.column || a.string - b.string);
  let next = 0;
  return edges.slice(1).flatMap((end, index): TabBar[] => {
    const start = (edges[index] as number) + 1;
    const inside: (TabCell & { offset: number })[] = [];
    for (; next < sorted.length && (sorted[next] as TabCell).column < end; next += 1) {
      const cell = sorted[next] as TabCell;
      inside.push({ ...cell, offset: cell.column - start });
    }
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
    error: bars.reduce((worst, bar) => Math.max(worst, fitOf(bar, metre.beats, parts).error), 0),
  }));
  return fits.find(({ error }) => error <= NEAR)?.parts ?? [...fits].sort((a, b) => a.error - b.error)[0]?.parts ?? 4;
};

/** What the lines around the tablature say of name, metre and tempo. */
const headingOf = (
  lines: readonly string[],
  systems: readonly TabSystem[],
): { readonly name?: string; readonly metre?: Metre; readonly tempo?: number; readonly capo?: number } => {
  const head = lines.slice(0, systems[0]?.first ?? 0).filter((line) => line.trim() !== '');
  const text = head.join('\n');
  const metre = /\b(\d{1,2})\/(2|4|8|16)\b/.exec(text);
  const tempo = /(\d{2,3})\s*(?:a minute|bpm)/i.exec(text) ?? /(?:tempo|=)\s*(\d{2,3})/i.exec(text);
  const capo = /\bcapo\s*(?:at|fret|:)?\s*(\d{1,2})\b/i.exec(text);
  const beats = Number(metre?.[1]);
  return {
    name: head[0]?.trim().slice(0, 100) || undefined,
    metre: metre && beats >= 1 && beats <= 16 ? { beats, unit: Number(metre[2]) as BeatUnit } : undefined,
    capo: capo ? Math.min(12, Number(capo[1])) : undefined,
    tempo: tempo ? Math.min(TEMPO_RANGE.most, Math.max(TEMPO_RANGE.least, Number(tempo[1]))) : undefined,
  };
};

/** A touched fret is a natural harmonic where an open string has a node, else one that the picking hand touches. */
const harmonicOf = ({ fret }: TabCell): Pick<Stroke, 'harmonic' | 'fret'> => {
  if (NODE_FRETS.includes(fret)) return { harmonic: { kind: 'natural', touch: fret } };
  return fret >= OCTAVE ? { fret: fret - OCTAVE, harmonic: { kind: 'harp', touch: fret } } : { fret };
};

/** Frets from a stopped note to its octave harmonic. */
const OCTAVE = 12;

const strokeOf = (cell: TabCell, at: number): Stroke => ({
  id: `t${cell.line}-${cell.column}-${cell.string}`,
  at,
  string: cell.string,
  ...(cell.harmonic ? harmonicOf(cell) : { fret: cell.fret }),
  ...(cell.slur ? { slur: cell.slur } : {}),
  ...(cell.dead ? { damped: true } : {}),
  ...(cell.ghost ? { loudness: 'soft' as const } : {}),
  ...(cell.pin ? { pin: cell.pin } : {}),
});

const oneTuning = (systems: readonly TabSystem[]): Problem | undefined => {
  const counts = new Set(systems.map(({ lines }) => lines.length));
  return counts.size > 1 ? problem('tab-systems-differ', { line: (systems[1]?.first ?? 0) + 1 }) : undefined;
};

/** What was read of a text before its times are known. */
interface TabText {
  readonly lines: readonly string[];
  readonly read: readonly { readonly system: TabSystem; readonly cells: readonly TabCell[] }[];
  readonly metre: Metre;
}

/** The frame of a pattern, and its strokes at their times. */
interface Timed {
  readonly bars: number;
  readonly subdivision: number;
  readonly divisions: readonly Division[];
  readonly strokes: readonly Stroke[];
  /** Whether the times were read from how the columns are spaced, because no counts stand over them. */
  readonly guessed: boolean;
}

/** Times from the spacing of the columns: all bars are cut in the same parts. */
const timedByColumns = ({ lines, read, metre }: TabText): Timed => {
  const bars = read.flatMap(({ system, cells }) => {
    const start = system.lines[0]?.start ?? 0;
    return barsOf(
      system,
      pinned(lines, system, cells, ({ column }) => start + column),
    );
  });
  const parts = partsFor(bars.slice(0, PATTERN_LIMITS.bars), metre);
  const slot = ticksPerBeat(metre) / parts;
  const strokes = bars.flatMap((bar, index) => {
    const { slots } = fitOf(bar, metre.beats, parts);
    return bar.cells.map((cell, place) => strokeOf(cell, index * ticksPerBar(metre) + (slots[place] ?? 0) * slot));
  });
  return { bars: bars.length, subdivision: parts, divisions: [], strokes, guessed: true };
};

/** The parts most beats are cut in, and the beats that are cut otherwise. */
const cutsOf = (parts: readonly number[]): Pick<Timed, 'subdivision' | 'divisions'> => {
  const votes = new Map<number, number>();
  for (const one of parts) votes.set(one, (votes.get(one) ?? 0) + 1);
  const subdivision = [...votes].sort((a, b) => b[1] - a[1] || b[0] - a[0])[0]?.[0] ?? 4;
  return {
    subdivision,
    divisions: parts.flatMap((one, beat) => (one === subdivision ? [] : [{ beat, parts: one }])),
  };
};

/** Times from the counts that stand above every system: undefined where they do not say all that is needed. */
const timedByCounts = ({ lines, read, metre }: TabText): Timed | undefined => {
  const beat = ticksPerBeat(metre);
  const parts: number[] = [];
  const strokes: Stroke[] = [];
  for (const { system, cells } of read) {
    const counts = countsAbove(lines, system);
    if (!counts) return undefined;
    const start = system.lines[0]?.start ?? 0;
    const first = parts.length;
    const times = new Map<CountedColumn, number>();
    counts.forEach((one) => {
      if (one.part === 0) parts.push(one.parts);
      times.set(one, (parts.length - 1) * beat + (one.part * beat) / one.parts);
    });
    const whole = counts.every(({ parts: cut }) => canSubdivide(metre, cut));
    if (!whole || (parts.length - first) % metre.beats !== 0) return undefined;
    const columnOf = ({ column }: TabCell) => columnUnder(counts, start + column);
    for (const cell of pinned(lines, system, cells, (one) => columnOf(one)?.column ?? 0)) {
      const at = times.get(columnOf(cell) as CountedColumn);
      if (at === undefined) return undefined;
      strokes.push(strokeOf(cell, at));
    }
  }
  return { bars: parts.length / metre.beats, ...cutsOf(parts), strokes, guessed: false };
};

const tooLong = ({ bars, strokes }: Timed): readonly Problem[] => [
  ...(strokes.length > PATTERN_LIMITS.strokes
    ? [problem('too-many-strokes', { most: PATTERN_LIMITS.strokes, value: strokes.length })]
    : []),
  ...(bars > PATTERN_LIMITS.bars
    ? [problem('length-out-of-range', { least: 1, most: PATTERN_LIMITS.bars, value: bars })]
    : []),
];

/** The signs that are not known: those named, and how many more there are. */
const unknownSigns = (readings: readonly Reading[]): readonly Problem[] => {
  const named = readings.flatMap(({ problems }) => problems).slice(0, MOST_PROBLEMS);
  const more = readings.reduce((sum, { unknown }) => sum + unknown, 0) - named.length;
  return more > 0 ? [...named, problem('signs-left-out', { value: more })] : named;
};

/**
 * Reads plain-text tablature in the common dialects: one line a string, bar lines, frets of one or two figures,
 * `h p / \ s` for slurs, `x` dead notes, `~` ignored, `<12>` harmonics, `(3)` soft notes; several systems; a line of
 * digits above or below. Times come from the counts that stand above, else from how the columns are spaced. Errors:
 * `too-large`, `no-notes`, `tab-symbol` with line and column for each sign that is not known, `tab-systems-differ`,
 * those of a pattern.
 * @example
 * valueOrThrow(readTab(['e|--0--1--|', 'B|--------|', 'G|--------|', 'D|--------|'].join('\n'))).pattern.strokes.length // => 2
 */
export const readTab = (source: string): Result<Imported> => {
  if (source.length > LARGEST_TAB) {
    const value = `${(source.length / 1e6).toFixed(1)} million characters`;
    return failure(problem('too-large', { value, most: `${LARGEST_TAB / 1e6} million` }));
  }
  const lines = source
    .replace(/^\uFEFF/, '')
    .split(/\r?\n/)
    .map((line) => line.replaceAll('\t', '    '));
  const systems = findSystems(lines);
  const differ = oneTuning(systems);
  if (systems.length === 0) return failure(problem('no-notes'));
  if (differ) return failure(differ);
  const readings = systems.map(readCells);
  const unknown = unknownSigns(readings);
  const read = systems.map((system, index) => ({ system, cells: readings[index]?.cells ?? [] }));
  if (!read.some(({ cells }) => cells.length > 0))
    return failure(...(unknown.length > 0 ? unknown : [problem('no-notes')]));
  const { name, metre = { beats: 4, unit: 4 as const }, tempo, capo = 0 } = headingOf(lines, systems);
  const text = { lines, read, metre };
  const timed = timedByCounts(text) ?? timedByColumns(text);
  const long = tooLong(timed);
  if (long.length > 0) return failure(...long);
  const { instrument, known } = instrumentOf(systems[0] as TabSystem);
  const base: Pattern = newPattern(name ?? 'From a tablature', {
    metre,
    bars: timed.bars,
    subdivision: timed.subdivision,
    tempo: tempo ?? 80,
    instrument: { ...instrument, capo },
    cyclic: timed.bars <= 4,
    strokes: [...timed.strokes].sort(byTimeThenString),
    ...(timed.divisions.length > 0 ? { divisions: timed.divisions } : {}),
  });
  const pattern = onFittingShape(base);
  const problems = problemsOfPattern(pattern);
  if (problems.length > 0) return failure(...[...unknown, ...problems].slice(0, MOST_PROBLEMS));
  const remarks = [
    ...unknown,
    ...(timed.guessed ? [problem('times-from-columns', { parts: timed.subdivision })] : []),
    ...(known ? [] : [problem('tuning-unknown', { tuning: instrument.tuning })]),
  ];
  return success({ pattern, remarks, guessed: false });
};
