import type { Voicing } from '../harmony/index.ts';
import type { Instrument } from '../instrument/index.ts';
import { ticksPerBar, ticksPerBeat, type Metre } from '../time/index.ts';
import type { Digit } from './digit.ts';

/** One attack on one string at one time. `at` is in ticks from the start; `string` counts from 1 = highest. */
export interface Stroke {
  readonly id: string;
  readonly at: number;
  readonly string: number;
  /** The digit the teacher fixed; the solver chooses where there is none. */
  readonly pin?: Digit;
  readonly accent?: boolean;
}

/** Strokes of the picking hand over a length of time, on a voicing of an instrument. An immutable value. */
export interface Pattern {
  readonly name: string;
  readonly metre: Metre;
  readonly bars: number;
  /** Parts a beat is cut in on the bench. */
  readonly subdivision: number;
  /** Beats a minute; a beat is the metre's unit. */
  readonly tempo: number;
  readonly instrument: Instrument;
  readonly voicing: Voicing;
  /** Key of the school that assigns the digits. */
  readonly school: string;
  /** Whether the last stroke is followed by the first again. */
  readonly cyclic: boolean;
  /** Sorted by time, then from the lowest string up. */
  readonly strokes: readonly Stroke[];
}

/** How long a pattern and its name may be. */
export const PATTERN_LIMITS = { bars: 128, strokes: 4000, name: 120, beats: 16 } as const;

/**
 * Length of a pattern in ticks.
 * @example
 * patternLength({ metre: { beats: 3, unit: 4 }, bars: 2 }) // => 5040
 */
export const patternLength = ({ metre, bars }: Pick<Pattern, 'metre' | 'bars'>): number => ticksPerBar(metre) * bars;

/** Ticks from one part of a beat to the next. */
export const slotTicks = ({ metre, subdivision }: Pick<Pattern, 'metre' | 'subdivision'>): number =>
  ticksPerBeat(metre) / subdivision;

/** Time order, and on one beat from the lowest string (highest number) up. */
export const byTimeThenString = (a: Stroke, b: Stroke): number => a.at - b.at || b.string - a.string;

/** The stroke on a string at a tick, if there is one. */
export const strokeAt = (pattern: Pattern, at: number, string: number): Stroke | undefined =>
  pattern.strokes.find((stroke) => stroke.at === at && stroke.string === string);

/** A text that is equal for equal values, whatever order their fields come in. */
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_key, field: unknown) =>
    typeof field === 'object' && field !== null && !Array.isArray(field)
      ? Object.fromEntries(Object.entries(field).sort(([a], [b]) => (a < b ? -1 : 1)))
      : field,
  );

/**
 * Whether two patterns say the same, whatever order their fields were stored in.
 * @example
 * samePattern(newPattern('Roll'), { ...newPattern('Roll') }) // => true
 */
export const samePattern = (a: Pattern, b: Pattern): boolean => a === b || canonical(a) === canonical(b);
