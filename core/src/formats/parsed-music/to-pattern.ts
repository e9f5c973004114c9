import { failure, createProblem, success, type Problem, type Result } from '../../errors/index.ts';
import { MAX_PROBLEMS } from '../../schema/index.ts';
import {
  findSubdivisionGrid,
  PATTERN_LIMITS,
  UNTITLED,
  compareByTimeThenString,
  createPattern,
  validatePattern,
  type Pattern,
} from '../../pattern/index.ts';
import { isSameMetre, TEMPO_RANGE, ticksPerBar, ticksPerBeat, type Metre } from '../../time/index.ts';
import type { ImportedPattern } from '../imported-pattern.ts';
import type { ParsedBar, ParsedChord, ParsedMusic } from './parsed-music.ts';
import { findJump, findRepeats, expandRepeats } from './repeats.ts';
import { readEndings, type WrittenEndings } from './read-endings.ts';
import { applyChordShapes } from './chord-shape.ts';
import { assignStrings, type StringAssignment, type TimedNote } from './assign-strings.ts';
import { completeBars, type CompletedBars } from './complete-bars.ts';

/** What is to be taken of a file, where it is not all as it is written. */
export interface ImportSelection {
  /** Which part or track, from 0. */
  readonly part?: number;
  /** First and last bar, from 1, as they are written. */
  readonly bars?: readonly [from: number, to: number];
  /** Whether repeats are written out as they are played; kept once where nothing is said. */
  readonly repeats?: 'once' | 'played';
}

/** Bars of a figure that is taken to go round where nothing is said of it. */
const SHORT = 4;

/** Whether repeats are the whole of it: then what is written once comes round. */
const isOneRound = (bars: readonly ParsedBar[]): boolean => {
  const [only, more] = findRepeats(bars);
  return only !== undefined && more === undefined && only.from === 0 && only.to === bars.length - 1;
};

/** Some bars, with the tempo and the chord that hold when they begin. */
const withHeld = (bars: readonly ParsedBar[], from: number, to: number): readonly ParsedBar[] => {
  const [first, ...rest] = bars.slice(from, to);
  if (!first) return [];
  const before = bars.slice(0, from);
  const tempo = first.tempo ?? before.findLast((bar) => bar.tempo !== undefined)?.tempo;
  const held = before.findLast(({ chords }) => chords.length > 0)?.chords.at(-1);
  const chords = first.chords[0]?.at === 0 || !held ? first.chords : [{ ...held, at: 0 }, ...first.chords];
  return [{ ...first, chords, ...(tempo === undefined ? {} : { tempo }) }, ...rest];
};

interface ChosenBars {
  readonly written: readonly ParsedBar[];
  /** Where they are a figure with endings, and are written out. */
  readonly form?: WrittenEndings;
}

const chosenBars = (music: ParsedMusic, { bars, repeats }: ImportSelection): ChosenBars => {
  const some = bars ? withHeld(music.bars, bars[0] - 1, bars[1]) : music.bars;
  const form = readEndings(some);
  if (form && form.bars.length <= PATTERN_LIMITS.bars) return { written: form.bars, form };
  return { written: repeats === 'played' ? expandRepeats(some, PATTERN_LIMITS.bars + 1) : some };
};

interface Laid {
  readonly notes: readonly TimedNote[];
  readonly chords: readonly ParsedChord[];
  readonly parts: readonly (number | undefined)[];
  readonly ticks: number;
}

/** Bars one after another, with times from the start. */
const laid = (bars: readonly ParsedBar[], metre: Metre): Laid => {
  const notes: TimedNote[] = [];
  const chords: ParsedChord[] = [];
  const parts: (number | undefined)[] = [];
  let start = 0;
  for (const bar of bars) {
    for (const note of bar.notes) notes.push({ note, at: start + note.at });
    for (const chord of bar.chords) chords.push({ ...chord, at: start + chord.at });
    const first = start / ticksPerBeat(metre);
    if (Number.isInteger(first)) bar.parts?.forEach((cut, beat) => (parts[first + beat] = cut));
    start += Math.max(bar.ticks, ticksPerBar(bar.metre));
  }
  return { notes, chords, parts, ticks: start };
};

const clamped = (tempo: number): number =>
  Math.min(TEMPO_RANGE.most, Math.max(TEMPO_RANGE.least, Math.round(tempo * 100) / 100));

const changesOf = (bars: readonly ParsedBar[], metre: Metre): readonly Problem[] => {
  const metres = bars.findIndex((bar) => !isSameMetre(bar.metre, metre));
  const tempos = new Set(bars.flatMap(({ tempo }) => tempo ?? []));
  return [
    ...(metres >= 0 ? [createProblem('metre-changes', { bar: metres + 1 })] : []),
    ...(tempos.size > 1 ? [createProblem('tempo-changes', { value: tempos.size - 1 })] : []),
  ];
};

const repeatRemarks = (bars: readonly ParsedBar[], { repeats }: ImportSelection): readonly Problem[] => {
  if (repeats === 'played') return [];
  const found = findRepeats(bars);
  return [
    ...(found.length > 0 && !isOneRound(bars) ? [createProblem('repeats-once', { value: found.length })] : []),
    ...(findJump(bars) ? [createProblem('jumps-once')] : []),
  ];
};

