export * from './hand/tapping-test.ts';
export { STAGE_KINDS, type SkippedStage, type StageKind } from './ladder/stage-drafts.ts';
export { NEAR_MAX_TEMPO, computeEasyTempo, listTempoSteps } from './ladder/tempo-steps.ts';
export {
  PRACTICE_METHODS,
  createLadder,
  toLadderPlan,
  type PracticeLadder,
  type LadderOptions,
  type LadderPlan,
  type PlannedStage,
  type LadderStage,
  type TargetTempoWarning,
  type PracticeMethod,
} from './ladder/ladder.ts';
export {
  LADDER_PLAN_LIMITS,
  addCustomStage,
  limitPlanTempo,
  updateStage,
  checkPlan,
  removeStage,
  moveStage,
  listRemovedStages,
  restoreStage,
  type CustomStage,
} from './ladder/edit-plan.ts';
export {
  describeConstraint,
  findLimitingConstraint,
  computeTimeFactor,
  type TempoConstraint,
} from './ladder/tempo-constraint.ts';
export {
  estimateConstraints,
  proposeHandCorrection,
  type HandCorrection,
  type ConstraintEstimate,
  type PracticeRecord,
} from './hand/estimate-from-practice.ts';
export {
  proposeHandFromTake,
  estimateTransitionTimes,
  type TakeHandCorrection,
  type TransitionTimeEstimate,
} from './hand/estimate-from-take.ts';
export { summariseTerm, type ReportedItem, type ReportedProgress, type TermReport } from './report/term-report.ts';
export { GROUP_LIMITS, SUGGESTION_AIM, type StudentGoal, type StudentProfile } from './student-profile.ts';
export {
  LESSON_OUTCOMES,
  MAX_LESSON_RECORDS,
  countLessons,
  forgetLesson,
  listOwedLessons,
  recordLesson,
  type LessonCounts,
  type LessonOutcome,
  type LessonRecord,
} from './lessons/lesson-record.ts';
export { isPausedByPain, type PainReport } from './log/pain-report.ts';
export { findSlipPlaces, type SlipCount, type SlipPlace } from './log/slip-places.ts';
export { summariseAttempts, type AttemptSummary } from './log/attempt-summary.ts';
export { findEarlyPress, type EarlyPress } from './log/early-press.ts';
export {
  CLOCK,
  PAIN_ANSWERS,
  PAIN_PLACES,
  PRACTICE_EVENT_KINDS,
  PRACTICE_EVENT_LIMITS,
  correctClock,
  normaliseEvents,
  isAttempt,
  parsePracticeEvent,
  type PainAnswer,
  type PainPlace,
  type PracticeEvent,
} from './log/practice-event.ts';
export {
  migrateLimitReason,
  migrateTakeHeadline,
  migrateLadderPlan,
  migrateLogText,
  migratePracticeMethod,
  type MigratedLogText,
} from './migration/stored-prose.ts';
export { estimateStageEfforts, type EffortContext, type StageEffort } from './log/stage-effort.ts';
export { getRequiredStreak } from './log/ladder-position.ts';
export {
  MILLISECONDS_PER_DAY,
  EMPTY_PRACTICE_SNAPSHOT,
  REVIEW_STAGE,
  foldPractice,
  type PracticeDay,
  type PracticeSnapshot,
  type ReviewDay,
  type StageAttempts,
  type TempoAttempts,
} from './log/practice-snapshot.ts';
export { PRACTICE_WEEKS, firstDayOfWeek, summariseWeeks, weekOfDay, type PracticeWeek } from './log/practice-weeks.ts';
export { progressAt, computeProgress, findWeakStages, type ProgressSummary } from './log/progress.ts';
export type { PracticeProgress } from './log/practice-progress.ts';
export { detectStuck, type StuckDiagnosis, type StuckReason } from './log/detect-stuck.ts';
export { estimatePlateau, type PracticedSession } from './log/plateau.ts';
export { ABILITY_MODEL, estimateAbilities, predictCleanProbability } from './ability/ability-model.ts';
export {
  WARM_UP_ADVICE,
  PAIN_ADVICE,
  planSession,
  type SessionPlan,
  type SessionItem,
  type SessionStage,
  type SessionBlock,
} from './session/session-plan.ts';
export {
  DEFAULT_STUDENT,
  simulatePractice,
  type SimulationResult,
  type SimulatedStudent,
} from './simulation/simulate-practice.ts';
export { simulateMotorLearning, type MotorLearner, type MotorLearning } from './simulation/motor-learner.ts';
