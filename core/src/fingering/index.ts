export * from './estimates.ts';
export * from './hand.ts';
export type { PlacedStroke } from './placed-stroke.ts';
export * from './pick-path.ts';
export * from './school.ts';
export * from './schools/index.ts';
export * from './made-school.ts';
export { placedStroke, WINDOW, eventsOf, eventBefore, type Event, type Task, type TaskStroke } from './task.ts';
export {
  crossed,
  distanceFrom,
  needOther,
  needOwn,
  rakesOn,
  rushCost,
  type CostContext,
  type Family,
} from './costs/index.ts';
export { costItems, itemsOfEvent, totalCost, type CostItem, type Digits } from './evaluate.ts';
export { newFingeringMemory, type FingeringMemory } from './memory.ts';
export { costItemsAgain } from './evaluate-again.ts';
export { solve, solveBest, type Conflict, type Solution } from './solve.ts';
export {
  figuresOf,
  schoolOf,
  schoolProblems,
  taskOf,
  taskOfScore,
  type FingerOptions,
  type SchoolChoice,
} from './pattern-task.ts';
export { bestFingerings, fingerPattern, fingerScore } from './finger.ts';
