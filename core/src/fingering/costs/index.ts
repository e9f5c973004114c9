import type { OwnCost, PairCost } from './cost.ts';
import { brush, confined, cross, crossNext, span } from './hand-shape.ts';
import { accentWeak, ease, gridTurn, home, openingUp, thumbOwns, thumbUp, wrongLead } from './own.ts';
import {
  move,
  pickAgain,
  pickPath,
  rakeMark,
  repeat,
  repeatAcrossThumb,
  returning,
  rushOther,
  rushOwn,
  touchRush,
} from './succession.ts';

/** Every cost of a stroke by itself. */
export const OWN_COSTS: readonly OwnCost[] = [
  home,
  thumbOwns,
  ease,
  thumbUp,
  openingUp,
  gridTurn,
  accentWeak,
  wrongLead,
];

/** Every cost between two strokes. */
export const PAIR_COSTS: readonly PairCost[] = [
  cross,
  crossNext,
  span,
  brush,
  confined,
  move,
  pickAgain,
  repeat,
  repeatAcrossThumb,
  rakeMark,
  returning,
  rushOwn,
  rushOther,
  touchRush,
  pickPath,
];

/** Cost of a stroke that no digit is left for. */
export const UNPLAYED_COST = 40;

export * from './cost.ts';
export { crossed } from './hand-shape.ts';
export { distanceFrom } from './own.ts';
export { needOther, needOwn, rakesOn, rushCost } from './succession.ts';
