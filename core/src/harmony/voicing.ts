import {
  highestThumbString,
  listBassStrings,
  pitchAt,
  midiToPitchClass,
  type Instrument,
} from '../instrument/index.ts';
import { isReadChord, notePitchClass, readChord } from '../theory/index.ts';

/** A chord held on the neck: frets above the capo from string N to string 1, null where a string is muted. */
export interface Voicing {
  readonly chord: string;
  readonly frets: readonly (number | null)[];
  /** The string that carries the bass, where it is another than the chord gives. */
  readonly bass?: number;
  /** The string that alternates with the bass, where it is another than the chord gives. */
  readonly alternate?: number;
}

/** Root and named bass of a chord symbol, as pitch classes. */
export interface ChordBass {
  readonly root: number;
  readonly bass: number;
}

/**
 * Fret of a string (counted from 1 = highest) in a voicing, null where it is muted.
 * @example
 * fretOfString({ chord: 'C', frets: [null, 3, 2, 0, 1, 0] }, 5) // => 3
 */
export const fretOfString = (voicing: Voicing, string: number): number | null =>
  voicing.frets[voicing.frets.length - string] ?? null;

/**
 * Whether a string sounds in a voicing.
 * @example
 * isStringSounding(createPattern('P').voicing, 6) // => false
 */
export const isStringSounding = (voicing: Voicing, string: number): boolean => fretOfString(voicing, string) !== null;

/**
 * MIDI note number a string sounds in a voicing, null where it is muted.
 * @example
 * soundingPitch(createPattern('P').instrument, createPattern('P').voicing, 1) // => 64
 */
export const soundingPitch = (instrument: Instrument, voicing: Voicing, string: number): number | null => {
  const fret = fretOfString(voicing, string);
  return fret === null ? null : pitchAt(instrument, string, fret);
};

/**
 * Root and bass named by a chord symbol; undefined where it names none.
 * @example
 * parseChordBass('G/B') // => { root: 7, bass: 11 }
 */
export const parseChordBass = (symbol: string): ChordBass | undefined => {
  // Names of the table say more behind the symbol: `F (four strings)`.
  const chord = readChord(symbol.replace(/ \(.*$/, ''));
  if (!isReadChord(chord)) return undefined;
  return { root: notePitchClass(chord.root), bass: notePitchClass(chord.bass) };
};

/**
 * The strings a chord's bass can be given to: the bass strings that sound in it, and string 3.
 * @example
 * listPossibleBassStrings(createInstrument(findTuningOrStandard('standard')), {
 *   chord: 'D',
 *   frets: [null, null, 0, 2, 3, 2],
 * }) // => [4, 3]
 */
export const listPossibleBassStrings = (instrument: Instrument, voicing: Voicing): readonly number[] => [
  ...soundingBassStrings(instrument, voicing),
  ...stringAboveBass(instrument, voicing),
];

/** The string above those of the thumb, where it sounds: it carries a bass that they cannot. */
const stringAboveBass = (instrument: Instrument, voicing: Voicing): readonly number[] => {
  const string = highestThumbString(instrument) - 1;
  return string > 1 && isStringSounding(voicing, string) ? [string] : [];
};

const soundingBassStrings = (instrument: Instrument, voicing: Voicing): readonly number[] =>
  listBassStrings(instrument).filter((string) => isStringSounding(voicing, string));

/**
 * Behind a capo a chord is named as it is fingered (a C that sounds as a D) or as it sounds. The shape tells which:
 * it is named as fingered where its lowest string has the named bass when the capo is left out of account.
 * @example
 * namedAsFingered({ ...createPattern('P').instrument, capo: 2 }, createPattern('P').voicing) // => true
 */
export const namedAsFingered = (instrument: Instrument, voicing: Voicing): boolean => {
  const wanted = parseChordBass(voicing.chord)?.bass;
  const lowest = soundingBassStrings(instrument, voicing)[0];
  if (instrument.capo === 0 || wanted === undefined || lowest === undefined) return false;
  return midiToPitchClass((soundingPitch(instrument, voicing, lowest) as number) - instrument.capo) === wanted;
};

const pitchClassOn = (instrument: Instrument, voicing: Voicing, string: number): number => {
  const pitch = soundingPitch(instrument, voicing, string) ?? 0;
  return midiToPitchClass(namedAsFingered(instrument, voicing) ? pitch - instrument.capo : pitch);
};

/**
 * The string that carries the chord's bass: the one the teacher gave it to, else the lowest bass string that sounds the
 * root (or the bass a slash chord names), else the lowest bass string that sounds at all; null when none does.
 * @example
 * findBassString(createInstrument(findTuningOrStandard('standard')), { chord: 'D', frets: [null, null, 0, 2, 3, 2] })
 * // => 4
 */
export const findBassString = (instrument: Instrument, voicing: Voicing): number | null => {
  if (voicing.bass !== undefined && listPossibleBassStrings(instrument, voicing).includes(voicing.bass))
    return voicing.bass;
  const candidates = soundingBassStrings(instrument, voicing);
  const wanted = parseChordBass(voicing.chord)?.bass;
  const exact = candidates.find((string) => pitchClassOn(instrument, voicing, string) === wanted);
  return exact ?? candidates[0] ?? null;
};

/** Semitones above the root that an alternate bass prefers: fifth, then octave root, then third. */
const ALTERNATE_ORDER: readonly (readonly number[])[] = [[7], [0], [4, 3]];

const alternateRank = (interval: number): number => {
  const rank = ALTERNATE_ORDER.findIndex((intervals) => intervals.includes(interval));
  return rank < 0 ? ALTERNATE_ORDER.length : rank;
};

/**
 * The strings that can alternate with the bass, best first: other sounding bass strings (fifth, then octave
 * root, then third); string 3 only where nothing else is left.
 * @example
 * rankAlternateBassStrings(createInstrument(findTuningOrStandard('standard')), {
 *   chord: 'E',
 *   frets: [0, 2, 2, 1, 0, 0],
 * }) // => [5, 4]
 */
export const rankAlternateBassStrings = (instrument: Instrument, voicing: Voicing): readonly number[] => {
  const bass = findBassString(instrument, voicing);
  const root = parseChordBass(voicing.chord)?.root ?? 0;
  const rank = (string: number): number => alternateRank((pitchClassOn(instrument, voicing, string) - root + 12) % 12);
  const others = soundingBassStrings(instrument, voicing).filter((string) => string !== bass);
  const given = voicing.alternate;
  const isGiven = given !== undefined && given !== bass && isStringSounding(voicing, given);
  const ranked = others.filter((string) => string !== given).sort((a, b) => rank(a) - rank(b) || b - a);
  if (isGiven) return [given, ...ranked];
  return others.length > 0 ? ranked : stringAboveBass(instrument, voicing);
};
