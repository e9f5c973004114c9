import { isReadChord, readChord, type ReadChord } from './chord-symbol.ts';
import { keySignature, type Key } from './key.ts';
import { lineOfFifths, notePitchClass, type SpelledNote } from './spelled-note.ts';

const NUMERALS = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII'] as const;
const LETTERS = 'CDEFGAB';

/** How many fifths each degree of the major scale lies above its tonic. */
const DEGREE_FIFTHS = [0, 2, 4, -1, 1, 3, 5] as const;

const degreeOf = (note: SpelledNote, tonic: SpelledNote): number =>
  (LETTERS.indexOf(note.letter) - LETTERS.indexOf(tonic.letter) + 7) % 7;

/** How many semitones a note is off the degree of the major scale on the tonic: -1 for a flat seventh. */
const alterationOf = (note: SpelledNote, tonic: SpelledNote): number => {
  const fifths = lineOfFifths(note) - lineOfFifths(tonic);
  return (fifths - (DEGREE_FIFTHS[degreeOf(note, tonic)] as number)) / 7;
};

/**
 * The sign before a degree: none for what the scale has, so that III, VI and VII of a minor key are low by themselves.
 */
const signOf = (note: SpelledNote, key: Key): string => {
  const { tonic } = key;
  const sign = alterationOf(note, tonic) - scaleAlteration(degreeOf(note, tonic), key);
  return sign === 0 ? '' : (sign < 0 ? '♭' : '♯').repeat(Math.abs(sign));
};

/** How many semitones a degree of a key’s scale is off that of the major scale on its tonic. */
const scaleAlteration = (degree: number, key: Key): number => {
  const scale = keySignature(key) - lineOfFifths(key.tonic);
  const place = DEGREE_FIFTHS[degree] as number;
  // A degree beyond the scale's last fifth is a flat one in it already, one before its first a sharp one.
  if (place > scale + 5) return -1;
  return place < scale - 1 ? 1 : 0;
};

const has = ({ intervals }: ReadChord, interval: string): boolean => intervals.includes(interval);

/** What takes the place of a third that is missing. */
const suspensionOf = (chord: ReadChord): string => {
  if (has(chord, '3M') || has(chord, '3m')) return '';
  if (has(chord, '4P')) return 'sus4';
  return has(chord, '2M') ? 'sus2' : '5';
};

const qualityOf = (chord: ReadChord, isMinor: boolean): string => {
  if (isMinor) return has(chord, '5d') ? '°' : '';
  return has(chord, '5A') ? '+' : '';
};

/** What stands behind the numeral: the quality its case does not say, sevenths, sixths and suspensions. */
const suffixOf = (chord: ReadChord, isMinor: boolean): string => {
  const quality = qualityOf(chord, isMinor);
  const suspended = suspensionOf(chord);
  if (quality === '°' && has(chord, '7m')) return 'ø7';
  if (has(chord, '7M')) return `${quality}maj7${suspended}`;
  if (has(chord, '7m') || has(chord, '7d')) return `${quality}7${suspended}`;
  return `${quality}${has(chord, '6M') ? '6' : ''}${suspended}`;
};

const numeralOf = (chord: ReadChord, key: Key): string => {
  const isMinor = has(chord, '3m');
  const numeral = NUMERALS[degreeOf(chord.root, key.tonic)] as string;
  return signOf(chord.root, key) + (isMinor ? numeral.toLowerCase() : numeral) + suffixOf(chord, isMinor);
};

/** Whether a chord is the dominant of the one that follows: major, a fifth above it, and no chord of the key. */
const isDominantOf = (chord: ReadChord, next: ReadChord, key: Key): boolean => {
  const down = (notePitchClass(chord.root) - notePitchClass(next.root) + 12) % 12;
  const toTonic = notePitchClass(next.root) === notePitchClass(key.tonic);
  const isMajor = has(chord, '3M') && !has(chord, '7M');
  const scale = keySignature(key);
  const foreign = chord.tones.some((tone) => lineOfFifths(tone) < scale - 1 || lineOfFifths(tone) > scale + 5);
  return down === 7 && !toTonic && isMajor && foreign;
};

/**
 * A chord as a degree of a key: capitals for major, small letters for minor, `°` and `ø` for diminished, a sign where
 * its root is no note of the key's scale. Where the next chord is known, a dominant of it is named so, `V7/ii`. A bass
 * stands behind a slash as the degree of the scale it is. Undefined where the symbol is no chord (common practice, as
 * in any primer of harmony).
 * @example
 * romanNumeral('Bm7b5', parseKey('Am')) // => 'iiø7'
 * romanNumeral('A7', parseKey('C'), 'Dm') // => 'V7/ii'
 */
export const romanNumeral = (symbol: string, key: Key, next?: string): string | undefined => {
  const chord = readChord(symbol);
  if (!isReadChord(chord)) return undefined;
  const following = next === undefined ? undefined : readChord(next);
  if (following && isReadChord(following) && isDominantOf(chord, following, key))
    return `V${suffixOf(chord, false)}/${numeralOf(following, key).replace(/(?:maj)?[67].*$/, '')}`;
  const inverted = notePitchClass(chord.bass) !== notePitchClass(chord.root);
  const bass = inverted ? `/${signOf(chord.bass, key)}${degreeOf(chord.bass, key.tonic) + 1}` : '';
  return numeralOf(chord, key) + bass;
};
