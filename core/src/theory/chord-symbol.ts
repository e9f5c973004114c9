import { noteAbove, parseNote, type SpelledNote } from './spelled-note.ts';
import { readChordShape } from './chord-grammar.ts';

/** A chord symbol understood: its tones spelled, each by its interval above the root. */
export interface ReadChord {
  readonly root: SpelledNote;
  /** The lowest note the symbol asks for: its root, or what stands after the slash. */
  readonly bass: SpelledNote;
  /** Intervals above the root by number and quality, by degree. */
  readonly intervals: readonly string[];
  /** The tones of those intervals, in their order. */
  readonly tones: readonly SpelledNote[];
}

/** A symbol that cannot be read, and the place (from 0) from which on. */
export interface UnreadChord {
  readonly unreadFrom: number;
}

const SYLLABLES: Readonly<Record<string, string>> = {
  do: 'C',
  ut: 'C',
  re: 'D',
  ré: 'D',
  mi: 'E',
  fa: 'F',
  sol: 'G',
  la: 'A',
  si: 'B',
};

/** `Do` may be D with an o for diminished, and `Fa` the beginning of `Fadd9` or `Faug`. */
const SYLLABLE = /^(Do(?=[#b♯♭m-]|maj|sus|add)|Ut|R[eé]|Mi(?!n)|Fa(?!dd|ug)|Sol|La|Si)([#♯b♭]?)/;

/** A root and its accidentals; a flat before a fifth or a ninth belongs to that. */
const LETTER = /^([A-H])(##|x|𝄪|bb(?!5|9|13|♭)|𝄫|♭♭|[#♯b♭]?)/u;

interface Rooted {
  readonly note: SpelledNote;
  readonly length: number;
}

const readRoot = (text: string): Rooted | undefined => {
  const syllable = SYLLABLE.exec(text);
  const [whole, name, sign = ''] = syllable ?? LETTER.exec(text) ?? [];
  if (whole === undefined || name === undefined) return undefined;
  // In German and the Nordic languages B is called H.
  const letter = syllable ? (SYLLABLES[name.toLowerCase()] as string) : name.replace('H', 'B');
  const note = parseNote(letter + sign);
  return note && { note, length: whole.length };
};

/** Signs that are one thing in different type. */
const plain = (text: string): string => text.replace(/♯/g, '#').replace(/♭/g, 'b').replace(/[−–]/g, '-');

/** The bass after a symbol's last slash; what follows a slash without being a note is a tension: `C6/9`, `C7/13`. */
const readBass = (text: string): { readonly bass: SpelledNote; readonly at: number } | undefined => {
  const at = text.lastIndexOf('/');
  if (at < 1) return undefined;
  const rooted = readRoot(text.slice(at + 1).trim());
  return rooted && rooted.length === text.slice(at + 1).trim().length ? { bass: rooted.note, at } : undefined;
};

/** Songs name the same few chords over and over: what was read is kept, up to so many symbols of a usual length. */
const symbolsRead = new Map<string, ReadChord | UnreadChord>();
const KEPT = { symbols: 2000, letters: 24 } as const;

/**
 * Reads a chord symbol in any usual spelling: `Cm7b5`, `Bø7`, `CΔ9`, `C7(♯9,♭13)`, `Dadd11`, `Hm`, `Sol7`.
 * @example
 * readChord('Bø7').intervals.join(' ') // => '1P 3m 5d 7m'
 * readChord('Cmaj77') // => { unreadFrom: 5 }
 */
export const readChord = (symbol: string): ReadChord | UnreadChord => {
  const known = symbolsRead.get(symbol);
  if (known) return known;
  const chord = parse(symbol);
  if (symbolsRead.size >= KEPT.symbols) symbolsRead.clear();
  if (symbol.length <= KEPT.letters) symbolsRead.set(symbol, chord);
  return chord;
};

const parse = (symbol: string): ReadChord | UnreadChord => {
  const rooted = readRoot(symbol);
  if (!rooted) return { unreadFrom: 0 };
  const slash = readBass(symbol);
  const quality = plain(symbol.slice(rooted.length, slash?.at));
  const { intervals, read } = readChordShape(quality);
  if (read < quality.length) return { unreadFrom: rooted.length + read };
  const tones = intervals.map((interval) => noteAbove(rooted.note, interval));
  return { root: rooted.note, bass: slash?.bass ?? rooted.note, intervals, tones };
};

/**
 * Whether a symbol was read.
 * @example
 * isReadChord(readChord('C')) // => true
 */
export const isReadChord = (chord: ReadChord | UnreadChord): chord is ReadChord => 'root' in chord;
