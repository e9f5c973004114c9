import { normalShare } from '../../statistics/index.ts';
import { addLogs, weighSession, type StrainAttempts } from '../ability/session-filter.ts';

/** One session on a stage: how its attempts went, tempo by tempo. */
export interface PracticedSession {
  /** Days since 1970. */
  readonly day: number;
  /** The stage, as max tempos of different stages are not quite comparable. */
  readonly stage: string;
  readonly attempts: readonly StrainAttempts[];
}

/**
 * What is supposed of practice before anything was seen (all est.): how sharply clean attempts fall off; which share of
 * what is left to learn a session of twenty attempts adds; the ability at first and the room above it; variances: of
 * both, of another stage, of a session, of a day without practice, and of the limit from session to session.
 */
const LEARNING_PRIOR = {
  sharpnesses: [7, 12, 20],
  rates: [0.005, 0.01, 0.02, 0.04, 0.08, 0.16, 0.3],
  fullSession: 20,
  longestSession: 60,
  skill: { mean: Math.log(0.8), variance: 0.09 },
  room: { mean: 0.6, variance: 0.25 },
  stageVariance: 0.005,
  sessionVariance: 0.00001,
  idleVariance: 0.00006,
  limitVariance: 0.0001,
} as const;

/** A session that adds less than this to the logarithm of the tempo adds nothing (est.). */
const NEGLIGIBLE_GAIN = 0.0082;

/** How a student is taken to learn: which share of the room a full session adds, how sharply clean passes fall off. */
interface LearningPace {
  readonly rate: number;
  readonly sharpness: number;
}

/** What is believed of the ability and of the limit it comes near, with how well it foresaw the sessions. */
interface LearningBelief {
  readonly skill: number;
  readonly limit: number;
  readonly skillVariance: number;
  readonly covariance: number;
  readonly limitVariance: number;
  readonly logEvidence: number;
}

const beginLearning = (): LearningBelief => {
  const { skill, room } = LEARNING_PRIOR;
  return {
    skill: skill.mean,
    limit: skill.mean + room.mean,
    skillVariance: skill.variance,
    covariance: skill.variance,
    limitVariance: skill.variance + room.variance,
    logEvidence: 0,
  };
};

const countAttempts = ({ attempts }: PracticedSession): number =>
  attempts.reduce((sum, { clean, slipped }) => sum + clean + slipped, 0);

/** The share of the room that attempts add. */
const shareLearned = (attempts: number, rate: number): number =>
  1 - (1 - rate) ** (Math.min(LEARNING_PRIOR.longestSession, attempts) / LEARNING_PRIOR.fullSession);

/** What is foreseen of a session after the one before, and the days between. */
const foresee = (
  known: LearningBelief,
  before: PracticedSession,
  now: PracticedSession,
  rate: number,
): LearningBelief => {
  const learned = shareLearned(countAttempts(before), rate);
  const kept = 1 - learned;
  const idle = Math.max(0, now.day - before.day - 1) * LEARNING_PRIOR.idleVariance;
  const other = before.stage === now.stage ? 0 : LEARNING_PRIOR.stageVariance;
  const { skillVariance, covariance, limitVariance } = known;
  const grown = kept ** 2 * skillVariance + 2 * kept * learned * covariance + learned ** 2 * limitVariance;
  return {
    ...known,
    skill: kept * known.skill + learned * known.limit,
    skillVariance: grown + LEARNING_PRIOR.sessionVariance + Math.min(LEARNING_PRIOR.skill.variance, idle) + other,
    covariance: kept * covariance + learned * limitVariance + other,
    limitVariance: limitVariance + LEARNING_PRIOR.limitVariance + other,
  };
};

const observe = (known: LearningBelief, now: PracticedSession, sharpness: number): LearningBelief => {
  const foreseen = { mean: known.skill, variance: known.skillVariance };
  const { spread, moved, known: told, logEvidence } = weighSession(foreseen, now.attempts, sharpness);
  const [bySkill, byLimit] = [known.skillVariance / spread, known.covariance / spread];
  return {
    skill: known.skill + bySkill * moved,
    limit: known.limit + byLimit * moved,
    skillVariance: known.skillVariance - bySkill ** 2 * told,
    covariance: known.covariance - bySkill * byLimit * told,
    limitVariance: known.limitVariance - byLimit ** 2 * told,
    logEvidence: known.logEvidence + logEvidence,
  };
};

const follow = (sessions: readonly PracticedSession[], { rate, sharpness }: LearningPace): LearningBelief => {
  let known = beginLearning();
  sessions.forEach((now, index) => {
    const before = sessions[index - 1];
    known = observe(before ? foresee(known, before, now, rate) : known, now, sharpness);
  });
  return known;
};

/** Attempts of a day as somebody practises, those of a full session at most. */
const usualAttempts = (sessions: readonly PracticedSession[]): number => {
  const days = new Set(sessions.map(({ day }) => day)).size;
  const attempts = sessions.reduce((sum, session) => sum + countAttempts(session), 0);
  return Math.min(LEARNING_PRIOR.fullSession, attempts / days);
};

/** How likely a session that adds a share of the room adds next to nothing. */
const chanceOfStandstill = (known: LearningBelief, learned: number): number => {
  const room = known.limit - known.skill;
  const variance = known.limitVariance - 2 * known.covariance + known.skillVariance;
  return normalShare((NEGLIGIBLE_GAIN / learned - room) / Math.sqrt(Math.max(1e-9, variance)));
};

/**
 * How likely it is that practice no longer raises the ability, given sessions in order, from 0 to 1: each session adds
 * a share of what is left up to a limit (the exponential law of practice: Heathcote, Brown & Mewhort, Psychonomic
 * Bulletin & Review 7(2), 2000), ability and limit followed together by a Kalman filter over logistic attempts, for
 * several paces that are weighted by how well they foresaw the sessions.
 * @example
 * estimatePlateau([]) // => 0
 */
export const estimatePlateau = (sessions: readonly PracticedSession[]): number => {
  if (sessions.length === 0) return 0;
  const attempts = usualAttempts(sessions);
  let [still, all] = [-Infinity, -Infinity];
  for (const sharpness of LEARNING_PRIOR.sharpnesses)
    for (const rate of LEARNING_PRIOR.rates) {
      const known = follow(sessions, { rate, sharpness });
      const chance = chanceOfStandstill(known, shareLearned(attempts, rate));
      still = addLogs(still, known.logEvidence + Math.log(chance));
      all = addLogs(all, known.logEvidence);
    }
  return Math.exp(still - all);
};
