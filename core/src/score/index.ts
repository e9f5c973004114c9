export type { ChordSpan, Score, ScoreBar, ScoreBeat, ScoreStroke, TempoMark } from './score.ts';
export { realise, type RealiseOptions } from './realise.ts';
export { lastBefore, lastIndexBefore, playedTick, secondsAt, secondsOf, tempoAt, tickAt, type Clock } from './clock.ts';
export { barAt, chordOf, heardIn, mutedIn, placeIn } from './places.ts';
