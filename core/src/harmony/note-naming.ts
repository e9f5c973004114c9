/** How notes are called where the sheet is read: by letters, with H where others say B, or by syllables. */
export const NOTE_NAMING_SYSTEMS = ['letters', 'letters with H', 'syllables'] as const;

/** A way of calling notes. */
export type NoteNamingSystem = (typeof NOTE_NAMING_SYSTEMS)[number];

const SYLLABLES: Readonly<Record<string, string>> = { C: 'Do', D: 'Re', E: 'Mi', F: 'Fa', G: 'Sol', A: 'La', B: 'Si' };

/**
 * A note as it is called (common practice, no source): in German and the Nordic languages B is H, and B flat is B; in
 * Romance languages notes have syllables.
 * @example
 * formatNoteName('Bb', 'letters with H') // => 'B'
 * formatNoteName('F#', 'syllables') // => 'Fa#'
 */
export const formatNoteName = (note: string, naming: NoteNamingSystem): string => {
  const [letter, sign] = [note.charAt(0), note.slice(1)];
  if (naming === 'syllables') return `${SYLLABLES[letter] ?? letter}${sign}`;
  if (naming !== 'letters with H' || letter !== 'B') return note;
  return sign === 'b' || sign === '♭' ? 'B' : `H${sign}`;
};

/**
 * A chord symbol as it is called: its root and its bass, whatever stands between.
 * @example
 * formatChordSymbol('Bm7/A', 'letters with H') // => 'Hm7/A'
 * formatChordSymbol('Bbmaj7', 'syllables') // => 'Sibmaj7'
 */
export const formatChordSymbol = (symbol: string, naming: NoteNamingSystem): string =>
  symbol.replace(/^[A-G][#♯b♭]?|(?<=\/)[A-G][#♯b♭]?(?=$| )/g, (note) => formatNoteName(note, naming));
