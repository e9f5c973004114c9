import { OCTAVE } from '../../instrument/index.ts';
import { message } from '../../message/index.ts';
import { failure, createProblem, success, type Problem, type Result } from '../../errors/index.ts';
import { MAX_PROBLEMS } from '../../schema/index.ts';
import { NODE_FRETS, PATTERN_LIMITS, UNTITLED, type Stroke } from '../../pattern/index.ts';
import { SCHOOLS_AND_VARIANTS } from '../../fingering/index.ts';
import type { Metre } from '../../time/index.ts';
import type { ImportedPattern } from '../imported-pattern.ts';
import type { ParsedBar, ParsedMusic, ParsedNote } from '../parsed-music/parsed-music.ts';
import { convertToPattern, type ImportSelection } from '../parsed-music/to-pattern.ts';
import { parseLinesAboveSystem, chordsOfBar, parseRepeatCount, type LinesAboveSystem } from './parse-context-lines.ts';
import { findBars, type SystemBars } from './parse-bars.ts';
import {
  MAX_TAB_NOTES,
  createTabParseState,
  parseSystemNotes,
  type TabParseState,
  type TabNote,
} from './parse-notes.ts';
import { parseCounts } from './parse-counts.ts';
import { attachDigits } from './parse-digits.ts';
import { parseHeading, type TabHeading } from './parse-heading.ts';
import { findSchoolByLegacyName } from './legacy-school-names.ts';
import { inferTabTuning } from './parse-tuning.ts';
import { findSystems, type TabSystem } from './find-systems.ts';
import { toPlainLines } from './normalise-text.ts';
import {
  inferSubdivision,
  inferPickupRhythm,
  inferRhythmFromSpacing,
  inferRhythmFromCounts,
  inferRhythmFromLetters,
  parseRhythmLetters,
  type TabBarNotes,
  type TabBarRhythm,
} from './infer-rhythm.ts';

/** The longest tablature that is read, in characters. */
export const MAX_TAB_CHARACTERS = 500_000;

/** A touched fret is a natural harmonic where an open string has a node, else one that the picking hand touches. */
const harmonicOf = (fret: number): Pick<Stroke, 'harmonic' | 'fret'> => {
  if (NODE_FRETS.includes(fret)) return { fret, harmonic: { kind: 'natural', touch: fret } };
  return fret >= OCTAVE ? { fret: fret - OCTAVE, harmonic: { kind: 'harp', touch: fret, above: OCTAVE } } : { fret };
};

const ornamentsOf = ({ bend, grace, trill, vibrato, slideIn, slideOut, tapped }: TabNote): Partial<Stroke> => ({
  ...(bend ? { bend } : {}),
  ...(grace ? { grace } : {}),
  ...(trill === undefined ? {} : { trill }),
  ...(vibrato ? { vibrato } : {}),
  ...(slideIn ? { slideIn } : {}),
  ...(tapped ? { tapped } : {}),
  ...(slideOut ? { slideOut } : {}),
});

const noteOf = (cell: TabNote, at: number): ParsedNote => {
  const { fret = cell.fret, harmonic } = cell.harmonic ? harmonicOf(cell.fret) : {};
  return {
    at,
    string: cell.string,
    fret,
    line: cell.line,
    marks: {
      ...(harmonic ? { harmonic } : {}),
      ...(cell.slur ? { slur: cell.slur } : {}),
      ...(cell.dead ? { dead: true } : {}),
      ...(cell.ghost ? { loudness: 'soft' as const } : {}),
      ...(cell.pin ? { pin: cell.pin } : {}),
      ...ornamentsOf(cell),
    },
  };
};

/** A system with its bars and notes. */
interface ReadSystem {
  readonly system: TabSystem;
  readonly barred: SystemBars;
  readonly bars: readonly TabBarNotes[];
  readonly above: LinesAboveSystem;
}

/** Bars that are empty and as narrow as a sign are none. */
const LEAST_WIDTH = 4;

