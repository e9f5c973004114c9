import type { LadderPlan } from '../ladder/ladder.ts';
import type { PracticeEvent } from './practice-event.ts';

/**
 * Slips without half a gate between them that lead back, how far, and how clean gates have to be to skip one (est.).
 */
const PROGRESS_RULES = { slips: 3, back: 2, gatesToSkip: 2 } as const;

/** Clean passes in a row at each tempo on the way up, and at the top (common practice, no source). */
const [STEP_GATE, TOP_GATE] = [10, 5];

/** Where somebody stands while a log is gone through. */
export interface LadderPosition {
  stage: number;
  step: number;
  streak: number;
  slips: number;
  /** Gates passed in a row without a slip. */
  clean: number;
  readonly passed: { key: string; at: number }[];
  readonly fallbacks: number[];
  /** Index of the quickest tempo of the stage at hand whose gate was passed; none yet where it is missing. */
  highest?: number;
  /** When there was last something new: a stage passed, or a gate at a tempo never passed before. */
  advanced?: number;
}

/**
 * Clean times in a row that pass the step at hand; 0 where the stage is done once.
 * @example
 * getRequiredStreak({ target: 60, stages: [{ key: 'a', name: 'A', gate: 5, tempos: [60] }] }, { stage: 0, step: 0 })
 * // => 5
 */
export const getRequiredStreak = (
  plan: LadderPlan,
  { stage, step }: Pick<LadderPosition, 'stage' | 'step'>,
): number => {
  const { gate = 0, tempos = [] } = plan.stages[stage] ?? {};
  // Ten a step on the way, five at the top; what a teacher asks for instead holds for every step.
  return gate === STEP_GATE && tempos.length > 1 && step === tempos.length - 1 ? TOP_GATE : gate;
};

const passStage = (plan: LadderPlan, now: LadderPosition, at: number): void => {
  const key = plan.stages[now.stage]?.key;
  if (key !== undefined) now.passed.push({ key, at });
  now.stage += 1;
  now.step = 0;
  now.advanced = at;
  delete now.highest;
};

const completeStep = (plan: LadderPlan, now: LadderPosition, at: number): void => {
  const steps = plan.stages[now.stage]?.tempos.length ?? 0;
  now.streak = 0;
  now.slips = 0;
  now.clean += 1;
  if (now.step > (now.highest ?? -1)) {
    now.highest = now.step;
    now.advanced = at;
  }
  const skip = steps > 1 && now.clean >= PROGRESS_RULES.gatesToSkip && now.step + 2 < steps ? 2 : 1;
  if (skip === 2) now.clean = 0;
  if (now.step + 1 < steps) now.step += skip;
  else passStage(plan, now, at);
};

const recordMiss = (plan: LadderPlan, now: LadderPosition, at: number): void => {
  const half = now.streak * 2 >= getRequiredStreak(plan, now);
  now.slips = half ? 1 : now.slips + 1;
  now.streak = 0;
  now.clean = 0;
  if (now.slips < PROGRESS_RULES.slips) return;
  now.slips = 0;
  now.fallbacks.push(at);
  now.step = Math.max(0, now.step - PROGRESS_RULES.back);
};

/** Whether an attempt is at the stage and the tempo at hand; others count for the log alone. */
const isCurrentStep = ({ stages }: LadderPlan, { stage, step }: LadderPosition, event: PracticeEvent): boolean =>
  stages[stage]?.key === event.stage && stages[stage]?.tempos[step] === event.tempo;

/** Takes a stage as learnt, and all before it: the teacher's to say. */
const markStagesLearned = (plan: LadderPlan, now: LadderPosition, event: PracticeEvent): void => {
  const index = plan.stages.findIndex(({ key }) => key === event.stage);
  while (index >= 0 && now.stage <= index) passStage(plan, now, event.at);
  now.streak = 0;
  now.slips = 0;
};

/** Ends the stage at hand where it is one without attempts; any other has its gate. */
const finishStage = (plan: LadderPlan, now: LadderPosition, event: PracticeEvent): void => {
  const stage = plan.stages[now.stage];
  if (stage?.key === event.stage && stage?.gate === 0) markStagesLearned(plan, now, event);
};

/** Where everybody stands at first. */
export const createLadderPosition = (): LadderPosition => ({
  stage: 0,
  step: 0,
  streak: 0,
  slips: 0,
  clean: 0,
  passed: [],
  fallbacks: [],
});

/** Goes on by an event; says the tempo a gate was passed at, if one was. */
export const applyEvent = (plan: LadderPlan, now: LadderPosition, event: PracticeEvent): number | null => {
  if (event.kind === 'passed') markStagesLearned(plan, now, event);
  if (event.kind === 'done') finishStage(plan, now, event);
  if (!isCurrentStep(plan, now, event)) return null;
  if (event.kind === 'slipped') recordMiss(plan, now, event.at);
  if (event.kind !== 'clean') return null;
  now.streak += 1;
  if (now.streak < getRequiredStreak(plan, now)) return null;
  completeStep(plan, now, event.at);
  return event.tempo ?? null;
};
