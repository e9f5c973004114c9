export * from './model/song.ts';
export { createSong } from './model/create-song.ts';
export { nameNumberedFigures } from './model/figure-names.ts';
export { unfoldForm, type PlayedBar } from './model/unfold-form.ts';
export {
  createBarPattern,
  flattenSong,
  expandSong,
  type MutedStroke,
  type ExpandedSong,
} from './expansion/expand-song.ts';
export { patternToFigure, extractBars, extractBenchBars } from './expansion/figure-conversion.ts';
export { createSectionPatterns, type SectionPattern } from './analysis/section-patterns.ts';
export { validateSong } from './model/validate-song.ts';
export {
  findMelodyRange,
  listSingableTranspositions,
  proposeKeysForVoice,
  type VocalRange,
} from './chart/singer-keys.ts';
export { findSongKey, listSoundingSymbols, type SongKey } from './analysis/song-key.ts';
export { createHalfTimeEdit } from './edit/half-time.ts';
export { createFeelEdit } from './edit/change-feel.ts';
export { SONG_DOCUMENT_TYPE, applySongEdit, type SongChange, type SongEdit } from './edit/song-edit.ts';
export { analyseSong, type BarAnalysis, type SongAnalysis } from './analysis/analyse-song.ts';
export { computeLearningOrder, type LearningStep, type Motif } from './analysis/motifs.ts';
export type { ThumbBar } from './analysis/thumb-line.ts';
export { exportSongSheet, formatBarChords } from './io/export-song-sheet.ts';
export {
  parseChart,
  type ChordChart,
  type ChartBar,
  type ChartChord,
  type ChartFormEntry,
  type ChartSection,
} from './chart/read-chart.ts';
export { createSongFromChart } from './io/song-from-chart.ts';
export { FORM_TEMPLATES, type FormOptions, type FormTemplate } from './chart/form-templates.ts';
export { parseChartHeading, type ChartHeading } from './chart/chart-heading.ts';
export { spellPitchClass, usesFlats } from './chart/transpose-symbol.ts';
export {
  TRANSPOSE_METHODS,
  planTransposition,
  type TransposeMethod,
  type TransposePlan,
  type TransposeTarget,
  type TransposedChord,
  type UnmovableNote,
} from './edit/transpose-song.ts';
export { listChordSymbols } from './analysis/list-chord-symbols.ts';
export { proposeCapos, type CapoProposal } from './chart/capo-proposals.ts';
export { prepareSongExport, type SongExport } from './io/prepare-export.ts';
export { createSongFromScore, type ImportedSong } from './io/song-from-score.ts';
export { importChartText, importSong, importSongOrChart, type SongImport } from './io/import-song.ts';
export { importForLibrary, measureImport, type LibraryImport, type LibraryKind } from './io/import-for-library.ts';
export { SONG_FORMAT, SONG_FORMAT_VERSION, parseSong, parseSongFile, serialiseSong } from './io/song-file.ts';
export { formatForm, createSongSummary, type SongSummary } from './expansion/song-summary.ts';
export { createBuildUp, type BuildUpLayer } from './analysis/build-up.ts';
export { createEasierVersions, type EasierVersion } from './analysis/easier-versions.ts';
export { moveLick, type MovedLick } from './edit/move-lick.ts';
export {
  getBarsAt,
  listEndings,
  locatePlayedBar,
  listBarLocations,
  setRepeatCount,
  createSetBarsEdit,
  createToggleEndingEdit,
  type EndingLocation,
} from './edit/bar-locations.ts';
export {
  getFigureTexture,
  createTextureEdit,
  createMelodyEdit,
  createStrokesEdit,
  type BarRange,
  type EditScope,
  type TextureScope,
} from './edit/bar-edits.ts';
export {
  compareSongSchools,
  type SectionSchoolResult,
  type SongSchoolResult,
} from './analysis/compare-song-schools.ts';
export { rehearsalLetter } from './rehearsal-letter.ts';
