export {
  createTakeReference as askedOf,
  type TakeReference as Asked,
  type ReferenceStroke as AskedStroke,
} from './model/reference.ts';
export {
  PLAYER_MODELS as PLAYERS,
  simulatePerformance as playAs,
  type SimulatedPerformance as Performance,
  type SimulatedStroke as PlayedStroke,
  type PlayerModel as PlayerBeing,
} from './simulation/player-model.ts';
export {
  applyRecordingConditions as inRecording,
  renderTake,
  type RecordingConditions as Recording,
} from './simulation/render.ts';
export { Resampler, resample as resampled } from './signal/resample.ts';
export { TAKE_PARAMETERS as TAKE } from './model/parameters.ts';
export { alignNotesToScore as hearNotes } from './alignment/align-notes.ts';
export { alignToScore as hearTake } from './alignment/align-to-score.ts';
export {
  LIVE_PARAMETERS as LIVE,
  MIN_TEMPO_SHARE as LIVE_TEMPO,
  LiveListener as LiveEar,
  type LiveEvent,
} from './live/live-listener.ts';
export { renderScoreAtTakeTempo as scoreBeside, renderNotes as soundOfNotes } from './pattern/reference-audio.ts';
export { tunedWords } from './alignment/tuning-offset.ts';
export { concatenateSamples as joined } from './signal/concatenate.ts';
export { detectOnsets as strokesIn } from './onsets/detect-onsets.ts';
export { checkLevel as checkSound, type LevelCheck as SoundCheck } from './io/level-check.ts';
export type {
  InsertedStroke as ExtraStroke,
  AlignedStroke as HeardStroke,
  TakeAlignment as HeardTake,
} from './model/take-alignment.ts';
export {
  TAKE_ENGINE_VERSION as TAKE_ENGINE,
  computeMaxPasses as cyclesFor,
  assessNotes as judgeNotes,
  assessTake as judgeTake,
  type PassAssessment as CycleInTake,
  type TakeAssessment as TakeJudgement,
} from './assessment/assess-take.ts';
export {
  createTimingStrips as stripsOf,
  type TimingStrip as DigitStrip,
  type TimingPoint as StripStroke,
} from './assessment/timing-strips.ts';
export type {
  ActuatorStatistics as DigitInTake,
  TakeDiagnostic as TakeFinding,
} from './assessment/assessment-context.ts';
export { nothingSaid, takeHeadline } from './assessment/headline.ts';
export { MAX_AUDIO_BYTES as LARGEST_SOUND, readWav, writeWav, type AudioRecording as Recorded } from './io/wav.ts';
export {
  assessPatternNotes as judgePatternNotes,
  assessPatternTake as judgePatternTake,
  simulateNotes as notesOfPlayer,
  simulateAudio as playPattern,
  createPatternReference as playedPattern,
  type PatternReference as PlayedPattern,
} from './pattern/pattern-take.ts';
