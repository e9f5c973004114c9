import type { NoteNamingSystem } from '../harmony/index.ts';
import type { Key } from '../theory/index.ts';

/**
 * What a song says over its bars, by the bar as it is played, from 0: names of sections where they begin, words under
 * bars.
 */
export interface ScoreAnnotations {
  readonly sections?: ReadonlyMap<number, string>;
  readonly lyrics?: ReadonlyMap<number, string>;
  /** Which part begins at a bar: given where what comes again is to be written once. */
  readonly parts?: ReadonlyMap<number, string>;
  /** The key it sounds in. */
  readonly key?: Key;
}

/** How a score is written where it is engraved rather than read by other programs. */
export interface EngravingPreferences {
  /** Digits as fingering beside the notes, which every engraver draws. */
  readonly showDigits?: boolean;
  /** As on a sheet: notes behind a capo where they are fingered, no tempo and no capo over them: its head says them. */
  readonly isOnSheet?: boolean;
  /** What is counted, under the notes. */
  readonly counts?: boolean;
  /** How notes are called in chord symbols. */
  readonly naming?: NoteNamingSystem;
  /** Strokes one after another that a line has room for: bars with more are written in pieces. */
  readonly maxStrokesPerSystem?: number;
}
