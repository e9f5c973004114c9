export * from './model/song.ts';
export { createSong as newSong } from './model/create-song.ts';
export { unfoldForm, type PlayedBar } from './model/unfold-form.ts';
export {
  parseBarIndex as barOfStroke,
  createBarPattern as patternOfBar,
  flattenSong as realiseSong,
  expandSong as writeSong,
  type MutedStroke,
  type ExpandedSong as WrittenSong,
} from './expansion/expand-song.ts';
export { patternToFigure as figureFrom, extractBars as patternOfBars } from './expansion/figure-conversion.ts';
export { createSectionPatterns as sectionPatterns, type SectionPattern } from './analysis/section-patterns.ts';
export { validateSong as problemsOfSong } from './model/validate-song.ts';
export {
  SONG_DOCUMENT_TYPE as SONG_KIND,
  applySongEdit as editSong,
  type SongChange as AnySongEdit,
  type SongEdit,
} from './edit/song-edit.ts';
export {
  analyseSong as studySong,
  type BarAnalysis as BarReading,
  type SongAnalysis as SongStudy,
} from './analysis/analyse-song.ts';
export { computeLearningOrder as learningOrder, type LearningStep, type Motif } from './analysis/motifs.ts';
export type { ThumbBar } from './analysis/thumb-line.ts';
export {
  parseChart as readChart,
  type ChordChart as Chart,
  type ChartBar,
  type ChartChord,
  type ChartSection,
} from './chart/read-chart.ts';
export { createSongFromChart as songFromChart } from './io/song-from-chart.ts';
export { FORM_TEMPLATES as FORMS, type FormOptions as FormChoices, type FormTemplate } from './chart/form-templates.ts';
export {
  spellPitchClass as noteNamed,
  transposeChordSymbol as transposeSymbol,
  usesFlats as writesFlats,
} from './chart/transpose-symbol.ts';
export { createCapoEdit as capoSong, createTransposeEdit as transposeSong } from './edit/transpose-song.ts';
export { proposeCapos as capoProposals, type CapoProposal } from './chart/capo-proposals.ts';
export { prepareSongExport as songForFiles, type SongExport as SongForFiles } from './io/prepare-export.ts';
export { createSongFromScore as songFromMusic, type ImportedSong } from './io/song-from-score.ts';
export { importSong as readAnySong, type SongImport as FoundSong } from './io/import-song.ts';
export {
  SONG_FORMAT,
  SONG_FORMAT_VERSION,
  parseSong as readSong,
  parseSongFile as readSongFile,
  serialiseSong as writeSongFile,
} from './io/song-file.ts';
export {
  formatForm as formLine,
  createSongSummary as summaryOfSong,
  type SongSummary,
} from './expansion/song-summary.ts';
export { createEasierVersions as easierVersions, type EasierVersion } from './analysis/easier-versions.ts';
export { moveLick as shiftLick, type MovedLick as ShiftedLick } from './edit/move-lick.ts';
export {
  getBarsAt as barsAt,
  listEndings as endingsOf,
  locatePlayedBar as placeOfPlayed,
  listBarLocations as barPlacesOf,
  setRepeatCount as playTimes,
  createSetBarsEdit as setBarsAt,
  createToggleEndingEdit as turnEnding,
  type EndingLocation as EndingPlace,
} from './edit/bar-locations.ts';
export {
  getFigureTexture as figureIn,
  createTextureEdit as putTexture,
  createMelodyEdit as setMelody,
  createStrokesEdit as takeStrokes,
  type BarRange,
  type EditScope as Reach,
} from './edit/bar-edits.ts';
export {
  compareSongSchools as approachesOfSong,
  type SectionSchoolResult as SectionApproach,
  type SongSchoolResult as SongApproach,
} from './analysis/compare-song-schools.ts';
export { rehearsalLetter } from './rehearsal-letter.ts';
