export { askedOf, type Asked, type AskedStroke } from './asked.ts';
export { PLAYERS, playAs, type Performance, type PlayedStroke, type PlayerBeing } from './player.ts';
export { inRecording, renderTake, type Recording } from './render.ts';
export { Resampler, resampled } from './resample.ts';
export { TAKE } from './estimates.ts';
export { hearNotes } from './hear-notes.ts';
export { hearTake } from './hear.ts';
export { LIVE, LIVE_TEMPO, LiveEar, type LiveEvent } from './live.ts';
export { scoreBeside, soundOfNotes } from './beside.ts';
export { tunedWords } from './tuned.ts';
export { joined } from './samples.ts';
export { strokesIn } from './strokes.ts';
export { checkSound, type SoundCheck } from './sound-check.ts';
export type { ExtraStroke, HeardStroke, HeardTake } from './heard.ts';
export { TAKE_ENGINE, cyclesFor, judgeNotes, judgeTake, type CycleInTake, type TakeJudgement } from './verdict.ts';
export { stripsOf, type DigitStrip, type StripStroke } from './strips.ts';
export type { DigitInTake, TakeFinding } from './case.ts';
export { nothingSaid, takeHeadline } from './headline.ts';
export { LARGEST_SOUND, readWav, writeWav, type Recorded } from './wav.ts';
export {
  judgePatternNotes,
  judgePatternTake,
  notesOfPlayer,
  playPattern,
  playedPattern,
  type PlayedPattern,
} from './of-pattern.ts';
