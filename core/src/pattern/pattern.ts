import type { Voicing } from '../harmony/index.ts';
import { isBassString, type Instrument, type ThumbStrings } from '../instrument/index.ts';
import { ticksPerBar, ticksPerBeat, type Metre } from '../time/index.ts';
import type { Digit } from './digit.ts';

/** How the other hand sounds a note without an attack; a tap comes from no note in particular. */
export type Slur = 'hammer-on' | 'pull-off' | 'slide' | 'tap';

/** A slur that leads from one note to another. */
export type LeadingSlur = Exclude<Slur, 'tap'>;

/** All of those. */
export const LEADING_SLURS: readonly LeadingSlur[] = ['hammer-on', 'pull-off', 'slide'];

/** All slurs. */
export const SLURS: readonly Slur[] = [...LEADING_SLURS, 'tap'];

/**
 * A harmonic: `natural` is touched by the other hand, `harp` by the index of the picking hand. `touch` is the fret
 * (above the capo) over which the string is touched; where `above` says how far that lies above the stopped note, it
 * goes along with the shape and `touch` is only where it was set.
 */
export interface Harmonic {
  readonly kind: 'natural' | 'harp';
  readonly touch: number;
  readonly above?: number;
}

/** What of the chord a thumb stroke carries: its bass, or one of the strings that alternate with it. */
export type ChordRole = 'bass' | 'alternate' | 'second alternate';

/** All roles. */
export const CHORD_ROLES: readonly ChordRole[] = ['bass', 'alternate', 'second alternate'];

/** How loud a stroke is, where it is not plain. */
export type Dynamic = 'soft' | 'loud';

/**
 * The finger of the other hand, 1 = index to 4 = little finger, and the place it was written for: it holds as long as
 * the stroke is played there.
 */
export interface FrettingFinger {
  readonly finger: number;
  readonly string: number;
  readonly fret: number;
}

/** Semitones a string may be bent up by: a quarter tone to two whole tones. */
export const BEND_STEPS: readonly number[] = [0.5, 1, 1.5, 2, 3, 4];

/** A note that is bent up after it sounds: by so many semitones, and let down again where it is released. */
export interface Bend {
  readonly semitones: number;
  readonly isReleased?: boolean;
}

/** A short note on the same string right before: so many frets from its note, slurred to it or picked like it. */
export interface GraceNote {
  /** Frets above the note, below zero for under it; never 0. */
  readonly frets: number;
  readonly slur?: LeadingSlur;
}

/** From where a note is slid to, or where it slides off to. */
export type SlideSide = 'below' | 'above';

/** Both sides. */
export const SLIDE_SIDES: readonly SlideSide[] = ['below', 'above'];

/** Frets a grace note may lie from its note, and a trill above it, at most. */
export const ORNAMENT_LIMITS = { grace: 7, trill: 5 } as const;

/** One attack on one string at one time. `at` is in ticks from the start; `string` counts from 1 = highest. */
export interface Stroke {
  readonly id: string;
  readonly at: number;
  readonly string: number;
  /** The digit the teacher fixed; the solver chooses where there is none. */
  readonly pin?: Digit;
  readonly accent?: boolean;
  /** The fret, where it is another than the chord's. */
  readonly fret?: number;
  /** Sounded by the other hand: it costs the picking hand nothing. */
  readonly slur?: Slur;
  /** The digit of the stroke before carries on over to this string. */
  readonly rake?: boolean;
  /** Struck by one digit together with the other strokes of this time that are brushed. */
  readonly brush?: boolean;
  readonly harmonic?: Harmonic;
  /** Damped with the palm. */
  readonly damped?: boolean;
  /** Rings at least to the end of its bar. */
  readonly ring?: boolean;
  readonly loudness?: Dynamic;
  /** The finger that stops it, where a file says so. */
  readonly fretted?: FrettingFinger;
  /** Played without sounding: the digit goes there, nothing is heard. */
  readonly silent?: boolean;
  /** The digit comes down without planting first. */
  readonly unplanted?: boolean;
  /** The string follows the chord. */
  readonly role?: ChordRole;
  readonly bend?: Bend;
  readonly grace?: GraceNote;
  /** Frets above the note that it is trilled with. */
  readonly trill?: number;
  /** Slid to from no note in particular. */
  readonly slideIn?: SlideSide;
  /** Slides off to no note in particular. */
  readonly slideOut?: SlideSide;
  readonly vibrato?: boolean;
  readonly staccato?: boolean;
  /** The other hand lies on the string: a thud without pitch. */
  readonly dead?: boolean;
  /** The digit comes to rest on the next string. */
  readonly restStroke?: boolean;
  /** The note before on its string slides up or down to it, and it is picked. */
  readonly glide?: boolean;
  /** A finger of the picking hand comes down on the fret and sounds it. */
  readonly tapped?: boolean;
  /** Sounded just after the rolled strokes of its time that are lower. */
  readonly rolled?: boolean;
}

