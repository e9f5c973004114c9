import type { StrokeCost, StrokePairCost } from './cost.ts';
import { brushCost, crampedPickCost, crossingCost, consecutiveCrossingCost, spanCost } from './hand-shape-costs.ts';
import {
  groupEdgeCost,
  thumbRunCost,
  weakAccentCost,
  weakDigitCost,
  pickAgainstGridCost,
  homeStringCost,
  openingUpstrokeCost,
  bassReservedForThumbCost,
  thumbOnTrebleCost,
  leadFingerCost,
} from './stroke-costs.ts';
import {
  stringChangeCost,
  repeatedPickCost,
  pickPathCost,
  rakeMarkCost,
  repeatedFingerCost,
  repeatedFingerAcrossThumbCost,
  returnStrokeCost,
  otherActuatorTimePressureCost,
  sameActuatorTimePressureCost,
  harmonicTouchTimePressureCost,
} from './stroke-pair-costs.ts';

const UNQUANTISED_STROKE_COSTS: readonly StrokeCost[] = [
  homeStringCost,
  groupEdgeCost,
  thumbRunCost,
  bassReservedForThumbCost,
  weakDigitCost,
  thumbOnTrebleCost,
  openingUpstrokeCost,
  pickAgainstGridCost,
  weakAccentCost,
  leadFingerCost,
];

const UNQUANTISED_PAIR_COSTS: readonly StrokePairCost[] = [
  crossingCost,
  consecutiveCrossingCost,
  spanCost,
  brushCost,
  crampedPickCost,
  stringChangeCost,
  repeatedPickCost,
  repeatedFingerCost,
  repeatedFingerAcrossThumbCost,
  rakeMarkCost,
  returnStrokeCost,
  sameActuatorTimePressureCost,
  otherActuatorTimePressureCost,
  harmonicTouchTimePressureCost,
  pickPathCost,
];

/** The least step of a cost: a fraction of two, so that sums of a whole piece's costs are exact in any order. */
const COST_QUANTUM = 2 ** -31;

const quantiseCost = (cost: number): number => Math.round(cost / COST_QUANTUM) * COST_QUANTUM;

/** Every cost of a stroke by itself. */
export const STROKE_COSTS: readonly StrokeCost[] = UNQUANTISED_STROKE_COSTS.map(({ category, cost }) => ({
  category,
  cost: (stroke, context) => quantiseCost(cost(stroke, context)),
}));

/** Every cost between two strokes. */
export const STROKE_PAIR_COSTS: readonly StrokePairCost[] = UNQUANTISED_PAIR_COSTS.map(
  ({ category, scopes, cost }) => ({
    category,
    scopes,
    cost: (from, to, gap, context) => quantiseCost(cost(from, to, gap, context)),
  }),
);

/** Cost of a stroke that no digit is left for. */
export const UNPLAYED_COST = 40;

export * from './cost.ts';
export { areFingersCrossed } from './hand-shape-costs.ts';
export { distanceToHomeString } from './stroke-costs.ts';
export {
  minIntervalOtherActuator,
  minIntervalSameActuator,
  isRakeContinuation,
  secondsToTouch,
  computeTimePressure,
  computePickReversalCost,
} from './stroke-pair-costs.ts';
