export { isReadChord, readChord, type ReadChord, type UnreadChord } from './chord-symbol.ts';
export { readChordShape, type ChordShape } from './chord-grammar.ts';
export {
  displayNote,
  formatNote,
  intervalSemitones,
  lineOfFifths,
  nearestSpelling,
  noteAbove,
  noteAtFifths,
  notePitchClass,
  parseNote,
  spellTogether,
  type SpelledNote,
} from './spelled-note.ts';
export { estimateKey, formatKey, keySignature, parseKey, transposeKey, type Key } from './key.ts';
export { createSymbolTransposer } from './transpose-symbols.ts';
export { nameChord } from './chord-names.ts';
