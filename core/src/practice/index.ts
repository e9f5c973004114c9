export * from './tapping.ts';
export { STAGE_KINDS, type LeftOut, type StageKind } from './stages.ts';
export { NEAR_CEILING, easyTempo, tempoSteps } from './steps.ts';
export {
  WAYS,
  ladderFor,
  planOf,
  type Ladder,
  type LadderAim,
  type LadderPlan,
  type PlannedStage,
  type Stage as LadderStage,
  type TargetWarning,
  type Way,
} from './ladder.ts';
export {
  PLAN_LIMITS,
  addStage,
  changeStage,
  consequencesOf,
  dropStage,
  moveStage,
  stagesLeftOut,
  takeUpStage,
  type OwnStage,
} from './arrange.ts';
export { constraintName, constraintOf, slownessOf, type Constraint } from './constraint.ts';
export { abilitiesOf, correctedHand, type CorrectedHand, type HeardAbility, type Practised } from './heard-hand.ts';
export { handByTake, timesInTake, type HandByTake, type HeardTime } from './heard-take.ts';
export type { AboutStudent } from './about.ts';
export {
  CLOCK,
  EVENT_KINDS,
  EVENT_LIMITS,
  byClockOf,
  inOrder,
  isAttempt,
  readEvent,
  type PracticeEvent,
} from './log.ts';
export {
  causeFromProse,
  headlineFromProse,
  planFromProse,
  saidFromProse,
  wayFromProse,
  type SaidInLog,
} from './prose.ts';
export { gateAtHand } from './climb.ts';
export {
  DAY,
  NOTHING_PRACTISED,
  REVIEW_STAGE,
  foldPractice,
  type PracticeDay,
  type PracticeSnapshot,
  type ReviewDay,
  type StageCount,
} from './snapshot.ts';
export { progressAt, progressOf, weakStages, type Progress, type Standing } from './progress.ts';
export { stuckAt, type Stuck } from './stuck.ts';
export { ABILITY, FIRST_ABILITY, afterAttempt, afterDays, cleanChance, type Ability, type Attempt } from './ability.ts';
export {
  CAUTION,
  CAUTION_AFTER_DISCOMFORT,
  planSitting,
  type Sitting,
  type SittingItem,
  type SittingLine,
} from './sitting.ts';
export { SENSIBLE_STUDENT, simulatePractice, type Simulated, type SimulatedStudent } from './simulate.ts';
