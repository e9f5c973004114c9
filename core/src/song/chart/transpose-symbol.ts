import { midiToPitchClass } from '../../instrument/index.ts';

const SHARP_NAMES = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'] as const;
const FLAT_NAMES = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'] as const;

const NATURAL_PITCH_CLASSES: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** Roots that are written with flats when they are moved to (common practice, no source). */
const FLAT_KEYS: ReadonlySet<number> = new Set([1, 3, 5, 8, 10]);

const parsePitchClass = (note: string): number => {
  const flat = note.length > 1 ? -1 : 0;
  const shift = /[#♯]$/.test(note) ? 1 : flat;
  return midiToPitchClass((NATURAL_PITCH_CLASSES[note.charAt(0)] as number) + shift);
};

/**
 * A note's name, with flats where that is asked for.
 * @example
 * spellPitchClass(10, true) // => 'Bb'
 */
export const spellPitchClass = (pitch: number, flats: boolean): string =>
  (flats ? FLAT_NAMES : SHARP_NAMES)[midiToPitchClass(pitch)] as string;

/**
 * Whether names in a key are written with flats: its root as a pitch class.
 * @example
 * usesFlats(5) // => true
 */
export const usesFlats = (root: number): boolean => FLAT_KEYS.has(midiToPitchClass(root));

const NOTE_PATTERN = /^([A-G])([#♯b♭]?)/;

/**
 * A chord symbol moved by semitones, root and bass; what is no chord stays as it is.
 * @example
 * transposeChordSymbol('Am7/G', 2) // => 'Bm7/A'
 */
export const transposeChordSymbol = (symbol: string, semitones: number, flats?: boolean): string => {
  const match = NOTE_PATTERN.exec(symbol);
  if (!match || midiToPitchClass(semitones) === 0) return symbol;
  const root = parsePitchClass(match[0]) + semitones;
  const named = (note: string): string => spellPitchClass(parsePitchClass(note) + semitones, flats ?? usesFlats(root));
  const rest = symbol.slice(match[0].length).replace(/\/([A-G][#♯b♭]?)$/, (_, bass: string) => `/${named(bass)}`);
  return named(match[0]) + rest;
};
