import type { Label } from '../../message/index.ts';
import type { StuckDiagnosis } from './detect-stuck.ts';
import type { LadderPlan } from '../ladder/ladder.ts';
import type { PracticeEvent } from './practice-event.ts';
import {
  EMPTY_PRACTICE_SNAPSHOT,
  foldPractice,
  type PracticeSnapshot,
  type StageAttempts,
} from './practice-snapshot.ts';
import type { PainReport } from './pain-report.ts';
import type { PracticeWeek } from './practice-weeks.ts';
import type { PracticeProgress } from './practice-progress.ts';

/** How something that is practised stands, in short: what lists show without going through the log. */
export interface ProgressSummary {
  readonly stage: Label | null;
  readonly tempo: number | null;
  /** The stage after it, and its first tempo; none where it was kept before. */
  readonly next?: { readonly stage: Label; readonly tempo: number | null } | null;
  /** Stages passed, of how many. */
  readonly passed: number;
  readonly of: number;
  readonly best: number | null;
  readonly minutes: number;
  /** Practice and best tempo by week; none where it was kept before they were counted. */
  readonly weeks?: readonly PracticeWeek[];
  readonly last: number | null;
  readonly discomfort: number | null;
  /** The last report of pain and what was said to it, with the stage by its name; none where it was kept before. */
  readonly pain?: (PainReport & { readonly stageName: Label | null }) | null;
  readonly stuck: Pick<StuckDiagnosis, 'message' | 'advice'> | null;
  /** When the last stage was passed, and when it comes back for review. */
  readonly through: number | null;
  readonly due: number | null;
}

/** Attempts from which a share of slips says something, and the share from which a stage is weak (est.). */
const WEAK_STAGE_THRESHOLDS = { attempts: 12, share: 0.15 } as const;

/**
 * The stages in which most attempts slipped, the worst first; those with few attempts are left aside.
 * @example
 * findWeakStages([
 *   { key: 'thumb', clean: 10, slipped: 10 },
 *   { key: 'tempo', clean: 30, slipped: 1 },
 * ])
 *   .map(({ key }) => key)
 *   .join() // => 'thumb'
 */
export const findWeakStages = (
  attempts: readonly StageAttempts[],
): readonly (StageAttempts & { readonly share: number })[] =>
  attempts
    .map((one) => ({ ...one, share: one.slipped / Math.max(1, one.clean + one.slipped) }))
    .filter(
      ({ clean, slipped, share }) =>
        clean + slipped >= WEAK_STAGE_THRESHOLDS.attempts && share >= WEAK_STAGE_THRESHOLDS.share,
    )
    .sort((a, b) => b.share - a.share);

/**
 * How an item stands by its log. Events may come in any order and more than once: the outcome is the same. Gates are
 * clean times in a row at the tempo at hand; three slips without half a gate between them lead two tempos back; two
 * gates in a row without a slip skip one (rules est.).
 * @example
 * computeProgress({ target: 60, stages: [{ key: 'slowly', name: 'Slowly', gate: 1, tempos: [60] }] }, [
 *   { id: 'a', at: 5, kind: 'clean', stage: 'slowly', tempo: 60 },
 * ]).stage // => 1
 */
export const computeProgress = (plan: LadderPlan, events: readonly PracticeEvent[]): PracticeProgress =>
  progressAt(plan, foldPractice(plan, EMPTY_PRACTICE_SNAPSHOT, events));

/**
 * How an item stands by a snapshot of its log.
 * @example
 * progressAt({ target: 60, stages: [] }, EMPTY_PRACTICE_SNAPSHOT).last // => null
 */
export const progressAt = (plan: LadderPlan, { stand, ...snapshot }: PracticeSnapshot): PracticeProgress => ({
  stage: stand.stage,
  step: stand.step,
  tempo: plan.stages[stand.stage]?.tempos[stand.step] ?? null,
  streak: stand.streak,
  slips: stand.slips,
  passed: stand.passed,
  fallbacks: stand.fallbacks,
  advanced: stand.advanced ?? null,
  tempos: snapshot.tempos ?? [],
  slipPlaces: snapshot.slips ?? [],
  days: snapshot.days,
  attempts: snapshot.attempts,
  minutes: snapshot.days.reduce((sum, { minutes }) => sum + minutes, 0),
  last: snapshot.last,
  ...(snapshot.offset === undefined ? {} : { offset: snapshot.offset }),
  discomfort: snapshot.discomfort,
  pain: snapshot.pain ?? null,
});
