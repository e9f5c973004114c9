import type { Problem } from '../../errors/index.ts';
import type { Instrument } from '../../instrument/index.ts';
import type { Stroke } from '../../pattern/index.ts';
import type { Key } from '../../theory/index.ts';
import type { Metre } from '../../time/index.ts';

/**
 * A note as a file has it: `at` and `ticks` in ticks from the start of its bar; the MIDI number that is heard, the
 * string (1 = highest) and the fret above the capo as far as the file says them.
 */
export interface ParsedNote {
  readonly at: number;
  readonly ticks?: number;
  readonly midi?: number;
  readonly string?: number;
  readonly fret?: number;
  /** The finger of the other hand, 1 to 4. */
  readonly finger?: number;
  /** What else is said of it. */
  readonly marks: Partial<Omit<Stroke, 'id' | 'at' | 'string' | 'fret' | 'fretted'>>;
  /** Loudness as a file of a performance has it, 1 to 127. */
  readonly velocity?: number;
  /** Where it stands in the file: its line, and its staff. */
  readonly line?: number;
  readonly staff?: string;
}

/** A chord symbol over a bar, with the frets of its shape where the file has them. */
export interface ParsedChord {
  readonly at: number;
  readonly symbol: string;
  readonly frets?: readonly (number | null)[];
}

/** Signs of a bar that say what is played after what. */
export interface FormSigns {
  /** Whether the segno stands at its beginning, and a coda sign in it. */
  readonly segno?: boolean;
  readonly coda?: boolean;
  /** Whether one leaves for the coda at its end, and whether the piece ends with it, the second time. */
  readonly toCoda?: boolean;
  readonly fine?: boolean;
  /** Where one goes back to after it: D.C. to the beginning, D.S. to the segno. */
  readonly back?: 'start' | 'segno';
}

/** One bar as it is written. */
export interface ParsedBar {
  readonly metre: Metre;
  /** How long it is: a pickup or a bar split at a repeat is shorter than its metre. */
  readonly ticks: number;
  readonly notes: readonly ParsedNote[];
  readonly chords: readonly ParsedChord[];
  /** Parts each beat is counted in, where the file says so. */
  readonly parts?: readonly number[];
  /** Beats of its metre a minute, where that is said here. */
  readonly tempo?: number;
  /** Name of the section that begins with it. */
  readonly section?: string;
  /** Whether a double or final line ends it. */
  readonly endsSection?: boolean;
  readonly repeatBegins?: boolean;
  /** How often in all what ends with it is played. */
  readonly repeatEnds?: number;
  /** The times it is played in, where it stands in an ending. */
  readonly endings?: readonly number[];
  readonly signs?: FormSigns;
  readonly lyrics?: string;
}

/** What a reader made of a file: music as it is written, before anything is made of it. */
export interface ParsedMusic {
  readonly name?: string;
  readonly instrument: Instrument;
  readonly bars: readonly ParsedBar[];
  /** In per cent of the beat. */
  readonly swing?: number;
  readonly swingUnit?: 16;
  /** The key it sounds in, where the file says so. */
  readonly key?: Key;
  /** Whether its end is followed by its beginning, where the file says so. */
  readonly loops?: boolean;
  /** Key of the school, where the file is one of ours. */
  readonly school?: string;
  /** What was left out, taken otherwise, or guessed. */
  readonly warnings: readonly Problem[];
}
