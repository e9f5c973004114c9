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

const OWN: readonly OwnCost[] = [home, thumbOwns, ease, thumbUp, openingUp, gridTurn, accentWeak, wrongLead];

const PAIRS: readonly PairCost[] = [
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

/** The least step of a cost: a fraction of two, so that sums of a whole piece's costs are exact in any order. */
const STEP = 2 ** -31;

const inSteps = (cost: number): number => Math.round(cost / STEP) * STEP;

/** Every cost of a stroke by itself. */
export const OWN_COSTS: readonly OwnCost[] = OWN.map(({ family, of }) => ({
  family,
  of: (stroke, context) => inSteps(of(stroke, context)),
}));

/** Every cost between two strokes. */
export const PAIR_COSTS: readonly PairCost[] = PAIRS.map(({ family, scopes, of }) => ({
  family,
  scopes,
  of: (from, to, gap, context) => inSteps(of(from, to, gap, context)),
}));

/** Cost of a stroke that no digit is left for. */
export const UNPLAYED_COST = 40;

export * from './cost.ts';
export { crossed } from './hand-shape.ts';
export { distanceFrom } from './own.ts';
export { needOther, needOwn, rakesOn, rushCost, turnCost } from './succession.ts';
