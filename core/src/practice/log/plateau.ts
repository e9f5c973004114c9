import { addLogs, observeSession, type AbilityBelief, type StrainAttempts } from '../ability/session-filter.ts';

/** One session on a stage: how its attempts went, tempo by tempo. */
export interface PracticedSession {
  /** Days since 1970. */
  readonly day: number;
  /** The stage, as max tempos of different stages are not quite comparable. */
  readonly stage: string;
  readonly attempts: readonly StrainAttempts[];
}

/**
 * What is supposed of practice before anything was seen (all est.): how sharply clean attempts fall off, how much a
 * session of twenty attempts or more raises the ability, how often that stops, and variances: of the ability at first,
 * of another stage, of a session, of a day without practice. A gain that comes to less than `negligible` is none.
 */
const PLATEAU_PRIOR = {
  sharpnesses: [7, 12, 20],
  gains: [0.018, 0.035, 0.07],
  stops: 0.15,
  fullSession: 20,
  negligible: 0.015,
  mean: Math.log(0.8),
  variance: 0.09,
  stageVariance: 0.02,
  sessionVariance: 0.00001,
  idleVariance: 0.00006,
} as const;

/** Sessions without a gain at the end from which on they count as a standstill. */
const LEAST_SESSIONS = 2;

/** How a student is taken to practise: the gain of a full session, and how sharply clean attempts fall off. */
interface Pace {
  readonly gain: number;
  readonly sharpness: number;
}

const countAttempts = ({ attempts }: PracticedSession): number =>
  attempts.reduce((sum, { clean, slipped }) => sum + clean + slipped, 0);

/** What is foreseen of a session: the gain of the one before, and the days between. */
const foresee = (
  belief: AbilityBelief,
  before: PracticedSession | undefined,
  now: PracticedSession,
  gain: number,
): AbilityBelief => {
  if (!before) return belief;
  const idle = Math.max(0, now.day - before.day - 1);
  const share = Math.min(1, countAttempts(before) / PLATEAU_PRIOR.fullSession);
  const other = before.stage === now.stage ? 0 : PLATEAU_PRIOR.stageVariance;
  const rest = Math.min(PLATEAU_PRIOR.variance, idle * PLATEAU_PRIOR.idleVariance);
  return {
    ...belief,
    mean: belief.mean + gain * share,
    variance: belief.variance + PLATEAU_PRIOR.sessionVariance + rest + other,
  };
};

/** What is believed after the sessions from one (counted from 0) to another, without the latter. */
const follow = (
  sessions: readonly PracticedSession[],
  belief: AbilityBelief,
  { gain, sharpness }: Pace,
  [from, to]: readonly [number, number],
): AbilityBelief =>
  sessions.slice(from, to).reduce((known, now, index) => {
    const foreseen = foresee(known, sessions[from + index - 1], now, gain);
    return observeSession(foreseen, now.attempts, sharpness);
  }, belief);

interface Weights {
  readonly stopped: number;
  readonly all: number;
}

/** Log weights, for one pace, of gains that have stopped since a session and of all there is. */
const weighPace = (sessions: readonly PracticedSession[], since: number, pace: Pace): Weights => {
  const start = { mean: PLATEAU_PRIOR.mean, variance: PLATEAU_PRIOR.variance, logEvidence: 0 };
  const end = sessions.length;
  let rising = follow(sessions, start, pace, [0, since]);
  let weights: Weights = { stopped: -Infinity, all: -Infinity };
  let going = 0;
  for (let at = since; at < end; at += 1) {
    const flat = follow(sessions, rising, { ...pace, gain: 0 }, [at, end]);
    const weight = flat.logEvidence + going + Math.log(PLATEAU_PRIOR.stops);
    const isStandstill = end - at >= LEAST_SESSIONS || pace.gain * (at - since) < PLATEAU_PRIOR.negligible;
    const stopped = isStandstill ? addLogs(weights.stopped, weight) : weights.stopped;
    weights = { stopped, all: addLogs(weights.all, weight) };
    going += Math.log(1 - PLATEAU_PRIOR.stops);
    rising = follow(sessions, rising, pace, [at, at + 1]);
  }
  return { ...weights, all: addLogs(weights.all, rising.logEvidence + going) };
};

/**
 * How likely it is that practice has stopped raising the ability, given sessions in order: a change-point between
 * gains at the student's own pace and none (Barry & Hartigan, JASA 88(421), 1993, from memory), the ability followed by
 * a Kalman filter over logistic attempts. `since` is the first session (counted from 0) after the last progress there
 * was. From 0 to 1.
 * @example
 * estimatePlateau([], 0) // => 0
 */
export const estimatePlateau = (sessions: readonly PracticedSession[], since: number): number => {
  if (sessions.length <= since) return 0;
  let [stopped, all] = [-Infinity, -Infinity];
  for (const sharpness of PLATEAU_PRIOR.sharpnesses)
    for (const gain of PLATEAU_PRIOR.gains) {
      const weights = weighPace(sessions, since, { gain, sharpness });
      stopped = addLogs(stopped, weights.stopped);
      all = addLogs(all, weights.all);
    }
  return Math.exp(stopped - all);
};
