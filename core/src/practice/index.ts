export * from './hand/tapping-test.ts';
export { STAGE_KINDS, type SkippedStage as LeftOut, type StageKind } from './ladder/stage-drafts.ts';
export {
  NEAR_MAX_TEMPO as NEAR_CEILING,
  computeEasyTempo as easyTempo,
  listTempoSteps as tempoSteps,
} from './ladder/tempo-steps.ts';
export {
  PRACTICE_METHODS as WAYS,
  createLadder as ladderFor,
  toLadderPlan as planOf,
  type PracticeLadder as Ladder,
  type LadderOptions as LadderAim,
  type LadderPlan,
  type PlannedStage,
  type LadderStage as LadderStage,
  type TargetTempoWarning as TargetWarning,
  type PracticeMethod as Way,
} from './ladder/ladder.ts';
export {
  LADDER_PLAN_LIMITS as PLAN_LIMITS,
  addCustomStage as addStage,
  updateStage as changeStage,
  checkPlan as consequencesOf,
  removeStage as dropStage,
  moveStage,
  listRemovedStages as stagesLeftOut,
  restoreStage as takeUpStage,
  type CustomStage as OwnStage,
} from './ladder/edit-plan.ts';
export {
  constraintName,
  findLimitingConstraint as constraintOf,
  computeTimeFactor as slownessOf,
  type TempoConstraint as Constraint,
} from './ladder/tempo-constraint.ts';
export {
  estimateConstraints as abilitiesOf,
  proposeHandCorrection as correctedHand,
  type HandCorrection as CorrectedHand,
  type ConstraintEstimate as HeardAbility,
  type PracticeRecord as Practised,
} from './hand/estimate-from-practice.ts';
export {
  proposeHandFromTake as handByTake,
  estimateTransitionTimes as timesInTake,
  type TakeHandCorrection as HandByTake,
  type TransitionTimeEstimate as HeardTime,
} from './hand/estimate-from-take.ts';
export type { StudentProfile as AboutStudent } from './student-profile.ts';
export {
  CLOCK,
  PRACTICE_EVENT_KINDS as EVENT_KINDS,
  PRACTICE_EVENT_LIMITS as EVENT_LIMITS,
  byClockOf,
  normaliseEvents as inOrder,
  isAttempt,
  parsePracticeEvent as readEvent,
  type PracticeEvent,
} from './log/practice-event.ts';
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
export {
  progressAt,
  computeProgress as progressOf,
  findWeakStages as weakStages,
  type PracticeProgress as Progress,
  type ProgressSummary as Standing,
} from './log/progress.ts';
export { detectStuck as stuckAt, type StuckDiagnosis as Stuck } from './log/detect-stuck.ts';
export {
  ABILITY_MODEL as ABILITY,
  PRIOR_ABILITY as FIRST_ABILITY,
  updateAbility as afterAttempt,
  inflateAbilityVariance as afterDays,
  predictCleanProbability as cleanChance,
  type AbilityEstimate as Ability,
  type PracticeAttempt as Attempt,
} from './hand/ability-model.ts';
export {
  CAUTION,
  CAUTION_AFTER_DISCOMFORT,
  planSession as planSitting,
  type SessionPlan as Sitting,
  type SessionItem as SittingItem,
  type SessionBlock as SittingLine,
} from './session/session-plan.ts';
export {
  DEFAULT_STUDENT as SENSIBLE_STUDENT,
  simulatePractice,
  type SimulationResult as Simulated,
  type SimulatedStudent,
} from './simulation/simulate-practice.ts';
