import { isReadChord, readChord, type ReadChord } from './chord-symbol.ts';
import {
  lineOfFifths,
  nearestSpelling,
  noteAtFifths,
  notePitchClass,
  parseNote,
  formatNote,
  type SpelledNote,
} from './spelled-note.ts';

/** The modes keys are named by: major and minor, and the four others that songs are in. */
export const MODES = ['major', 'minor', 'dorian', 'mixolydian', 'lydian', 'phrygian'] as const;

/** A mode. */
export type Mode = (typeof MODES)[number];

/** A key: its tonic, and the mode of its scale. */
export interface Key {
  readonly tonic: SpelledNote;
  readonly mode: Mode;
}

/** Where a mode's signature lies on the line of fifths, from that of the major key on its tonic (handbook table). */
const MODE_FIFTHS: Readonly<Record<Mode, number>> = {
  lydian: 1,
  major: 0,
  mixolydian: -1,
  dorian: -2,
  minor: -3,
  phrygian: -4,
};

/** How much each degree belongs to a key, by semitones above its tonic (Krumhansl & Kessler 1982). */
const PROFILES: Readonly<Record<'major' | 'minor', readonly number[]>> = {
  major: [6.35, 2.23, 3.48, 2.33, 4.38, 4.09, 2.52, 5.19, 2.39, 3.66, 2.29, 2.88],
  minor: [6.33, 2.68, 3.52, 5.38, 2.6, 3.53, 2.54, 4.75, 3.98, 2.69, 3.34, 3.17],
};

/** What the root, the first chord and the last one add to the tones of the chords (est.). */
const EMPHASIS = { root: 0.8, first: 0.6, last: 1.4 } as const;

const correlation = (a: readonly number[], b: readonly number[]): number => {
  const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;
  const [meanA, meanB] = [mean(a), mean(b)];
  const covariance = a.reduce((sum, value, index) => sum + (value - meanA) * ((b[index] as number) - meanB), 0);
  const size = (values: readonly number[], middle: number): number =>
    Math.sqrt(values.reduce((sum, value) => sum + (value - middle) ** 2, 0));
  return covariance / (size(a, meanA) * size(b, meanB) || 1);
};

/** Weight of each pitch class in a line of chords. */
const weigh = (chords: readonly ReadChord[]): readonly number[] => {
  const weights = new Array<number>(12).fill(0);
  const put = (note: SpelledNote, weight: number): void => {
    const pitchClass = notePitchClass(note);
    weights[pitchClass] = (weights[pitchClass] as number) + weight;
  };
  for (const { root, tones } of chords) {
    for (const tone of tones) put(tone, 1);
    put(root, EMPHASIS.root);
  }
  const [first, last] = [chords[0], chords[chords.length - 1]];
  if (first) put(first.root, EMPHASIS.first);
  if (last) put(last.root, EMPHASIS.last);
  return weights;
};

/** Signature of a key on the line of fifths: sharps, or flats below zero. */
const fifthsOf = (tonic: SpelledNote, mode: Mode): number => lineOfFifths(tonic) + MODE_FIFTHS[mode];

/**
 * Sharps of a key’s signature, flats below zero.
 * @example
 * keySignature({ tonic: { letter: 'C', accidental: 0 }, mode: 'minor' }) // => -3
 */
export const keySignature = ({ tonic, mode }: Key): number => fifthsOf(tonic, mode);

/**
 * The key with a signature of so many sharps (flats below zero) in a mode.
 * @example
 * formatKey(keyOfSignature(1, 'dorian')) // => 'A dorian'
 */
export const keyOfSignature = (signs: number, mode: Mode): Key => ({
  tonic: noteAtFifths(signs - MODE_FIFTHS[mode]),
  mode,
});

/** The tonic of a pitch class with the fewer signs; where they are level, as the chords write it. */
const spellTonic = (pitchClass: number, mode: Mode, written: SpelledNote | undefined): SpelledNote => {
  if (written && Math.abs(fifthsOf(written, mode)) <= 6) return written;
  return nearestSpelling(pitchClass, -MODE_FIFTHS[mode]);
};

/**
 * The key a line of chords is in, by how well their tones fit each key’s profile, with weight on roots, the first and
 * the last chord (Krumhansl 1990, chapter 4, for chords instead of notes); undefined where none can be read.
 * @example
 * formatKey(estimateKey(['Am', 'E7', 'Am'])) // => 'Am'
 * formatKey(estimateKey(['G', 'C', 'D7', 'G'])) // => 'G'
 */
