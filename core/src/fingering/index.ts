export * from './hand-estimates.ts';
export * from './hand-profile.ts';
export type { FingeredStroke } from './task/fingered-stroke.ts';
export * from './pick-string-change.ts';
export * from './school.ts';
export * from './schools/index.ts';
export * from './custom-school.ts';
export {
  createFingeredStroke,
  EVENT_WINDOW,
  groupIntoEvents,
  findPrecedingEvent,
  type StrokeEvent,
  type FingeringTask,
  type TaskStroke,
} from './task/fingering-task.ts';
export {
  areFingersCrossed,
  distanceToHomeString,
  minIntervalOtherActuator,
  minIntervalSameActuator,
  isRakeContinuation,
  secondsToTouch,
  computeTimePressure,
  type CostContext,
  type CostCategory,
} from './costs/index.ts';
export { listCostItems, listEventCostItems, sumCosts, type CostItem, type Fingering } from './evaluation/cost-items.ts';
export { createFingeringCache, type FingeringCache } from './solver/solver-cache.ts';
export { updateCostItems } from './evaluation/update-cost-items.ts';
export {
  solveFingering,
  solveKBest,
  type FingeringConflict,
  type FingeringSolution,
} from './solver/solve-fingering.ts';
export {
  getRecurringBars,
  resolveSchoolOrThrow,
  validateSchoolReference,
  createTaskFromPattern,
  createTaskFromScore,
  type FingeringOptions,
  type SchoolReference,
} from './task/pattern-task.ts';
export { findBestFingerings, fingerPattern, fingerScore } from './finger-pattern.ts';
export { applySchoolSlurs } from './school-slurs.ts';
export { findThumbStrokes } from './thumb-strokes.ts';
export { withoutHurry } from './without-hurry.ts';