/** The marks of a stroke that are on or off. */
export const ARTICULATIONS = [
  'accent',
  'rake',
  'brush',
  'damped',
  'ring',
  'silent',
  'unplanted',
  'vibrato',
  'staccato',
  'dead',
  'restStroke',
  'glide',
  'rolled',
  'tapped',
] as const;

/** A mark of a stroke that is on or off. */
export type Articulation = (typeof ARTICULATIONS)[number];

/** A beat cut in its own number of parts; beats are counted from 0 through the whole pattern. */
export interface BeatSubdivision {
  readonly beat: number;
  readonly parts: number;
}

/** A school that a studio made: another school, with digits, homes and weights of its own. */
export interface CustomSchool {
  readonly id: string;
  readonly name: string;
  /** Key of the school it starts from. */
  readonly base: string;
  readonly digits: readonly Digit[];
  /** Strings where a digit is at home, as far as they differ. */
  readonly homes: Readonly<Partial<Record<Digit, readonly number[]>>>;
  readonly weights: Readonly<Record<string, number>>;
}

/** A bar of a piece whose bars are not all alike: its metre, and its tempo in beats of that metre a minute. */
export interface VariableBar {
  readonly metre: Metre;
  readonly tempo: number;
}

/** A chord held from a tick on. */
export interface ChordChange {
  readonly at: number;
  readonly voicing: Voicing;
}

/**
 * A figure that comes several times, each time with an ending of its own: how often it comes in all, and the bars of
 * each ending. All its times through are written out in the pattern.
 */
export interface Endings {
  readonly times: number;
  readonly bars: number;
}

/** Strokes of the picking hand over a length of time, on a voicing of an instrument. An immutable value. */
export interface Pattern {
  readonly name: string;
  readonly metre: Metre;
  readonly bars: number;
  /** Parts a beat is cut in on the bench. */
  readonly subdivision: number;
  /** Beats per minute; a beat is the metre's unit. */
  readonly tempo: number;
  readonly instrument: Instrument;
  /** The chord that is held, or the first of several. */
  readonly voicing: Voicing;
  /** The chords after the first, by the ticks from which they are held, in order. */
  readonly chordChanges?: readonly ChordChange[];
  /** The tick at which it begins, within its first bar: what is before is not played, as before a pickup. */
  readonly begins?: number;
  /** The tick at which it ends, within its last bar. */
  readonly ends?: number;
  readonly endings?: Endings;
  /** Beats that are cut otherwise, sorted by beat. */
  readonly divisions?: readonly BeatSubdivision[];
  /** Where the off-beat falls when it is played, in per cent of the beat: 50 straight to 75. Never in the ticks. */
  readonly swing?: number;
  /** 16 where the sixteenths swing in place of the eighths: halves of half beats. */
  readonly swingUnit?: 16;
  /** Key of the school that assigns the digits: `hybrid`, `hybrid:pick-down`, or `own:…` for one the studio made. */
  readonly school: string;
  /** The studio's school as it was when it was chosen. */
  readonly ownSchool?: CustomSchool;
  /** Whether the last stroke is followed by the first again. */
  readonly cyclic: boolean;
  /** Sorted by time, then from the lowest string up. */
  readonly strokes: readonly Stroke[];
  /** Words it is found by. */
  readonly tags?: readonly string[];
  /** Bar by bar, where they differ: only in songs written out; no file holds it. */
  readonly course?: readonly VariableBar[];
}

/** What a document is called that nothing names. */
export const UNTITLED = '–';