const stringRemarks = (
  { inferredCount, unplayableNotes, duplicateCount, strokes }: StringAssignment,
  metre: Metre,
): readonly Problem[] => {
  const where = unplayableNotes
    .slice(0, 3)
    .map(({ at }) => `bar ${Math.floor(at / ticksPerBar(metre)) + 1}`)
    .join(', ');
  return [
    ...(inferredCount > 0
      ? [
          createProblem(inferredCount === strokes.length ? 'positions-guessed' : 'some-positions-guessed', {
            value: inferredCount,
          }),
        ]
      : []),
    ...(unplayableNotes.length > 0 ? [createProblem('notes-left-out', { value: unplayableNotes.length, where })] : []),
    ...(duplicateCount > 0 ? [createProblem('notes-doubled', { value: duplicateCount })] : []),
  ];
};

/** What is too long for a pattern is refused before any work is spent on it. */
const tooLong = (notes: number, bars: number): readonly Problem[] => [
  ...(notes > PATTERN_LIMITS.strokes
    ? [createProblem('too-many-strokes', { most: PATTERN_LIMITS.strokes, value: notes })]
    : []),
  ...(bars > PATTERN_LIMITS.bars
    ? [createProblem('length-out-of-range', { least: 1, most: PATTERN_LIMITS.bars, value: bars })]
    : []),
];

const frameOf = (music: ParsedMusic, bars: readonly ParsedBar[], metre: Metre) => ({
  metre,
  tempo: clamped(bars.find(({ tempo }) => tempo !== undefined)?.tempo ?? 80),
  instrument: music.instrument,
  ...(music.swing ? { swing: music.swing } : {}),
  ...(music.swingUnit ? { swingUnit: music.swingUnit } : {}),
  ...(music.school ? { school: music.school } : {}),
});

/** Where the music begins and ends, where its first bar is a pickup or its last is short. */
const spanOf = ({ pickup, missing }: CompletedBars, ticks: number): Pick<Pattern, 'begins' | 'ends'> => ({
  ...(pickup > 0 ? { begins: pickup } : {}),
  ...(missing > 0 ? { ends: ticks - missing } : {}),
});

/** Whether what is read loops; undefined where it does not say. */
const findLoop = (
  { loops }: ParsedMusic,
  written: readonly ParsedBar[],
  form: WrittenEndings | undefined,
): boolean | undefined => (form ? form.loops || loops === true : isOneRound(written) || loops);

/** Endings go with whole bars from the first on. */
const endingsOf = (form: WrittenEndings | undefined, { pickup }: CompletedBars): Pick<Pattern, 'endings'> =>
  form && pickup === 0 ? { endings: form.endings } : {};

/**
 * A pattern made of what was read of a file, or of some of its bars. Its chord is one the file names or that is heard
 * whole. Errors: `no-notes`, `too-many-strokes`, `length-out-of-range`, those of a pattern.
 * @example
 * convertToPattern({ instrument: createPattern('P').instrument, bars: [], remarks: [] }).ok // => false
 */
export const convertToPattern = (music: ParsedMusic, choice: ImportSelection = {}): Result<ImportedPattern> => {
  const { written, form } = chosenBars(music, choice);
  const whole = completeBars(written);
  const first = whole.bars[0];
  if (!first || !whole.bars.some(({ notes }) => notes.length > 0)) return failure(createProblem('no-notes'));
  const { metre } = first;
  const { notes, chords, parts, ticks } = laid(whole.bars, metre);
  const bars = Math.ceil(ticks / ticksPerBar(metre));
  const long = tooLong(notes.length, bars);
  if (long.length > 0) return failure(...long);
  const found = assignStrings(notes, music.instrument);
  const { subdivision, divisions } = findSubdivisionGrid(
    found.strokes.map(({ at }) => at),
    metre,
    parts,
  );
  const base: Pattern = createPattern(music.name?.trim().slice(0, PATTERN_LIMITS.name) || UNTITLED, {
    ...frameOf(music, whole.bars, metre),
    bars,
    subdivision,
    cyclic: findLoop(music, written, form) ?? (bars <= SHORT && whole.pickup === 0 && whole.missing === 0),
    strokes: [...found.strokes].sort(compareByTimeThenString),
    ...(divisions.length > 0 ? { divisions } : {}),
    ...spanOf(whole, ticks),
    ...endingsOf(form, whole),
  });
  const { pattern, warnings: ofShape } = applyChordShapes(base, chords);
  const problems = validatePattern(pattern);
  if (problems.length > 0) return failure(...problems.slice(0, MAX_PROBLEMS));
  const warnings = [
    ...stringRemarks(found, metre),
    ...ofShape,
    ...whole.warnings,
    ...repeatRemarks(written, choice),
    ...changesOf(whole.bars, metre),
    ...music.warnings,
  ];
  return success({ pattern, warnings, hasInferredPositions: found.inferredCount > 0 });
};
