import { formatMetre } from '../../time/index.ts';
import type { Label } from '../../message/index.ts';
import { resolveSchoolOrThrow, validateSchoolReference, type FingeringOptions } from '../../fingering/index.ts';
import { stringCount } from '../../instrument/index.ts';
import { DIGITS, patternLength, type Digit, type Pattern } from '../../pattern/index.ts';
import { wholeTempo } from '../tempo/max-tempo.ts';
import { analysePattern } from './analyse-pattern.ts';

/** One stroke of a miniature: place in time 0 to 1, string, digit. */
export type ThumbnailStroke = readonly [place: number, string: number, digit: Digit | null];

/** What the list shows of a pattern without opening it. */
export interface PatternSummary {
  readonly metre: string;
  readonly tempo: number;
  readonly chord: string;
  readonly strings: number;
  readonly strokes: number;
  /** Beats per minute, null where nothing limits it. */
  readonly ceiling: number | null;
  /** Share of the ceiling used at the tempo, null where nothing limits it. */
  readonly difficulty: number | null;
  readonly stringsUsed: readonly number[];
  readonly digitsUsed: readonly Digit[];
  readonly tags: readonly string[];
  readonly schoolName: Label;
  readonly miniature: readonly ThumbnailStroke[];
  /** Whether it has no figures yet, because it could not be judged in time. */
  readonly unjudged?: true;
}

/** The longest miniature: beyond it a list would show only a blur. */
const MAX_THUMBNAIL_STROKES = 64;

/**
 * The strokes of a pattern in small: places in time from 0 to 1 of a length in ticks.
 * @example
 * createThumbnail(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, {}).length // => 4
 */
export const createThumbnail = (
  pattern: Pattern,
  digits: Readonly<Record<string, Digit | null>>,
  length: number = patternLength(pattern),
): readonly ThumbnailStroke[] =>
  pattern.strokes.map(({ id, at, string }) => [Number((at / length).toFixed(4)), string, digits[id] ?? null]);

/** Counted up when a summary holds something new: those of an older version are made again. */
export const PATTERN_SUMMARY_VERSION = 6;

const collectFacts = (pattern: Pattern, digits: Readonly<Record<string, Digit | null>>) => {
  const shown = pattern.strokes.slice(0, MAX_THUMBNAIL_STROKES);
  const last = shown[shown.length - 1];
  const length = shown.length < pattern.strokes.length && last ? last.at + 1 : patternLength(pattern);
  return {
    metre: formatMetre(pattern.metre),
    tempo: pattern.tempo,
    chord: pattern.voicing.chord,
    strings: stringCount(pattern.instrument),
    strokes: pattern.strokes.length,
    stringsUsed: [...new Set(pattern.strokes.map(({ string }) => string))].sort((a, b) => a - b),
    tags: pattern.tags ?? [],
    miniature: createThumbnail({ ...pattern, strokes: shown }, digits, length),
  };
};

/**
 * What can be said of a pattern without fingering it: for one that could not be judged, or not yet.
 * @example
 * createBasicSummary(createPattern('Roll')).unjudged // => true
 */
export const createBasicSummary = (pattern: Pattern): PatternSummary => ({
  ...collectFacts(pattern, {}),
  ceiling: null,
  difficulty: null,
  digitsUsed: [],
  schoolName: validateSchoolReference(pattern).length > 0 ? '' : resolveSchoolOrThrow(pattern).name,
  unjudged: true,
});

/**
 * Sums a pattern up for a list: what it is found by, and how it looks in small.
 * @example
 * createPatternSummary(valueOrThrow(parseStringNotation('5 3 2 3')).pattern).digitsUsed.join('') // => 'pim'
 */
export const createPatternSummary = (pattern: Pattern, options: FingeringOptions = {}): PatternSummary => {
  const { digits, limit, difficulty } = analysePattern(pattern, options);
  const used = new Set(Object.values(digits));
  return {
    ...collectFacts(pattern, digits),
    ceiling: limit ? wholeTempo(limit.maxTempo) : null,
    difficulty: difficulty === null ? null : Number(difficulty.toFixed(3)),
    digitsUsed: DIGITS.filter((digit) => used.has(digit)),
    schoolName: resolveSchoolOrThrow(pattern).name,
  };
};