const cellsByBar = ({ bars }: SystemBars, cells: readonly TabNote[]): readonly TabBarNotes[] => {
  const sorted = [...cells].sort((a, b) => a.column - b.column || a.string - b.string);
  return bars
    .map((bar) => ({ bar, cells: sorted.filter(({ column }) => column >= bar.from && column < bar.to) }))
    .filter(({ bar, cells: inside }) => inside.length > 0 || bar.to - bar.from >= LEAST_WIDTH);
};

/** The column of the text that the columns of a system count from. */
const offsetOf = ({ lines }: TabSystem): number => lines[0]?.start ?? 0;

const readSystem = (lines: readonly string[], system: TabSystem, from: number, reading: TabParseState): ReadSystem => {
  const barred = findBars(system);
  const own: TabParseState = { ...createTabParseState(), problems: reading.problems };
  parseSystemNotes(system, barred, own);
  reading.unknown += own.unknown;
  reading.bends += own.bends;
  reading.graces += own.graces;
  reading.cells.push(...own.cells);
  const offset = offsetOf(system);
  const counts = parseCounts(lines, system);
  // Digits stand under the note, or under the count of its time where signs push the note aside.
  const columnOf = (cell: TabNote): number =>
    counts?.find(({ column }) => column >= cell.start + offset && column < cell.end + offset)?.column ??
    cell.column + offset;
  return {
    system,
    barred,
    bars: cellsByBar(barred, attachDigits(lines, system, own.cells, columnOf)),
    above: parseLinesAboveSystem(lines, system, from),
  };
};

/** How the times of a bar were found. */
interface Timed {
  readonly times: TabBarRhythm;
  readonly by: 'counts' | 'values' | 'columns';
}

const timedBars = (lines: readonly string[], read: ReadSystem, metre: Metre, parts: number, first: boolean) => {
  const offset = offsetOf(read.system);
  const counts = parseCounts(lines, read.system);
  const letters = parseRhythmLetters(lines[read.system.first - 1]);
  return read.bars.map((bar, index): Timed => {
    const counted = counts && inferRhythmFromCounts(bar, metre, counts, offset);
    if (counted) return { times: counted, by: 'counts' };
    const valued = letters && inferRhythmFromLetters(bar, metre, letters, offset);
    if (valued) return { times: valued, by: 'values' };
    const pickup = first && index === 0 ? inferPickupRhythm(bar, read.bars[1], metre, parts) : undefined;
    return { times: pickup ?? inferRhythmFromSpacing(bar, metre, parts), by: 'columns' };
  });
};

/** Columns of the text that lie over a bar: a symbol over a bar line is of the bar after it. */
const overBar = ({ bars, system }: ReadSystem, index: number): readonly [number, number] => {
  const offset = offsetOf(system);
  const before = bars[index - 1]?.bar.to;
  return [
    before === undefined ? 0 : before + offset,
    index === bars.length - 1 ? Infinity : (bars[index]?.bar.to ?? 0) + offset,
  ];
};

const barOf = (read: ReadSystem, index: number, { times, by }: Timed, metre: Metre): ParsedBar => {
  const { bar, cells } = read.bars[index] as TabBarNotes;
  const offset = offsetOf(read.system);
  const timeAt = (column: number): number => {
    const before = cells.findLastIndex((cell) => cell.start + offset <= column);
    const next = cells.findIndex((cell) => cell.end + offset > column);
    return times.at[next >= 0 ? next : before] ?? 0;
  };
  const last = index === read.bars.length - 1;
  const said = last ? parseRepeatCount(read.barred.behind) : undefined;
  return {
    metre,
    ticks: times.ticks,
    notes: cells.map((cell, place) => noteOf(cell, times.at[place] as number)),
    chords: chordsOfBar(by === 'values' ? [] : read.above.chords, overBar(read, index), timeAt),
    ...(times.parts ? { parts: times.parts } : {}),
    ...(index === 0 && read.above.section ? { section: read.above.section } : {}),
    ...(bar.repeatBegins ? { repeatBegins: true } : {}),
    ...(bar.repeatEnds || said ? { repeatEnds: said ?? 2 } : {}),
    ...(bar.closes ? { endsSection: true } : {}),
  };
};

