import { midiToPitchClass } from '../../instrument/index.ts';

const SHARP_NAMES = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'] as const;
const FLAT_NAMES = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'] as const;

/** Roots that are written with flats when they are moved to (common practice, no source). */
const FLAT_KEYS: ReadonlySet<number> = new Set([1, 3, 5, 8, 10]);

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
