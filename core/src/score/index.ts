export type { ChordSpan, Score, ScoreBar, ScoreBeat, ScoreStroke, TempoChange } from './score.ts';
export { flattenScore, type FlattenOptions } from './flatten-score.ts';
export {
  findLastAtOrBefore,
  findLastIndexAtOrBefore,
  applySwing,
  tickToSeconds,
  durationInSeconds,
  tempoAt,
  secondsToTick,
  type TempoMap,
} from './tempo-map.ts';
export { findBarAt, chordOfStroke, listSoundingStrokes, listMutedStrokes, describeScorePosition } from './positions.ts';
