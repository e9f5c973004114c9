export type { ChordSpan, Score, ScoreBar, ScoreBeat, ScoreStroke, TempoChange as TempoMark } from './score.ts';
export { flattenScore as realise, type FlattenOptions as RealiseOptions } from './flatten-score.ts';
export {
  findLastAtOrBefore as lastBefore,
  findLastIndexAtOrBefore as lastIndexBefore,
  applySwing as playedTick,
  tickToSeconds as secondsAt,
  durationInSeconds as secondsOf,
  tempoAt,
  secondsToTick as tickAt,
  type TempoMap as Clock,
} from './tempo-map.ts';
export {
  findBarAt as barAt,
  chordOfStroke as chordOf,
  listSoundingStrokes as heardIn,
  listMutedStrokes as mutedIn,
  placeIn,
} from './positions.ts';
