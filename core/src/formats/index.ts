export * from './figure/read.ts';
export { LARGEST_FILE } from './json/envelope.ts';
export * from './json/read.ts';
export * from './json/write.ts';
export { writeMidi } from './midi/write.ts';
export * from './midi/performance.ts';
export * from './tab/write.ts';
export * from './tab/read.ts';
export type { ReadBar, ReadChord, ReadMusic, ReadNote } from './music/music.ts';
export { patternOfMusic, type Choice } from './music/pattern-of.ts';
export { gridOf } from './music/grid.ts';
export { repeatsOf, type Repeat } from './music/repeats.ts';
export { heardShape, withoutFrets } from './music/shape.ts';
export { strung, type TimedNote } from './music/strings.ts';
export * from './midi/read.ts';
export { guessPositions, placesOf, type NeckPlace } from './positions/guess.ts';
export { onFittingShape, type Imported } from './imported.ts';
export { unwritten } from './written/unwritten.ts';
export type { ScoreLook, ScoreWords } from './words.ts';
export { writeMusicXml } from './musicxml/write.ts';
export { readMusicXmlMusic, readMusicXmlText, type XmlParser } from './musicxml/read-text.ts';
export type { ReadPart, ScoreMusic } from './musicxml/read.ts';
export { XML_LIMITS } from './musicxml/xml.ts';
export { textOfBytes } from './any/decode.ts';
export { fileKind, tooLargeFor, type FileKind } from './any/kind.ts';
export {
  readAnyFile,
  readFileMusic,
  type FileMusic,
  type Found,
  type Offer,
  type ReadingTools,
  type SourceFile,
  type Unpacked,
} from './any/read.ts';
export { unpackerOf, type ZipLibrary } from './any/unpack.ts';
export { leftOut, type WrittenFormat } from './left-out.ts';
export { migratePattern } from './json/migrations.ts';
export {
  ENGRAVED_HEIGHT,
  barsBroken,
  engravingOptions,
  strokesPerLine,
  withRoomyNames,
  type Engraving,
} from './musicxml/engraving.ts';
