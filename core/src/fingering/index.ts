export * from './hand.ts';
export * from './pick-path.ts';
export * from './school.ts';
export * from './schools/index.ts';
export { WINDOW, eventsOf, eventBefore, type Event, type Task, type TaskStroke } from './task.ts';
export { crossed, needOther, needOwn, rushCost, type Family } from './costs/index.ts';
export { costItems, itemsOfEvent, totalCost, type CostItem, type Digits } from './evaluate.ts';
export { solve, type Conflict, type Solution } from './solve.ts';
export { fingerPattern, taskOf, type FingerOptions } from './finger.ts';
