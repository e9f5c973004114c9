import { transpose } from '@tonaljs/note';

/** A note by letter and accidental, without an octave: what a chord or a key is made of. */
export interface SpelledNote {
  readonly letter: 'A' | 'B' | 'C' | 'D' | 'E' | 'F' | 'G';
  /** Sharps above the letter, flats below it: −2 to 2. */
  readonly accidental: number;
}

const NATURALS: Readonly<Record<SpelledNote['letter'], number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** Letters by fifths; a sharp is seven fifths on (the line of fifths: Longuet-Higgins & Steedman 1971). */
const FIFTHS = ['F', 'C', 'G', 'D', 'A', 'E', 'B'] as const;

const MARKS: Readonly<Record<string, string>> = { '♯': '#', '♭': 'b', '𝄪': '##', '𝄫': 'bb', x: '##' };

/**
 * A note as it is written: `C`, `F#`, `B♭`, `Cbb`, `Gx`; undefined where it is none.
 * @example
 * parseNote('B♭') // => { letter: 'B', accidental: -1 }
 */
export const parseNote = (text: string): SpelledNote | undefined => {
  const plain = text.replace(/[♯♭𝄪𝄫x]/gu, (mark) => MARKS[mark] ?? mark);
  const match = /^([A-G])(#{0,2}|b{0,2})$/.exec(plain);
  if (!match) return undefined;
  const marks = match[2] ?? '';
  return {
    letter: match[1] as SpelledNote['letter'],
    accidental: marks.startsWith('b') ? -marks.length : marks.length,
  };
};

/**
 * The pitch class of a note: 0 = C to 11 = B.
 * @example
 * notePitchClass({ letter: 'C', accidental: -1 }) // => 11
 */
export const notePitchClass = ({ letter, accidental }: SpelledNote): number =>
  (NATURALS[letter] + accidental + 12) % 12;

/**
 * The place of a note on the line of fifths: C is 0, G 1, F −1, F♯ 6.
 * @example
 * lineOfFifths({ letter: 'F', accidental: 1 }) // => 6
 */
export const lineOfFifths = ({ letter, accidental }: SpelledNote): number =>
  FIFTHS.indexOf(letter) - 1 + 7 * accidental;

/**
 * The note at a place on the line of fifths.
 * @example
 * noteAtFifths(-2) // => { letter: 'B', accidental: -1 }
 */
export const noteAtFifths = (place: number): SpelledNote => ({
  letter: FIFTHS[(((place + 1) % 7) + 7) % 7] as SpelledNote['letter'],
  accidental: Math.floor((place + 1) / 7),
});

/**
 * A note as symbols are typed: `F#`, `Bb`.
 * @example
 * formatNote({ letter: 'B', accidental: -1 }) // => 'Bb'
 */
export const formatNote = ({ letter, accidental }: SpelledNote): string =>
  letter + (accidental < 0 ? 'b' : '#').repeat(Math.abs(accidental));

/**
 * The note an interval above another, spelled as the interval is: intervals as number and quality, `3M`, `5d`, `9A`.
 * @example
 * formatNote(noteAbove({ letter: 'B', accidental: 0 }, '3M')) // => 'D#'
 */
export const noteAbove = (note: SpelledNote, interval: string): SpelledNote => {
  const found = parseNote(transpose(formatNote(note), interval));
  // Further than two accidentals nobody writes: the same key under its plainer name.
  return found ?? nearestSpelling(notePitchClass(note) + intervalSemitones(interval), lineOfFifths(note));
};

const STEPS = [0, 2, 4, 5, 7, 9, 11] as const;

const PERFECT: ReadonlySet<number> = new Set([0, 3, 4]);

const qualityShift = (quality: string, isPerfect: boolean): number => {
  if (quality.startsWith('A')) return quality.length;
  if (quality.startsWith('d')) return -quality.length - (isPerfect ? 0 : 1);
  return quality === 'm' ? -1 : 0;
};

/**
 * Semitones of an interval by number and quality.
 * @example
 * intervalSemitones('7d') // => 9
 * intervalSemitones('13M') // => 21
 */
export const intervalSemitones = (interval: string): number => {
  const [, number = '1', quality = 'P'] = /^(\d+)([PMmAd]+)$/.exec(interval) ?? [];
  const steps = Number(number) - 1;
  const step = steps % 7;
  return (STEPS[step] as number) + 12 * Math.floor(steps / 7) + qualityShift(quality, PERFECT.has(step));
};

/**
 * The name of a pitch class that lies nearest to a place on the line of fifths, as in the key there.
 * @example
 * formatNote(nearestSpelling(10, -3)) // => 'Bb'
 * formatNote(nearestSpelling(10, 5)) // => 'A#'
 */
export const nearestSpelling = (pitchClass: number, place: number): SpelledNote => {
  // Twelve fifths on the line hold each pitch class once: those around the place, one more on the sharp side.
  const from = Math.round(place) - 5;
  const wanted = ((pitchClass % 12) + 12) % 12;
  const index = Array.from({ length: 12 }, (_, step) => from + step).find(
    (fifths) => (((fifths * 7) % 12) + 12) % 12 === wanted,
  );
  return noteAtFifths(index as number);
};

const SIGNS: Readonly<Record<string, string>> = { '#': '♯', b: '♭' };

/**
 * A note as it is shown: `F♯`, `B♭`.
 * @example
 * displayNote({ letter: 'B', accidental: -1 }) // => 'B♭'
 */
export const displayNote = (note: SpelledNote): string =>
  formatNote(note).replace(/[#b]/g, (sign) => SIGNS[sign] ?? sign);

/** Keys from which notes are named together: from G♭ to G♯ on the line of fifths nothing is written oddly. */
const SPELLED_FROM = { least: -6, most: -3 } as const;

/**
 * Names for pitch classes that stand together, such as the strings of a tuning: those that lie closest on the line of
 * fifths, flats where that is level.
 * @example
 * spellTogether([3, 8, 1, 6, 10, 3]).map(displayNote).join(' ') // => 'E♭ A♭ D♭ G♭ B♭ E♭'
 * spellTogether([4, 11, 4, 8, 11, 4]).map(displayNote).join(' ') // => 'E B E G♯ B E'
 */
export const spellTogether = (pitchClasses: readonly number[]): readonly SpelledNote[] => {
  const windows = Array.from({ length: SPELLED_FROM.most - SPELLED_FROM.least + 1 }, (_, step) => {
    const notes = pitchClasses.map((pitchClass) => nearestSpelling(pitchClass, SPELLED_FROM.least + step + 5));
    const places = notes.map(lineOfFifths);
    return { notes, spread: Math.max(...places) - Math.min(...places) };
  });
  return windows.reduce((a, b) => (b.spread < a.spread ? b : a)).notes;
};
