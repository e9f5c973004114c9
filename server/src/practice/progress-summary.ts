import {
  progressAt,
  detectStuck,
  summariseWeeks,
  type LadderPlan,
  type PracticeSnapshot,
  type ProgressSummary,
} from '@fleet-wren/core';
import { computeReviewDueAt } from './review-schedule.ts';

/** How an assignment stands by its plan and what its log has come to. */
export const summariseProgress = (plan: LadderPlan, snapshot: PracticeSnapshot): ProgressSummary => {
  const progress = progressAt(plan, snapshot);
  const stage = plan.stages[progress.stage];
  const stuck = detectStuck(plan, progress, stage?.cause ?? undefined);
  const next = plan.stages[progress.stage + 1];
  const through = stage ? null : (progress.passed.at(-1)?.at ?? null);
  const bests = progress.days.flatMap(({ best }) => best ?? []);
  return {
    stage: stage?.name ?? null,
    tempo: progress.tempo,
    next: next ? { stage: next.name, tempo: next.tempos[0] ?? null } : null,
    passed: progress.passed.length,
    of: plan.stages.length,
    best: bests.length > 0 ? Math.max(...bests) : null,
    minutes: progress.minutes,
    weeks: summariseWeeks(progress.days),
    last: progress.last,
    discomfort: progress.discomfort,
    pain: progress.pain && {
      ...progress.pain,
      stageName: plan.stages.find(({ key }) => key === progress.pain?.stage)?.name ?? null,
    },
    stuck: stuck && { message: stuck.message, advice: stuck.advice },
    through,
    due: through === null ? null : computeReviewDueAt(snapshot.reviews, through, snapshot.offset),
  };
};
