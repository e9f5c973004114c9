import { message, type Message } from '../../message/index.ts';
import { localDay } from '../../time/index.ts';
import type { LadderPlan, PlannedStage } from '../ladder/ladder.ts';
import { estimatePlateau, type PracticedSession } from './plateau.ts';
import type { PracticeProgress } from './practice-progress.ts';
import type { TempoAttempts } from './practice-snapshot.ts';
import { findSlipPlaces } from './slip-places.ts';

/** What keeps somebody from getting on. */
export type StuckReason = 'littlePractice' | 'tempoJump' | 'outOfReach' | 'onePlace' | 'plateau';

/** Why somebody does not get on with an item, and one thing to do. */
export interface StuckDiagnosis {
  readonly why: StuckReason;
  readonly message: Message;
  readonly advice: Message;
}

/** Sessions and days without anything new, and the belief, from which somebody is called stuck. */
const STUCK_THRESHOLDS = { sessions: 3, days: 7, belief: 0.95 } as const;

/**
 * Attempts a session below which there is too little of it, shares of clean passes that make a jump, and attempts of
 * which hardly any is clean that make a stage out of reach; slips whose place is known, and the share of them at one
 * place, that make it that place (est.).
 */
const CAUSES = {
  fewAttempts: 12,
  easy: 0.8,
  hard: 0.3,
  reach: { attempts: 24, share: 0.05 },
  place: { slips: 6, share: 0.5 },
} as const;

const strainOf = ({ target, stages }: LadderPlan, { stage, tempo }: TempoAttempts): number =>
  tempo / (stages.find(({ key }) => key === stage)?.ceiling ?? target);

/** Sessions in order: attempts of one day on one stage. */
const listSessions = (plan: LadderPlan, tempos: readonly TempoAttempts[]): readonly PracticedSession[] => {
  const sessions = new Map<string, { day: number; stage: string; attempts: PracticedSession['attempts'][number][] }>();
  for (const row of tempos) {
    const key = `${row.day} ${row.stage}`;
    const session = sessions.get(key) ?? { day: row.day, stage: row.stage, attempts: [] };
    session.attempts.push({ strain: strainOf(plan, row), clean: row.clean, slipped: row.slipped });
    sessions.set(key, session);
  }
  return [...sessions.values()];
};

interface Standstill {
  readonly stage: PlannedStage;
  /** Attempts at the stage since there was last something new. */
  readonly tempos: readonly TempoAttempts[];
  readonly sessions: number;
  readonly days: number;
}

/** Sessions on the stage at hand since there was last something new; null where there are too few, or too close. */
const findStandstill = (plan: LadderPlan, progress: PracticeProgress): Standstill | null => {
  const stage = plan.stages[progress.stage];
  if (!stage) return null;
  const own = progress.tempos.filter((row) => row.stage === stage.key);
  const since = progress.advanced === null ? (own[0]?.day ?? 0) - 1 : localDay(progress.advanced, progress.offset);
  const tempos = own.filter(({ day }) => day > since);
  const days = [...new Set(tempos.map(({ day }) => day))];
  const span = (days.at(-1) ?? 0) - Math.max(since, (days[0] ?? 0) - 1);
  const isLong = days.length >= STUCK_THRESHOLDS.sessions && span >= STUCK_THRESHOLDS.days;
  return isLong ? { stage, tempos, sessions: days.length, days: span } : null;
};

const countAttempts = (rows: readonly TempoAttempts[]): number =>
  rows.reduce((sum, { clean, slipped }) => sum + clean + slipped, 0);

const shareClean = (rows: readonly TempoAttempts[]): number =>
  rows.reduce((sum, { clean }) => sum + clean, 0) / Math.max(1, countAttempts(rows));

/** Whether hardly any pass is clean, so that nothing can be told of a gain. */
const isOutOfReach = ({ tempos }: Standstill): boolean =>
  countAttempts(tempos) >= CAUSES.reach.attempts && shareClean(tempos) <= CAUSES.reach.share;

/** Whether most passes of a stage slip at one place, as far as their places are known. */
const isOnePlace = ({ stage }: Standstill, { slipPlaces }: PracticeProgress): boolean => {
  const places = findSlipPlaces(slipPlaces, stage.key);
  const slips = places.reduce((sum, { count }) => sum + count, 0);
  return slips >= CAUSES.place.slips && (places[0]?.share ?? 0) > CAUSES.place.share;
};

const reasonFor = (found: Standstill, progress: PracticeProgress): StuckReason => {
  const { tempos, sessions } = found;
  if (countAttempts(tempos) < CAUSES.fewAttempts * sessions) return 'littlePractice';
  const top = Math.max(...tempos.map(({ tempo }) => tempo));
  const [quickest, others] = [tempos.filter(({ tempo }) => tempo === top), tempos.filter(({ tempo }) => tempo < top)];
  const isJump = others.length > 0 && shareClean(others) >= CAUSES.easy && shareClean(quickest) <= CAUSES.hard;
  if (isJump) return 'tempoJump';
  return isOnePlace(found, progress) ? 'onePlace' : 'plateau';
};

const findReason = (plan: LadderPlan, progress: PracticeProgress, found: Standstill): StuckReason | null => {
  if (isOutOfReach(found)) return 'outOfReach';
  const belief = estimatePlateau(listSessions(plan, progress.tempos));
  return belief >= STUCK_THRESHOLDS.belief ? reasonFor(found, progress) : null;
};

/** What limits the stage at hand, said after why somebody is stuck. */
const withLimit = (said: Message, limit: Message | undefined): Message =>
  limit ? message('stuck.with-limit', { stuck: said, limit }) : said;

const describeStandstill = ({ stage, tempos, sessions, days }: Standstill): Message => {
  const tempo = Math.max(...tempos.map((row) => row.tempo));
  const share = Math.round(100 * shareClean(tempos.filter((row) => row.tempo === tempo)));
  return message('stuck.no-progress', { stage: stage.name, sessions, days, tempo, share });
};

/**
 * Whether somebody is stuck with an item, and why: nothing new for a week and three sessions, and a belief of 95 % that
 * practice has stopped raising what they can do, or hardly one clean pass; null where they get on, or are
 * through. `cause` is what limits the stage at hand.
 * @example
 * detectStuck({ target: 60, stages: [] }, computeProgress({ target: 60, stages: [] }, [])) // => null
 */
export const detectStuck = (plan: LadderPlan, progress: PracticeProgress, cause?: Message): StuckDiagnosis | null => {
  const found = findStandstill(plan, progress);
  const why = found && findReason(plan, progress, found);
  if (!why) return null;
  return {
    why,
    message: withLimit(describeStandstill(found), why === 'plateau' ? cause : undefined),
    advice: message('stuck.advice', { why }),
  };
};
