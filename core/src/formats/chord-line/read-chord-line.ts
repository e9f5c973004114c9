import { createProblem, failure, success, type Problem, type Result } from '../../errors/index.ts';
import { readWrittenChord, type Voicing } from '../../harmony/index.ts';
import type { Instrument } from '../../instrument/index.ts';
import { PATTERN_LIMITS, toChordCourse, type ChordChange, type ChordCourse } from '../../pattern/index.ts';
import { beatsPerBar, ticksPerBar, ticksPerBeat, type Metre } from '../../time/index.ts';

/** Chords over bars, as they were written: which is held when, in ticks, and how many bars they are. */
export interface ChordLine {
  readonly course: ChordCourse;
  readonly bars: number;
}

interface Token {
  readonly text: string;
  /** From 1. */
  readonly column: number;
}

interface Reading {
  readonly instrument: Instrument;
  readonly metre: Metre;
  readonly shapes: Map<string, Voicing>;
  readonly problems: Problem[];
}

/** Characters of a line at the most. */
const MOST = 4000;

const tokensOf = (text: string, from = 0): readonly Token[] =>
  [...text.matchAll(/[^\s,;]+/g)].map(({ 0: token, index }) => ({ text: token, column: from + index + 1 }));

/** Bars between `|` or line ends; without any, each chord is a bar of its own. */
const barsOf = (text: string): readonly (readonly Token[])[] => {
  if (!/[|\n]/.test(text.trim())) return tokensOf(text).map((token) => [token]);
  return [...text.matchAll(/[^|\n\r]+/g)]
    .map(({ 0: bar, index }) => tokensOf(bar.replace(/:/g, ' '), index))
    .filter((tokens) => tokens.length > 0);
};

/** One chord is one shape throughout, so that what goes on is the same value. */
const shapeOf = (reading: Reading, { text, column }: Token): Voicing | undefined => {
  const known = reading.shapes.get(text);
  if (known) return known;
  const read = readWrittenChord(text, reading.instrument);
  if (read.ok) {
    reading.shapes.set(text, read.value);
    return read.value;
  }
  const [problem] = read.problems;
  const near = String(problem?.details.near ?? '');
  const unreadable = createProblem('chart-unreadable', { line: 1, column, value: text.slice(0, 24), near });
  reading.problems.push(problem?.code === 'chord-without-shape' ? problem : unreadable);
  return undefined;
};

/** Ticks into a bar at which the chord of a place begins: on a beat where the bar has as many beats as chords. */
const placeOf = ({ metre }: Reading, place: number, count: number): number => {
  const beats = beatsPerBar(metre);
  if (count > beats) return Math.round((place * ticksPerBar(metre)) / count);
  return Math.round((place * beats) / count) * ticksPerBeat(metre);
};

const isHeldOn = ({ text }: Token): boolean => text === '.' || text === '%' || text === '/';

const spansOfBar = (reading: Reading, tokens: readonly Token[], bar: number): readonly ChordChange[] =>
  tokens.flatMap((token, place): ChordChange[] => {
    if (isHeldOn(token)) return [];
    const voicing = shapeOf(reading, token);
    const at = bar * ticksPerBar(reading.metre) + placeOf(reading, place, tokens.length);
    return voicing ? [{ at, voicing }] : [];
  });

/**
 * Reads chords as they are written over bars: `C | Am | F G | %`. Bars lie between `|`, or each chord has one where
 * there is none; chords share the beats of their bar, `.` and `%` go on; a shape may be written as frets (`x32010`,
 * `Am=577555`). Errors: `chart-unreadable` with the column for each word that is no chord, `chord-without-shape`,
 * `chart-empty`, `length-out-of-range`.
 * @example
 * valueOrThrow(
 *   readChordLine('C | Am G', createPattern('P')),
 * ).course.chordChanges.map(({ at, voicing }) => `${at} ${voicing.chord}`) // => ['3360 Am', '5040 G']
 */
export const readChordLine = (
  text: string,
  { instrument, metre }: { readonly instrument: Instrument; readonly metre: Metre },
): Result<ChordLine> => {
  const bars = barsOf(text.slice(0, MOST));
  const reading: Reading = { instrument, metre, shapes: new Map(), problems: [] };
  if (bars.length > PATTERN_LIMITS.bars)
    return failure(createProblem('length-out-of-range', { least: 1, most: PATTERN_LIMITS.bars, value: bars.length }));
  const spans = bars.flatMap((tokens, bar) => spansOfBar(reading, tokens, bar));
  if (reading.problems.length > 0) return failure(...reading.problems);
  const [first, ...rest] = spans;
  if (!first) return failure(createProblem('chart-empty'));
  return success({ course: toChordCourse([{ ...first, at: 0 }, ...rest]), bars: bars.length });
};
