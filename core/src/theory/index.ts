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
export {
  MODES,
  estimateKey,
  findKey,
  formatKey,
  keyOfSignature,
  keySignature,
  parseKey,
  transposeKey,
  type Key,
  type Mode,
} from './key.ts';
export { romanNumeral } from './roman-numerals.ts';
export { createSymbolTransposer } from './transpose-symbols.ts';
export { nameChord } from './chord-names.ts';
