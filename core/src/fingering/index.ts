export * from './hand-estimates.ts';
export * from './hand-profile.ts';
export type { FingeredStroke as PlacedStroke } from './task/fingered-stroke.ts';
export * from './pick-string-change.ts';
export * from './school.ts';
export * from './schools/index.ts';
export * from './custom-school.ts';
export {
  createFingeredStroke as placedStroke,
  EVENT_WINDOW as WINDOW,
  groupIntoEvents as eventsOf,
  findPrecedingEvent as eventBefore,
  type StrokeEvent as Event,
  type FingeringTask as Task,
  type TaskStroke,
} from './task/fingering-task.ts';
export {
  crossed,
  distanceFrom,
  needOther,
  needOwn,
  rakesOn,
  rushCost,
  type CostContext,
  type CostCategory as Family,
} from './costs/index.ts';
export {
  listCostItems as costItems,
  listEventCostItems as itemsOfEvent,
  sumCosts as totalCost,
  type CostItem,
  type Fingering as Digits,
} from './evaluation/cost-items.ts';
export {
  createFingeringCache as newFingeringMemory,
  type FingeringCache as FingeringMemory,
} from './solver/solver-cache.ts';
export { updateCostItems as costItemsAgain } from './evaluation/update-cost-items.ts';
export {
  solveFingering as solve,
  solveKBest as solveBest,
  type FingeringConflict as Conflict,
  type FingeringSolution as Solution,
} from './solver/solve-fingering.ts';
export {
  getRecurringBars as figuresOf,
  resolveSchoolOrThrow as schoolOf,
  validateSchoolReference as schoolProblems,
  createTaskFromPattern as taskOf,
  createTaskFromScore as taskOfScore,
  type FingeringOptions as FingerOptions,
  type SchoolReference as SchoolChoice,
} from './task/pattern-task.ts';
export { findBestFingerings as bestFingerings, fingerPattern, fingerScore } from './finger-pattern.ts';
