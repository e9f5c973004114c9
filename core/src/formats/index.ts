export * from './string-notation/parse-string-notation.ts';
export { MAX_FILE_CHARACTERS as LARGEST_FILE } from './native/file-envelope.ts';
export * from './native/parse-pattern.ts';
export * from './native/serialise-pattern.ts';
export { exportMidi as writeMidi } from './midi/export-midi.ts';
export * from './midi/performance-file.ts';
export * from './tab/export-tab.ts';
export * from './tab/import-tab.ts';
export type {
  ParsedBar as ReadBar,
  ParsedChord as ReadChord,
  ParsedMusic as ReadMusic,
  ParsedNote as ReadNote,
} from './parsed-music/parsed-music.ts';
export { convertToPattern as patternOfMusic, type ImportSelection as Choice } from './parsed-music/to-pattern.ts';
export { findSubdivisionGrid as gridOf } from './parsed-music/quantise.ts';
export { findRepeats as repeatsOf, type RepeatSpan as Repeat } from './music/repeats.ts';
export { inferShape as heardShape, removeRedundantFrets as withoutFrets } from './parsed-music/chord-shape.ts';
export { assignStrings as strung, type TimedNote } from './parsed-music/assign-strings.ts';
export * from './midi/import-midi.ts';
export {
  guessPositions,
  listPositionsOfPitch as placesOf,
  type FretboardPosition as NeckPlace,
} from './fretboard-positions/guess-positions.ts';
export { fitToChordShape as onFittingShape, type ImportedPattern as Imported } from './imported-pattern.ts';
export { findInexactBeats as unwritten } from './notation/inexact-beats.ts';
export type { EngravingPreferences as ScoreLook, ScoreAnnotations as ScoreWords } from './score-annotations.ts';
export { exportMusicXml as writeMusicXml } from './musicxml/export-musicxml.ts';
export {
  parseMusicXmlText as readMusicXmlMusic,
  importMusicXml as readMusicXmlText,
  type XmlParser,
} from './musicxml/import-musicxml.ts';
export type { ParsedPart as ReadPart, ParsedScore as ScoreMusic } from './musicxml/parse-score.ts';
export { XML_LIMITS } from './musicxml/xml-tree.ts';
export { decodeText as textOfBytes } from './detect/decode-text.ts';
export {
  detectFileType as fileKind,
  validateSize as tooLargeFor,
  type FileType as FileKind,
} from './detect/file-type.ts';
export {
  importPattern as readAnyFile,
  parseFile as readFileMusic,
  type ParsedFile as FileMusic,
  type ImportResult as Found,
  type ImportChoices as Offer,
  type ImportTools as ReadingTools,
  type SourceFile,
  type ZipEntries as Unpacked,
} from './detect/import-file.ts';
export { createUnzipper as unpackerOf, type ZipLibrary } from './detect/unzip.ts';
export { listUnsupportedFeatures as leftOut, type ExportFormat as WrittenFormat } from './unsupported-features.ts';
export { migratePattern } from './native/migrate-pattern.ts';
export {
  ENGRAVED_HEIGHT,
  countSplitBars as barsBroken,
  engravingOptions,
  maxStrokesPerSystem as strokesPerLine,
  widenSectionNames as withRoomyNames,
  type EngravingLayout as Engraving,
} from './musicxml/engraving.ts';
