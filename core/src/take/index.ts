export { createTakeReference, type TakeReference, type ReferenceStroke } from './model/reference.ts';
export {
  PLAYER_MODELS,
  simulatePerformance,
  type SimulatedPerformance,
  type SimulatedStroke,
  type PlayerModel,
} from './simulation/player-model.ts';
export { applyRecordingConditions, renderTake, type RecordingConditions } from './simulation/render.ts';
export { Resampler, resample } from './signal/resample.ts';
export { TAKE_PARAMETERS } from './model/parameters.ts';
export { alignNotesToScore } from './alignment/align-notes.ts';
export { alignToScore } from './alignment/align-to-score.ts';
export { LIVE_PARAMETERS, MIN_TEMPO_SHARE, LiveListener, type LiveEvent } from './live/live-listener.ts';
export { ScoreFollower, type FollowedPosition } from './live/score-follower.ts';
export { renderScoreAtTakeTempo, renderNotes } from './pattern/reference-audio.ts';
export { describeTuningOffset } from './alignment/tuning-offset.ts';
export { concatenateSamples } from './signal/concatenate.ts';
export { detectOnsets } from './onsets/detect-onsets.ts';
export { checkLevel, type LevelCheck } from './io/level-check.ts';
export { SLIP_REASONS, type PassSlip, type SlipReason } from './model/pass-slip.ts';
export type { InsertedStroke, AlignedStroke, TakeAlignment } from './model/take-alignment.ts';
export {
  TAKE_ENGINE_VERSION,
  computeMaxPasses,
  assessNotes,
  assessTake,
  type PassAssessment,
  type TakeAssessment,
} from './assessment/assess-take.ts';
export { moveHandAsAsked, moveHandInTake } from './assessment/hand-in-take.ts';
export { createTimingStrips, type TimingStrip, type TimingPoint } from './assessment/timing-strips.ts';
export type { ActuatorStatistics, TakeDiagnostic } from './assessment/assessment-context.ts';
export { compareTakes, type ComparableTake } from './assessment/compare-takes.ts';
export { locateFinding, type TakeSpan } from './assessment/finding-places.ts';
export { summariseWithoutDiagnostics, summariseTake } from './assessment/headline.ts';
export { MAX_AUDIO_BYTES, readWav, writeWav, type AudioRecording } from './io/wav.ts';
export {
  assessPatternNotes,
  assessPatternTake,
  simulateNotes,
  simulateAudio,
  createPatternReference,
  type PatternReference,
} from './pattern/pattern-take.ts';
