import type { Voicing } from '../harmony/index.ts';
import type { Instrument } from '../instrument/index.ts';
import type { Endings, Stroke } from '../pattern/index.ts';
import type { Metre } from '../time/index.ts';

/**
 * One stroke of a score, resolved: nothing has to be looked up any more. `at` and `ticks` are whole ticks as written,
 * before swing; strings count from 1 = highest; frets count from the capo.
 */
export interface ScoreStroke extends Omit<Stroke, 'id' | 'fret'> {
  /** Where in the document it comes from: the name of the stroke there. */
  readonly sourceStrokeId: string;
  /** Ticks it sounds: until its string is struck again, it is damped, or the score ends. */
  readonly durationTicks: number;
  /** The fret the other hand stops, 0 for an open string, null where the string is muted. */
  readonly fret: number | null;
  /** MIDI note number that is heard, harmonics at their partial; null where nothing sounds on the string. */
  readonly pitch: number | null;
  /** Index of the chord span it falls in. */
  readonly chord: number;
}

/** A chord held from a tick on. */
export interface ChordSpan {
  readonly at: number;
  readonly voicing: Voicing;
}

/** A tempo from a tick on: beats a minute of the metre there, and what that comes to. */
export interface TempoChange {
  readonly at: number;
  readonly bpm: number;
  readonly secondsPerTick: number;
  /** Seconds from the start of the score to this mark. */
  readonly seconds: number;
}

/** One bar: where it begins, how long it is, how it is counted. Ticks. */
export interface ScoreBar {
  readonly at: number;
  readonly ticks: number;
  /** Ticks of its metre that come before it begins: of a pickup. */
  readonly skippedTicks?: number;
  readonly metre: Metre;
}

/** One beat: where it begins, how long it is, in how many parts it is cut; `number` counts from 1 in its bar. */
export interface ScoreBeat {
  readonly at: number;
  readonly ticks: number;
  /** Whether something in it is played off its halves: triplets and sixteenths stay straight where halves swing. */
  readonly isStraight?: boolean;
  readonly parts: number;
  /** Parts of it that come before the score begins: of a pickup that begins inside a beat. */
  readonly skippedParts?: number;
  readonly number: number;
  readonly bar: number;
}

/** A document made flat: everything that is played, in order, and the clock it is played by. */
export interface Score {
  readonly name: string;
  readonly instrument: Instrument;
  /** Ticks after which it ends, or begins again. */
  readonly length: number;
  /** Whether its end is followed by its beginning. */
  readonly loop: boolean;
  /** Where the off-beat falls when it is played, in per cent of the beat; 50 is straight. */
  readonly swing: number;
  /** Parts of a beat that swing in pairs: 2 for halves of beats, 4 for halves of half beats. */
  readonly swingParts: 2 | 4;
  readonly tempos: readonly TempoChange[];
  readonly bars: readonly ScoreBar[];
  readonly beats: readonly ScoreBeat[];
  readonly chords: readonly ChordSpan[];
  /** Sorted by time, then from the lowest string up. */
  readonly strokes: readonly ScoreStroke[];
  /** Where it is a figure that comes several times, alike up to endings of its own: written out here all the same. */
  readonly endings?: Endings;
}