/** How long a pattern and its name may be. */
export const PATTERN_LIMITS = { bars: 128, strokes: 4000, name: 120, beats: 16, tags: 12, tag: 30 } as const;

/**
 * Length of a pattern in ticks.
 * @example
 * patternLength({ metre: { beats: 3, unit: 4 }, bars: 2 }) // => 5040
 */
export const patternLength = ({ metre, bars, course }: Pick<Pattern, 'metre' | 'bars' | 'course'>): number =>
  course ? course.reduce((sum, bar) => sum + ticksPerBar(bar.metre), 0) : ticksPerBar(metre) * bars;

/**
 * The ticks that are played: from a pickup in the first bar to the end within the last.
 * @example
 * playedSpan({ metre: { beats: 4, unit: 4 }, bars: 2, begins: 2520 }) // => { from: 2520, to: 6720 }
 */
export const playedSpan = (
  pattern: Pick<Pattern, 'metre' | 'bars' | 'course' | 'begins' | 'ends'>,
): { readonly from: number; readonly to: number } => ({
  from: pattern.begins ?? 0,
  to: pattern.ends ?? patternLength(pattern),
});

/**
 * Ticks from one part of a beat to the next.
 * @example
 * subdivisionTicks(createPattern('P')) // => 210
 */
export const subdivisionTicks = ({ metre, subdivision }: Pick<Pattern, 'metre' | 'subdivision'>): number =>
  ticksPerBeat(metre) / subdivision;

/** How far swing goes, in per cent of the beat. */
export const SWING_RANGE = { least: 50, most: 75 } as const;

/**
 * Time order, and on one beat from the lowest string (highest number) up.
 * @example
 * compareByTimeThenString({ id: 'a', at: 0, string: 5 }, { id: 'b', at: 210, string: 3 }) < 0 // => true
 */
export const compareByTimeThenString = (a: Stroke, b: Stroke): number => a.at - b.at || b.string - a.string;

/**
 * Whether a stroke is one that the thumb would take: struck, and pinned to the thumb or free on a bass string.
 * @example
 * isThumbStroke(createPattern('P').instrument, { string: 5 }) // => true
 * isThumbStroke(createPattern('P').instrument, { string: 5, pin: 'i' }) // => false
 */
export const isThumbStroke = (
  instrument: ThumbStrings,
  { string, pin, slur }: Pick<Stroke, 'string' | 'pin' | 'slur'>,
): boolean => !slur && (pin === 'p' || (pin === undefined && isBassString(instrument, string)));

/**
 * The stroke on a string at a tick, if there is one.
 * @example
 * findStrokeAt(createPattern('P'), 0, 5) // => undefined
 */
export const findStrokeAt = (pattern: Pattern, at: number, string: number): Stroke | undefined =>
  pattern.strokes.find((stroke) => stroke.at === at && stroke.string === string);

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null;

const sameFields = (a: Readonly<Record<string, unknown>>, b: Readonly<Record<string, unknown>>): boolean =>
  Object.keys(a).every((key) => isDeepEqual(a[key], b[key])) &&
  Object.keys(b).every((key) => b[key] === undefined || key in a);

/**
 * Whether two plain values say the same, whatever order their fields come in; a field that is undefined is as good as
 * none. The same object is the same at once.
 * @example
 * isDeepEqual({ a: 1, b: [2] }, { b: [2], a: 1, c: undefined }) // => true
 */
export const isDeepEqual = (a: unknown, b: unknown): boolean => {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b))
    return a.length === b.length && a.every((item, index) => isDeepEqual(item, b[index]));
  return isObject(a) && isObject(b) && !Array.isArray(a) && !Array.isArray(b) && sameFields(a, b);
};

/**
 * Whether two patterns say the same, whatever order their fields were stored in.
 * @example
 * isSamePattern(createPattern('Roll'), { ...createPattern('Roll') }) // => true
 */
export const isSamePattern = (a: Pattern, b: Pattern): boolean => isDeepEqual(a, b);

/**
 * A pattern under another name, cut to the length a name may have.
 * @example
 * withName(createPattern('Roll'), 'Roll, slower').name // => 'Roll, slower'
 */
export const withName = <Document extends Pick<Pattern, 'name'>>(document: Document, name: string): Document => ({
  ...document,
  name: name.slice(0, PATTERN_LIMITS.name),
});