export const estimateKey = (symbols: readonly string[]): Key | undefined => {
  const chords = symbols.map(readChord).filter(isReadChord);
  if (chords.length === 0) return undefined;
  const weights = weigh(chords);
  const rotated = (tonic: number): readonly number[] =>
    weights.map((_, step) => weights[(tonic + step) % 12] as number);
  const rated = Array.from({ length: 24 }, (_, index) => {
    const [tonic, mode] = [index % 12, index < 12 ? 'major' : 'minor'] as const;
    return { tonic, mode, fit: correlation(rotated(tonic), PROFILES[mode]) };
  });
  const best = rated.reduce((a, b) => (b.fit > a.fit ? b : a));
  const written = chords.map(({ root }) => root).find((root) => notePitchClass(root) === best.tonic);
  return { tonic: spellTonic(best.tonic, best.mode, written), mode: best.mode };
};

/**
 * The degree that tells a mode from major or minor, in semitones above the tonic, and the one it takes the place of.
 */
const TELLING: readonly (readonly [of: 'major' | 'minor', mode: Mode, has: number, lacks: number])[] = [
  ['major', 'mixolydian', 10, 11],
  ['major', 'lydian', 6, 5],
  ['minor', 'dorian', 9, 8],
  ['minor', 'phrygian', 1, 2],
];

/** Tones of a chord as semitones above a tonic; the seventh of a dominant on the tonic itself leads elsewhere. */
const tonesAbove = (tonic: number, { root, tones, intervals }: ReadChord): readonly number[] =>
  tones
    .filter((_, index) => !(notePitchClass(root) === tonic && intervals[index] === '7m'))
    .map((tone) => (notePitchClass(tone) - tonic + 12) % 12);

/**
 * The key a line of chords is in, with its mode: major and minor by their profiles, the others by the degree that tells
 * them: D major chords over a C and no C♯ are D mixolydian. Undefined where no chord can be read.
 * @example
 * formatKey(findKey(['D', 'C', 'G', 'D'])) // => 'D mixolydian'
 */
export const findKey = (symbols: readonly string[]): Key | undefined => {
  const key = estimateKey(symbols);
  if (!key) return undefined;
  const tonic = notePitchClass(key.tonic);
  const heard = new Set(
    symbols
      .map(readChord)
      .filter(isReadChord)
      .flatMap((chord) => tonesAbove(tonic, chord)),
  );
  const told = TELLING.find(([of, , has, lacks]) => of === key.mode && heard.has(has) && !heard.has(lacks));
  return told ? { tonic: key.tonic, mode: told[1] } : key;
};

/**
 * A key as it is written: `G`, `F#m`, `D dorian`; an empty text for none.
 * @example
 * formatKey({ tonic: { letter: 'F', accidental: 1 }, mode: 'minor' }) // => 'F#m'
 */
export const formatKey = (key: Key | undefined): string => {
  if (!key) return '';
  const tonic = formatNote(key.tonic);
  if (key.mode === 'major') return tonic;
  return key.mode === 'minor' ? `${tonic}m` : `${tonic} ${key.mode}`;
};

const MODE_WORDS: Readonly<Record<string, Mode>> = {
  '': 'major',
  maj: 'major',
  major: 'major',
  ionian: 'major',
  m: 'minor',
  min: 'minor',
  minor: 'minor',
  aeolian: 'minor',
  dorian: 'dorian',
  mixolydian: 'mixolydian',
  lydian: 'lydian',
  phrygian: 'phrygian',
};

/**
 * A key by its name, `Bbm`, `G major`, `D dorian`; undefined where it is none.
 * @example
 * parseKey('Bbm') // => { tonic: { letter: 'B', accidental: -1 }, mode: 'minor' }
 * parseKey('D Mixolydian').mode // => 'mixolydian'
 */
export const parseKey = (name: string): Key | undefined => {
  const [, note = '', word = ''] = /^([A-H](?:[#♯b♭]|)) ?-?([a-z]*)$/i.exec(name.trim()) ?? [];
  const tonic = parseNote(note.charAt(0).toUpperCase() + note.slice(1));
  const mode = MODE_WORDS[word.toLowerCase()];
  return tonic && mode ? { tonic, mode } : undefined;
};

/** Keys at the far side of the circle have two names: six flats in major, and E♭ minor, are as usual as six sharps. */
const MOST_SIGNS = 6;

/**
 * A key moved by semitones, spelled with the fewer signs; where they are level, with the kind it had.
 * @example
 * formatKey(transposeKey(parseKey('D'), 2)) // => 'E'
 * formatKey(transposeKey(parseKey('F'), 1)) // => 'Gb'
 */
export const transposeKey = ({ tonic, mode }: Key, semitones: number): Key => {
  const fifths = fifthsOf(tonic, mode);
  const moved = fifths + ((semitones * 7) % 12);
  const names = [moved - 24, moved - 12, moved, moved + 12, moved + 24].filter(
    (signs) => Math.abs(signs) <= MOST_SIGNS,
  );
  // F♯ and G♭ have six signs each: flats stay flats.
  const signs =
    names.length > 1 ? (names.find((one) => Math.sign(one) === Math.sign(fifths || -1)) ?? names[0]) : names[0];
  return { tonic: noteAtFifths((signs as number) - MODE_FIFTHS[mode]), mode };
};
