import type { Voicing } from '../../harmony/index.ts';
import type { Instrument } from '../../instrument/index.ts';
import type { CustomSchool, Stroke } from '../../pattern/index.ts';
import { ticksPerBar, type Metre } from '../../time/index.ts';

/** A pattern free of chords: what the picking hand does for a bar or more. Ticks from the figure's start. */
export interface SongFigure {
  readonly id: string;
  readonly name: string;
  /** Ticks after which it comes round. */
  readonly length: number;
  readonly strokes: readonly Stroke[];
}

/** A chord held from a tick of its bar on: the name of a shape among the song's voicings. */
export interface BarChord {
  readonly at: number;
  readonly voicing: string;
}

/** Where a figure begins anew: with each bar, with each chord, or not at all. */
export const FIGURE_RESTARTS = ['each bar', 'each chord', 'runs on'] as const;

/** A figure in a bar, and where it begins. */
export interface FigureTexture {
  readonly figure: string;
  readonly begins: (typeof FIGURE_RESTARTS)[number];
}

/** What the picking hand does in a bar: a figure, strokes written for it alone, or nothing. */
export type Texture = FigureTexture | { readonly written: readonly Stroke[] } | 'rest';

/** One bar: its chords, what is played, a melody over it, words under it. Ticks from the bar's start. */
export interface Bar {
  readonly chords: readonly BarChord[];
  readonly texture: Texture;
  /** Notes that take the place of a stroke on their string at their time. */
  readonly melody?: readonly Stroke[];
  readonly words?: string;
  readonly remark?: string;
  /** Its metre, where it is not the song's: a pickup is a short first bar. */
  readonly metre?: Metre;
}

/** Whose notes the palm damps throughout a section. */
export type SectionDamping = 'thumb' | 'all';

/** All of those. */
export const SECTION_DAMPINGS: readonly SectionDamping[] = ['thumb', 'all'];

/** A part of a song that has a name. */
export interface Section {
  readonly id: string;
  readonly name: string;
  readonly bars: readonly Bar[];
  readonly remark?: string;
  /** Beats of the song's metre a minute, where it is not the song's tempo. */
  readonly tempo?: number;
  /** Whose notes the palm damps; what rings or is a harmonic sounds on. */
  readonly damping?: SectionDamping;
}

/** Bars that stand at the end of a section in one of its times, in place of as many of its last ones. */
export interface Ending {
  /** Which time, from 1. */
  readonly time: number;
  readonly bars: readonly Bar[];
}

/** A section in the form: how often it is played, and with which endings. */
export interface FormEntry {
  readonly section: string;
  readonly times: number;
  readonly endings?: readonly Ending[];
}

/** A song: shapes, figures, sections of bars, and the form they are played in. An immutable value. */
export interface Song {
  readonly name: string;
  readonly instrument: Instrument;
  readonly metre: Metre;
  /** Beats per minute. */
  readonly tempo: number;
  /** Parts a beat is cut in where bars are edited. */
  readonly subdivision: number;
  readonly swing?: number;
  /** 16 where the sixteenths swing in place of the eighths: halves of half beats. */
  readonly swingUnit?: 16;
  readonly school: string;
  readonly ownSchool?: CustomSchool;
  /** Shapes by name. */
  readonly voicings: Readonly<Record<string, Voicing>>;
  readonly figures: readonly SongFigure[];
  readonly sections: readonly Section[];
  readonly form: readonly FormEntry[];
  readonly tags?: readonly string[];
  /** The key it sounds in, where the teacher said so: `G`, `F#m`, `D dorian`. */
  readonly key?: string;
}

/**
 * Length of a bar in ticks: by its own metre where it has one.
 * @example
 * getBarTicks(createSong('Song'), { chords: [], texture: 'rest', metre: { beats: 1, unit: 4 } }) // => 840
 */
export const getBarTicks = ({ metre }: Pick<Song, 'metre'>, bar: Pick<Bar, 'metre'>): number =>
  ticksPerBar(bar.metre ?? metre);

/** How much a song may hold. */
export const SONG_LIMITS = {
  name: 120,
  sections: 40,
  figures: 60,
  voicings: 200,
  bars: 400,
  parts: 80,
  times: 16,
  chords: 16,
  strokes: 256,
  unfolded: 600,
  words: 200,
  tags: 12,
} as const;
