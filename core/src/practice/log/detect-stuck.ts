import { message, type Label, type Message } from '../../message/index.ts';
import type { LadderPlan } from '../ladder/ladder.ts';
import type { PracticeProgress } from './practice-progress.ts';
import { localDay } from '../../time/index.ts';

/** Why somebody does not get on with an item, and one thing to do. */
export interface StuckDiagnosis {
  readonly why: 'no-faster' | 'sent-back';
  readonly message: Message;
  readonly advice: Message;
}

/** Sittings looked at, days they lie apart at the least, and the rise that is none (est.). */
const STUCK_THRESHOLDS = { sittings: 3, days: 7, rise: 1.03, fallbacks: 2 } as const;

const listActiveDays = ({ days }: PracticeProgress): PracticeProgress['days'] =>
  days.filter(({ clean, slipped }) => clean + slipped > 0);

/** The last practice sessions, where they span a week; else undefined. */
const recentWeek = (progress: PracticeProgress): PracticeProgress['days'] | undefined => {
  const recent = listActiveDays(progress).slice(-STUCK_THRESHOLDS.sittings);
  const [first, last] = [recent[0], recent.at(-1)];
  return recent.length === STUCK_THRESHOLDS.sittings && first && last && last.day - first.day >= STUCK_THRESHOLDS.days
    ? recent
    : undefined;
};

const bestOf = (days: PracticeProgress['days']): number => Math.max(0, ...days.map(({ best }) => best ?? 0));

/** Whether the best clean tempo of some last sessions rose by less than 3 % above all before. */
const isNoFaster = (progress: PracticeProgress, recent: PracticeProgress['days']): boolean => {
  const before = listActiveDays(progress).slice(0, -recent.length);
  return bestOf(recent) < STUCK_THRESHOLDS.rise * bestOf(before) || bestOf(recent) === 0;
};

/** How often slips lowered the tempo in the last sessions. */
const timesSentBack = (progress: PracticeProgress, now: number): number => {
  const from = listActiveDays(progress).slice(-STUCK_THRESHOLDS.sittings)[0]?.day ?? Infinity;
  return progress.fallbacks.filter((at) => localDay(at, progress.offset) >= from && at <= now).length;
};

/** What limits the stage at hand, said after why somebody is stuck. */
const withLimit = (said: Message, limit: Message | undefined): Message =>
  limit ? message('stuck.with-limit', { stuck: said, limit }) : said;

const noFaster = (stage: Label, recent: PracticeProgress['days']): Message => {
  const [sessions, days] = [recent.length, (recent.at(-1)?.day ?? 0) - (recent[0]?.day ?? 0)];
  const bpm = bestOf(recent);
  return bpm === 0
    ? message('stuck.no-clean-pass', { stage, sessions, days })
    : message('stuck.no-faster', { stage, sessions, days, bpm });
};

/**
 * Whether somebody is stuck with an item, and why: no faster over three practice sessions and a week, or the tempo
 * lowered twice in them; null where they get on, or are through. `cause` is what limits the stage at hand.
 * @example
 * detectStuck({ target: 60, stages: [] }, computeProgress({ target: 60, stages: [] }, []), { now: 0 }) // => null
 */
export const detectStuck = (
  plan: LadderPlan,
  progress: PracticeProgress,
  { now, cause }: { readonly now: number; readonly cause?: Message },
): StuckDiagnosis | null => {
  const stage = plan.stages[progress.stage];
  if (!stage) return null;
  const count = timesSentBack(progress, now);
  if (count >= STUCK_THRESHOLDS.fallbacks) {
    const said = message('stuck.sent-back', { stage: stage.name, count, tempo: progress.tempo ?? plan.target });
    return { why: 'sent-back', message: withLimit(said, cause), advice: message('stuck.sent-back.advice') };
  }
  const recent = recentWeek(progress);
  if (!recent || !isNoFaster(progress, recent)) return null;
  const said = noFaster(stage.name, recent);
  return { why: 'no-faster', message: withLimit(said, cause), advice: message('stuck.no-faster.advice') };
};
