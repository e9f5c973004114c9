import { displayNote, nearestSpelling, spellTogether, type SpelledNote } from '../theory/index.ts';

/**
 * Where single notes are named from on the line of fifths: around D, as guitarists name them: E♭ and B♭, but C♯ and
 * G♯ (common practice, no source).
 */
const USUAL_PLACE = 2;

const LETTERS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** Semitones of an octave, and frets from a note to the one an octave above it on the same string. */
export const OCTAVE = 12;

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
export const midiToPitchClass = (midi: number): number => ((midi % OCTAVE) + OCTAVE) % OCTAVE;

const withOctave = (midi: number, note: SpelledNote): string =>
  `${displayNote(note)}${Math.floor((midi - note.accidental) / OCTAVE) - 1}`;

/**
 * Note name of a MIDI note number with its octave (middle C = C4 = 60), as it is usually spelled.
 * @example
 * midiToNoteName(40) // => 'E2'
 * midiToNoteName(46) // => 'B♭2'
 */
export const midiToNoteName = (midi: number): string =>
  withOctave(midi, nearestSpelling(midiToPitchClass(midi), USUAL_PLACE));

/**
 * Names of MIDI note numbers with their octaves, spelled as notes that belong together.
 * @example
 * nameNotes([39, 44, 49]) // => ['E♭2', 'A♭2', 'D♭3']
 */
export const nameNotes = (pitches: readonly number[]): readonly string[] => {
  const notes = spellTogether(pitches.map(midiToPitchClass));
  return pitches.map((midi, index) => withOctave(midi, notes[index] as SpelledNote));
};

/**
 * Name of a pitch class as it is spelled near a place on the line of fifths, by itself as usual.
 * @example
 * pitchClassName(6) // => 'F♯'
 * pitchClassName(8, -3) // => 'A♭'
 */
export const pitchClassName = (pitchClass: number, place: number = USUAL_PLACE): string =>
  displayNote(nearestSpelling(midiToPitchClass(pitchClass), place));

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
