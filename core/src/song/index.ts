export * from './song.ts';
export { newSong } from './create.ts';
export { unfoldForm, type PlayedBar } from './unfold.ts';
export {
  barOfStroke,
  patternOfBar,
  realiseSong,
  writeSong,
  type MutedStroke,
  type WrittenSong,
} from './realise-song.ts';
export { figureFrom, patternOfBars } from './figure.ts';
export { sectionPatterns, type SectionPattern } from './section-patterns.ts';
export { problemsOfSong } from './problems.ts';
export { SONG_KIND, editSong, type AnySongEdit, type SongEdit } from './song-kind.ts';
export { studySong, type BarReading, type SongStudy } from './study.ts';
export { learningOrder, type LearningStep, type Motif } from './motifs.ts';
export type { ThumbBar } from './thumb-line.ts';
export { readChart, type Chart, type ChartBar, type ChartChord, type ChartSection } from './chart.ts';
export { songFromChart } from './from-chart.ts';
export { FORMS, type FormChoices, type FormTemplate } from './forms.ts';
export { noteNamed, transposeSymbol, writesFlats } from './transpose.ts';
export { capoSong, transposeSong } from './rekey.ts';
export { capoProposals, type CapoProposal } from './capo.ts';
export { songForFiles, type SongForFiles } from './export.ts';
export { songFromMusic, type ImportedSong } from './from-music.ts';
export { readAnySong, type FoundSong } from './read-any.ts';
export { SONG_FORMAT, SONG_FORMAT_VERSION, readSong, readSongFile, writeSongFile } from './song-field.ts';
export { formLine, summaryOfSong, type SongSummary } from './summary.ts';
export { easierVersions, type EasierVersion } from './easier.ts';
export { shiftLick, type ShiftedLick } from './shift-lick.ts';
export {
  barsAt,
  endingsOf,
  placeOfPlayed,
  barPlacesOf,
  playTimes,
  setBarsAt,
  turnEnding,
  type EndingPlace,
} from './places.ts';
export { figureIn, putTexture, setMelody, takeStrokes, type BarRange, type Reach } from './bar-edits.ts';
export { approachesOfSong, type SectionApproach, type SongApproach } from './song-approaches.ts';
export { rehearsalLetter } from './rehearsal-letter.ts';
