import { failure, createProblem, success, type Problem, type Result } from '../../errors/index.ts';
import { applySchoolSlurs, findSchool } from '../../fingering/index.ts';
import { createInstrument, stringCount, findTuningOrStandard, type Instrument } from '../../instrument/index.ts';
import { createOpenStringsVoicing, readWrittenChord, suggestShapeNames, type Voicing } from '../../harmony/index.ts';
import {
  compareByTimeThenString,
  UNTITLED,
  fitMetre,
  createPattern,
  validatePattern,
  subdivisionTicks,
  repeatToWholeBeats,
  type Pattern,
  type Stroke,
} from '../../pattern/index.ts';
import type { Metre } from '../../time/index.ts';

/** How a figure written as strings becomes a pattern. */
export interface StringNotationOptions {
  readonly name?: string;
  readonly metre?: Metre;
  readonly subdivision?: number;
  readonly tempo?: number;
  readonly school?: string;
  readonly chord?: string;
  readonly instrument?: Instrument;
  /** Write the figure out until it ends on a beat. */
  readonly wholeBeats?: boolean;
}

/** One note of a figure: a string, and a fret where it is not the chord's. */
export interface FigureNote {
  readonly string: number;
  readonly fret?: number;
}

const noteOf = (word: string): FigureNote => {
  const [string, fret] = word.split(':').map(Number);
  return { string: string as number, ...(fret === undefined ? {} : { fret }) };
};

const readCell = (cell: string, position: number, strings: number): Result<readonly FigureNote[]> => {
  if (cell === '-') return success([]);
  const readable = /^\d(:\d{1,2})?(\+\d(:\d{1,2})?)*$/.test(cell);
  const notes = cell.split('+').map(noteOf);
  const known = notes.every(({ string }) => string >= 1 && string <= strings);
  if (readable && known && new Set(notes.map(({ string }) => string)).size === notes.length) return success(notes);
  return failure(createProblem('figure-unreadable', { position, value: cell }));
};

/** What sounds at one time of a figure; empty for a rest. */
export type StringCell = readonly FigureNote[];

/**
 * The times of a figure written as strings, each with its notes. Errors: `figure-unreadable` with the place of each
 * word that is none.
 * @example
 * valueOrThrow(readStringCells('5 - 2:3+1', 6)).length // => 3
 */
export const readStringCells = (text: string, strings: number): Result<readonly StringCell[]> => {
  const read = text
    .trim()
    .split(/\s+/)
    .map((cell, index) => readCell(cell, index + 1, strings));
  const problems: Problem[] = read.flatMap((result) => (result.ok ? [] : result.problems));
  return problems.length > 0 ? failure(...problems) : success(read.map((result) => (result.ok ? result.value : [])));
};

const strokesOf = (cells: readonly (readonly FigureNote[])[], ticks: number): readonly Stroke[] =>
  cells
    .flatMap((notes, slot) => notes.map((note) => ({ id: `s${slot}-${note.string}`, at: slot * ticks, ...note })))
    .sort(compareByTimeThenString);

/** A figure read from text, and the ticks after which it begins again. */
export interface ParsedStringNotation {
  readonly pattern: Pattern;
  readonly loopTicks: number;
}

/**
 * The shape of the chord that is asked for, the one players know or the easiest there is; the open strings where none
 * is. Never another chord in silence.
 */
const voicingFor = (instrument: Instrument, chord: string | undefined): Result<Voicing> => {
  if (chord === undefined) return success(createOpenStringsVoicing(stringCount(instrument)));
  const shape = readWrittenChord(chord, instrument);
  if (shape.ok) return shape;
  return failure(
    createProblem('chord-unknown', { value: chord, near: suggestShapeNames(instrument, chord).join(', ') }),
  );
};

/** A figure for a school in which the other hand sounds runs has them slurred, as it is played there. */
const withSchoolSlurs = (pattern: Pattern): Pattern => {
  const school = findSchool(pattern.school);
  return school.ok ? { ...pattern, strokes: applySchoolSlurs(pattern, school.value) } : pattern;
};

/**
 * Reads a figure such as `6 3 2+1 2 3`: string numbers in time order, with a fret after a colon where it is not the
 * chord's (`6:3 6:5`); `+` joins a pinch, `-` is a rest, and the
 * whole repeats as a cycle. With `repeatToWholeBeats` it is written out until it comes round on a beat.
 * @example
 * valueOrThrow(parseStringNotation('5 3 2 1 2 3', { subdivision: 3 })).loopTicks // => 1680
 */
export const parseStringNotation = (
  text: string,
  options: StringNotationOptions = {},
): Result<ParsedStringNotation> => {
  const instrument = options.instrument ?? createInstrument(findTuningOrStandard('standard'));
  const subdivision = options.subdivision ?? 4;
  const read = readStringCells(text, stringCount(instrument));
  if (!read.ok) return read;
  const cells = options.wholeBeats ? repeatToWholeBeats(read.value, subdivision) : read.value;
  const shape = fitMetre(Math.ceil(cells.length / subdivision), options.metre ?? { beats: 4, unit: 4 });
  const shaped = voicingFor(instrument, options.chord);
  if (!shaped.ok) return shaped;
  const voicing = shaped.value;
  const base = createPattern(options.name ?? UNTITLED, { ...shape, subdivision, instrument, voicing });
  const pattern: Pattern = {
    ...base,
    tempo: options.tempo ?? base.tempo,
    school: options.school ?? base.school,
    strokes: strokesOf(cells, subdivisionTicks(base)),
  };
  const slurred = withSchoolSlurs(pattern);
  const problems = validatePattern(slurred);
  return problems.length > 0
    ? failure(...problems)
    : success({ pattern: slurred, loopTicks: cells.length * subdivisionTicks(base) });
};