/** A system of which it is said behind that it is played several times begins a repeat, where no sign does. */
const withBeginning = (bars: readonly ParsedBar[], read: ReadSystem): readonly ParsedBar[] =>
  parseRepeatCount(read.barred.behind) !== undefined && !bars.some(({ repeatBegins }) => repeatBegins)
    ? bars.map((bar, index) => (index === 0 ? { ...bar, repeatBegins: true } : bar))
    : bars;

/** Words behind systems that say nothing of repeats. */
const wordsBehind = (systems: readonly ReadSystem[]): readonly string[] => [
  ...new Set(systems.flatMap(({ barred }) => barred.behind.filter((words) => parseRepeatCount([words]) === undefined))),
];

/** The signs that are not known: those named, and how many more there are. */
const signRemarks = ({ problems, unknown, graces, bends }: TabParseState): readonly Problem[] => [
  ...problems,
  ...(unknown > problems.length ? [createProblem('signs-left-out', { value: unknown - problems.length })] : []),
  ...(graces > 0 ? [createProblem('tab-grace', { value: graces })] : []),
  ...(bends > 0 ? [createProblem('tab-bends', { value: bends })] : []),
];

const turnedOver = (bars: readonly ParsedBar[], strings: number): readonly ParsedBar[] =>
  bars.map((bar) => ({
    ...bar,
    notes: bar.notes.map((note) => ({ ...note, string: strings + 1 - (note.string ?? 1) })),
  }));

/** The school a line of facts ends with: its key, or its name as earlier versions wrote it. */
const schoolIn = (facts: string): string | undefined => {
  const key = / · school ([a-z:-]+)$/i.exec(facts)?.[1];
  return key ? SCHOOLS_AND_VARIANTS.find((school) => school.key === key)?.key : findSchoolByLegacyName(facts);
};

/** The school and the shape our own exports name. */
const oursIn = (lines: readonly string[]) => {
  const facts = lines.slice(0, 4).find((line) => line.includes(' · ') && / (?:bpm|a minute)(?: |$)/.test(line));
  const shape = / · ([^·()]{1,20}) \(((?:x|\d{1,2})(?: (?:x|\d{1,2})){3,7})\)/.exec(facts ?? '');
  const frets = shape?.[2]?.split(' ').map((fret) => (fret === 'x' ? null : Number(fret)));
  return {
    school: facts && schoolIn(facts),
    chord: shape && frets ? { at: 0, symbol: shape[1] as string, frets } : undefined,
  };
};

const tooLarge = (source: string): Problem =>
  createProblem('too-large', {
    value: message('size.million-characters', { millions: source.length / 1e6 }),
    most: message('size.million-characters', { millions: MAX_TAB_CHARACTERS / 1e6 }),
  });

const timesRemarks = (timed: readonly Timed[], parts: number): readonly Problem[] => {
  const between = timed.reduce((sum, { times }) => sum + times.between, 0);
  return [
    ...(timed.some(({ by }) => by === 'columns') ? [createProblem('times-from-columns', { parts })] : []),
    ...(between > 0 ? [createProblem('times-from-counts', { value: between })] : []),
  ];
};

/** What was read of a text, and how. */
interface ReadText {
  readonly lines: readonly string[];
  readonly top: TabSystem;
  readonly read: readonly ReadSystem[];
  readonly timed: readonly (readonly Timed[])[];
  readonly bars: readonly ParsedBar[];
  readonly heading: TabHeading;
  readonly reading: TabParseState;
  readonly parts: number;
}

