import { displayNote, spellTogether } from '../theory/index.ts';

/** Names of the twelve pitch classes, sharps first; index = pitch class (C = 0). */
const SHARP_NAMES = ['C', 'C♯', 'D', 'D♯', 'E', 'F', 'F♯', 'G', 'G♯', 'A', 'A♯', 'B'] as const;

const LETTERS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** A4 = 440 Hz is MIDI note 69 (ISO 16, MIDI 1.0). */
const CONCERT_A = { midi: 69, hertz: 440 } as const;

/**
 * Frequency in hertz of a MIDI note number in equal temperament: f = 440 · 2^((n − 69) / 12).
 * @example
 * midiToFrequency(69) // => 440
 */
export const midiToFrequency = (midi: number): number => CONCERT_A.hertz * 2 ** ((midi - CONCERT_A.midi) / 12);

/**
 * Pitch class (0 = C … 11 = B) of a MIDI note number.
 * @example
 * midiToPitchClass(64) // => 4
 */
export const midiToPitchClass = (midi: number): number => ((midi % 12) + 12) % 12;

/**
 * Note name of a MIDI note number, without and with its octave (middle C = C4 = 60).
 * @example
 * midiToNoteName(40) // => 'E2'
 */
export const midiToNoteName = (midi: number): string =>
  `${SHARP_NAMES[midiToPitchClass(midi)]}${Math.floor(midi / 12) - 1}`;

/**
 * Name of a pitch class.
 * @example
 * pitchClassName(6) // => 'F♯'
 */
export const pitchClassName = (pitchClass: number): string => SHARP_NAMES[midiToPitchClass(pitchClass)] as string;

/**
 * Pitch class of a note name such as `C`, `F#`, `B♭`; undefined when it is none.
 * @example
 * parsePitchClass('Bb') // => 10
 */
export const parsePitchClass = (name: string): number | undefined => {
  const match = /^([A-G])([#♯b♭]?)$/.exec(name);
  const base = match && LETTERS[match[1] as string];
  if (!match || base === undefined || base === null) return undefined;
  const flat = match[2] ? -1 : 0;
  const shift = /[#♯]/.test(match[2] ?? '') ? 1 : flat;
  return midiToPitchClass(base + shift);
};

/**
 * The notes of open strings, from the lowest up, as one tuning names them.
 * @example
 * formatTuning([39, 44, 49, 54, 58, 63]) // => 'E♭ A♭ D♭ G♭ B♭ E♭'
 */
export const formatTuning = (pitches: readonly number[]): string =>
  spellTogether(pitches.map(midiToPitchClass)).map(displayNote).join(' ');
