import type { OwnCost, PairCost } from './cost.ts';
import { brush, cross, span } from './hand-shape.ts';
import { ease, home, openingUp, thumbUp } from './own.ts';
import { pickPath, repeat, repeatAcrossThumb, rushOther, rushOwn } from './succession.ts';

/** Every cost of a stroke by itself. */
export const OWN_COSTS: readonly OwnCost[] = [home, ease, thumbUp, openingUp];

/** Every cost between two strokes. */
export const PAIR_COSTS: readonly PairCost[] = [
  cross,
  span,
  brush,
  repeat,
  repeatAcrossThumb,
  rushOwn,
  rushOther,
  pickPath,
];

/** Cost of a stroke that no digit is left for. */
export const UNPLAYED_COST = 40;

export * from './cost.ts';
export { crossed } from './hand-shape.ts';
export { needOther, needOwn, rakesOn, rushCost } from './succession.ts';