const musicOf = ({ lines, top, read, timed, bars, heading, reading, parts }: ReadText): ParsedMusic => {
  const { instrument: strings, isTuningKnown, isUpsideDown, isDisputed } = inferTabTuning(top, heading);
  const highest = reading.cells.reduce((most, { fret }) => Math.max(most, fret), 0);
  const instrument = { ...strings, frets: Math.max(strings.frets, highest + strings.capo) };
  const ours = oursIn(lines);
  const behind = wordsBehind(read);
  const first = bars[0];
  return {
    name: heading.name,
    instrument,
    swing: heading.swing,
    ...(heading.swingUnit ? { swingUnit: heading.swingUnit } : {}),
    school: ours.school,
    bars: (isUpsideDown ? turnedOver(bars, top.lines.length) : bars).map((bar, index) => ({
      ...bar,
      ...(index === 0 ? { tempo: heading.tempo ?? 80 } : {}),
      ...(index === 0 && ours.chord ? { chords: [ours.chord, ...(first?.chords ?? [])] } : {}),
    })),
    warnings: [
      ...signRemarks(reading),
      ...timesRemarks(timed.flat(), parts),
      ...(isUpsideDown ? [createProblem('tab-upside-down')] : []),
      ...(isDisputed ? [createProblem('tab-tuning-disputed', { tuning: heading.tuning ?? instrument.tuning })] : []),
      ...(behind.length > 0
        ? [
            createProblem('tab-text-left-out', {
              names: behind
                .slice(0, 4)
                .map((words) => `“${words.slice(0, 40)}”`)
                .join(', '),
            }),
          ]
        : []),
      ...(isTuningKnown ? [] : [createProblem('tuning-unknown', { tuning: instrument.tuning })]),
    ],
  };
};

/**
 * Reads plain-text tablature in its many dialects as music as it is written: bars and repeats, times from counts or
 * note values where they stand, else from how the columns are spaced; see docs/files.md. Errors: `too-large`,
 * `no-notes`,
 * `tab-symbol`, `tab-systems-differ`, `too-many-strokes`.
 * @example
 * valueOrThrow(parseTab(['e|--0--1--|', 'B|--------|', 'G|--------|', 'D|--------|'].join('\n'))).bars.length // => 1
 */
export const parseTab = (source: string): Result<ParsedMusic> => {
  if (source.length > MAX_TAB_CHARACTERS) return failure(tooLarge(source));
  const lines = toPlainLines(source);
  const systems = findSystems(lines);
  const [top] = systems;
  if (!top) return failure(createProblem('no-notes'));
  const other = systems.find((system) => system.lines.length !== top.lines.length);
  if (other) return failure(createProblem('tab-systems-differ', { line: other.first + 1 }));
  const reading = createTabParseState();
  const read = systems.map((system, index) => {
    const before = systems[index - 1];
    return readSystem(lines, system, before ? before.first + before.lines.length : 0, reading);
  });
  if (reading.cells.length === 0)
    return failure(
      ...(reading.problems.length > 0 ? reading.problems.slice(0, MAX_PROBLEMS) : [createProblem('no-notes')]),
    );
  if (reading.cells.length > MAX_TAB_NOTES)
    return failure(createProblem('too-many-strokes', { most: MAX_TAB_NOTES, value: reading.cells.length }));
  const heading = parseHeading(lines, top.first);
  const metre = heading.metre ?? { beats: 4, unit: 4 };
  const parts = inferSubdivision(read.flatMap(({ bars }) => bars).slice(0, PATTERN_LIMITS.bars), metre);
  const timed = read.map((one, index) => timedBars(lines, one, metre, parts, index === 0));
  const bars = read.flatMap((one, place) =>
    withBeginning(
      (timed[place] as readonly Timed[]).map((times, index) => barOf(one, index, times, metre)),
      one,
    ),
  );
  return success(musicOf({ lines, top, read, timed, bars, heading, reading, parts }));
};

/**
 * Reads plain-text tablature as a pattern; see `parseTab`.
 * @example
 * valueOrThrow(importTab(['e|--0--1--|', 'B|--------|', 'G|--------|', 'D|--------|'].join('\n'))).pattern.strokes
 *   .length // => 2
 */
export const importTab = (source: string, choice: ImportSelection = {}): Result<ImportedPattern> => {
  const read = parseTab(source);
  return read.ok ? convertToPattern({ ...read.value, name: read.value.name || UNTITLED }, choice) : read;
};
