import { createProblem, type Problem } from '../errors/index.ts';
import { displayNote, spellTogether } from '../theory/index.ts';
import { midiToPitchClass } from './pitch.ts';
import { TUNINGS, type Tuning } from './tunings.ts';

/** A strung neck. `pitches` are MIDI note numbers from the lowest string N to string 1. */
export interface Instrument {
  readonly tuning: string;
  readonly pitches: readonly number[];
  readonly capo: number;
  readonly frets: number;
  /** The highest string the thumb plays as a matter of course, where it is another than the tuning gives. */
  readonly thumbFrom?: number;
}

/** How few and how many strings an instrument may have. */
export const STRING_RANGE = { least: 3, most: 10 } as const;

/** Frets on a neck when nothing else is said. */
export const DEFAULT_FRETS = 21;

/**
 * An instrument in a tuning, without capo.
 * @example
 * createInstrument(findTuningOrStandard('standard')).pitches.length // => 6
 */
export const createInstrument = (tuning: Pick<Tuning, 'key' | 'pitches'>): Instrument => ({
  tuning: tuning.key,
  pitches: tuning.pitches,
  capo: 0,
  frets: DEFAULT_FRETS,
});

/** The tuning with a key; the standard one when there is none of that key. */
export const findTuningOrStandard = (key: string): Tuning =>
  TUNINGS.find((t) => t.key === key) ?? (TUNINGS[0] as Tuning);

/**
 * How many strings an instrument has.
 * @example
 * stringCount(createPattern('P').instrument) // => 6
 */
export const stringCount = (instrument: Instrument): number => instrument.pitches.length;

/**
 * MIDI note number of a string (counted from 1 = highest) at a fret above the capo.
 * @example
 * pitchAt(createInstrument(findTuningOrStandard('standard')), 6, 0) // => 40
 */
export const pitchAt = (instrument: Instrument, string: number, fret: number): number =>
  (instrument.pitches[instrument.pitches.length - string] ?? NaN) + instrument.capo + fret;

/**
 * Name of the open string, e.g. `E`.
 * @example
 * openStringName(createPattern('P').instrument, 6) // => 'E'
 */
export const openStringName = (instrument: Instrument, string: number): string => {
  const classes = instrument.pitches.map((pitch) => midiToPitchClass(pitch + instrument.capo));
  const note = spellTogether(classes)[instrument.pitches.length - string];
  return note ? displayNote(note) : '';
};

/** What says which strings are the thumb's. */
export type ThumbStrings = Pick<Instrument, 'pitches' | 'thumbFrom'>;

/** The highest string of the thumb on most instruments (common practice, no source). */
export const USUAL_THUMB_FROM = 4;

/** Four strings of which the lowest line sounds above the next have two for the thumb (common practice, no source). */
const isReentrant = ([low = 0, next = 0]: readonly number[]): boolean => low > next;

/**
 * The highest string the thumb plays as a matter of course: 4, unless the instrument has fewer or says otherwise.
 * @example
 * highestThumbString({ pitches: [40, 45, 50, 55, 59, 64] }) // => 4
 * highestThumbString({ pitches: [67, 60, 64, 69] }) // => 3
 */
export const highestThumbString = ({ pitches, thumbFrom }: ThumbStrings): number => {
  if (thumbFrom !== undefined) return thumbFrom;
  if (pitches.length < USUAL_THUMB_FROM) return pitches.length;
  return pitches.length === USUAL_THUMB_FROM && isReentrant(pitches) ? USUAL_THUMB_FROM - 1 : USUAL_THUMB_FROM;
};

/**
 * Strings that carry the bass, lowest first: the thumb's.
 * @example
 * listBassStrings({ pitches: [40, 45, 50, 55, 59, 64] }) // => [6, 5, 4]
 */
export const listBassStrings = (instrument: ThumbStrings): readonly number[] => {
  const strings = instrument.pitches.length;
  return Array.from({ length: strings - highestThumbString(instrument) + 1 }, (_, index) => strings - index);
};

/**
 * Whether a string, counted from 1 = highest, is one of those that carry the bass.
 * @example
 * isBassString({ pitches: [40, 45, 50, 55, 59, 64] }, 4) // => true
 */
export const isBassString = (instrument: ThumbStrings, string: number): boolean =>
  string >= highestThumbString(instrument);

/**
 * Semitones each string is retuned by, from string N to string 1, to go from one tuning to another.
 * @example
 * semitonesToRetune(findTuningOrStandard('standard'), findTuningOrStandard('open-d')) // => [-2, 0, 0, -1, -2, -2]
 */
export const semitonesToRetune = (from: Tuning, to: Tuning): readonly number[] =>
  from.pitches.map((pitch, index) => (to.pitches[index] ?? pitch) - pitch);

/**
 * What is wrong with an instrument; empty when nothing is.
 * @example
 * validateInstrument(createPattern('P').instrument).length // => 0
 */
export const validateInstrument = ({ pitches, capo, frets, thumbFrom }: Instrument): readonly Problem[] => {
  const found: Problem[] = [];
  if (pitches.length < STRING_RANGE.least || pitches.length > STRING_RANGE.most)
    found.push(createProblem('strings-out-of-range', { value: pitches.length }));
  pitches.forEach((pitch, index) => {
    if (!Number.isInteger(pitch) || pitch < 12 || pitch > 100)
      found.push(createProblem('pitch-out-of-range', { string: pitches.length - index, value: pitch }));
  });
  if (!Number.isInteger(frets) || frets < 5 || frets > 30)
    found.push(createProblem('frets-out-of-range', { value: frets }));
  if (!Number.isInteger(capo) || capo < 0 || capo > frets - 5)
    found.push(createProblem('capo-out-of-range', { value: capo, most: frets - 5 }));
  if (thumbFrom !== undefined && (!Number.isInteger(thumbFrom) || thumbFrom < 2 || thumbFrom > pitches.length))
    found.push(createProblem('thumb-strings-out-of-range', { value: thumbFrom, most: pitches.length }));
  return found;
};
