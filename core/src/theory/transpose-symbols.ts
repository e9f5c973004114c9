import { isReadChord, readChord } from './chord-symbol.ts';
import { findKey, keySignature, transposeKey, type Key } from './key.ts';
import {
  formatNote,
  lineOfFifths,
  nearestSpelling,
  noteAtFifths,
  notePitchClass,
  type SpelledNote,
} from './spelled-note.ts';

/** More than one accidental nobody reads at sight. */
const isPlain = ({ accidental }: SpelledNote): boolean => Math.abs(accidental) <= 1;

/** Roots and basses that sound a white key are written as it. */
const isAwkward = ({ letter, accidental }: SpelledNote): boolean =>
  (accidental === 1 && (letter === 'E' || letter === 'B')) || (accidental === -1 && (letter === 'F' || letter === 'C'));

/** A note moved along the line of fifths, so that what stood in its key stands in the other as it did. */
const moveNote = (note: SpelledNote, by: number, signs: number): SpelledNote => {
  const moved = noteAtFifths(lineOfFifths(note) + by);
  const fits = isPlain(moved) && !(isAwkward(moved) && Math.abs(signs) < 6);
  return fits ? moved : nearestSpelling(notePitchClass(moved), signs);
};

const ROOT = /^([A-H](?:##|bb(?!5|9|13)|[#♯b♭]?))/;
const BASS = /\/([A-H][#♯b♭]?)$/;

const movedSymbol = (symbol: string, move: (note: SpelledNote) => SpelledNote): string => {
  const chord = readChord(symbol);
  if (!isReadChord(chord) || !ROOT.test(symbol)) return symbol;
  const rest = symbol.replace(ROOT, '').replace(BASS, '');
  const bass = BASS.test(symbol) ? `/${formatNote(move(chord.bass))}` : '';
  return formatNote(move(chord.root)) + rest + bass;
};

/**
 * Moves chord symbols by semitones, all of them as one key: roots and basses are spelled as the key wants them. What is
 * no chord stays as it is.
 * @example
 * ['D', 'A', 'Bm', 'F#m'].map(createSymbolTransposer(['D', 'A', 'Bm', 'F#m'], 2)).join(' ') // => 'E B C#m G#m'
 * ['Am', 'E7', 'G#dim'].map(createSymbolTransposer(['Am', 'E7', 'G#dim'], 3)).join(' ') // => 'Cm G7 Bdim'
 */
export const createSymbolTransposer = (
  symbols: readonly string[],
  semitones: number,
  known?: Key,
): ((symbol: string) => string) => {
  const key = known ?? findKey(symbols);
  if (!key || semitones % 12 === 0) return (symbol) => symbol;
  const target = transposeKey(key, semitones);
  const by = lineOfFifths(target.tonic) - lineOfFifths(key.tonic);
  const signs = keySignature(target);
  return (symbol) => movedSymbol(symbol, (note) => moveNote(note, by, signs));
};
