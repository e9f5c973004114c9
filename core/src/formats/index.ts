export { compareFolderPaths, isHiddenPath } from './folder-order.ts';
export * from './string-notation/parse-string-notation.ts';
export { readChordLine, type ChordLine } from './chord-line/read-chord-line.ts';
export { writeChordLine } from './chord-line/write-chord-line.ts';
export { readFigureText, type FigureText, type FigureTextKind } from './figure-text/read-figure-text.ts';
export { MAX_FILE_CHARACTERS } from './native/file-envelope.ts';
export * from './native/parse-pattern.ts';
export * from './native/serialise-pattern.ts';
export { exportMidi, type MidiOptions } from './midi/export-midi.ts';
export * from './midi/performance-file.ts';
export * from './tab/export-tab.ts';
export * from './tab/import-tab.ts';
export type { ParsedBar, ParsedChord, ParsedMusic, ParsedNote } from './parsed-music/parsed-music.ts';
export { convertToPattern, type ImportSelection } from './parsed-music/to-pattern.ts';
export { findJump, findRepeats, listBarsAfterJump, type FormJump, type RepeatSpan } from './parsed-music/repeats.ts';
export { inferShape, removeRedundantFrets } from './parsed-music/chord-shape.ts';
export { assignStrings, type TimedNote } from './parsed-music/assign-strings.ts';
export * from './midi/import-midi.ts';
export { guessPositions, listPositionsOfPitch, type FretboardPosition } from './fretboard-positions/guess-positions.ts';
export { fitToChordShape, type ImportedPattern } from './imported-pattern.ts';
export { findInexactBeats } from './notation/inexact-beats.ts';
export type { EngravingPreferences, ScoreAnnotations } from './score-annotations.ts';
export { listIndexes } from './list-indexes.ts';
export { exportMusicXml } from './musicxml/export-musicxml.ts';
export { describeMeasures } from './musicxml/describe-measures.ts';
export { exportLilypond } from './lilypond/export-lilypond.ts';
export { packMxl, type ZipTools } from './musicxml/compressed-musicxml.ts';
export { parseMusicXmlText, importMusicXml, type XmlParser } from './musicxml/import-musicxml.ts';
export type { ParsedPart, ParsedScore } from './musicxml/parse-score.ts';
export { XML_LIMITS } from './musicxml/xml-tree.ts';
export { decodeText } from './detect/decode-text.ts';
export { detectFileType, validateSize, type FileType } from './detect/file-type.ts';
export {
  importPattern,
  parseFile,
  type ParsedFile,
  type ImportResult,
  type ImportChoices,
  type ImportTools,
  type SourceFile,
  type ZipEntries,
} from './detect/import-file.ts';
export { createUnzipper, type ZipLibrary } from './detect/unzip.ts';
export { listUnsupportedFeatures, type ExportFormat } from './unsupported-features.ts';
export { migratePattern } from './native/migrate-pattern.ts';
export {
  ENGRAVED_HEIGHT,
  countSplitBars,
  engravingOptions,
  prepareForEngraving,
  maxStrokesPerSystem,
  refineEngraving,
  shareOutMeasures,
  type EngravingLayout,
} from './musicxml/engraving.ts';
export { exportAbc } from './abc/export-abc.ts';
export { parseAbc } from './abc/parse-abc.ts';
