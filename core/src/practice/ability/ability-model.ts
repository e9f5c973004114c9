import { addLogs, observeSession, type AbilityBelief, type StrainAttempts } from './session-filter.ts';

/**
 * What is supposed of a hand before anything was heard (all est.): half of the attempts are clean at 85 % of the max
 * tempo, give or take; how sharply that falls off differs from student to student; a day of practice or without adds to
 * the doubt. What is common to all digits of a hand is told apart from what is each digit's own.
 */
export const ABILITY_MODEL = {
  sharpness: 12,
  sharpnesses: [5, 7, 9.5, 13, 18, 25],
  priorMean: Math.log(0.85),
  handVariance: 0.04,
  digitVariance: 0.02,
  sessionVariance: 0.0006,
  idleVariance: 0.0003,
} as const;

const PRIOR_VARIANCE = ABILITY_MODEL.handVariance + ABILITY_MODEL.digitVariance;

/** What is known of how far a hand goes in one constraint, against the hand it is judged by. */
export interface AbilityEstimate {
  /** Natural logarithm of the strain at which half the attempts are clean. */
  readonly mean: number;
  /** Variance of that. */
  readonly variance: number;
}

/**
 * How likely an attempt at a strain is clean, of a hand as most are: a logistic curve in the logarithm of the strain.
 * @example
 * predictCleanProbability(0, 1) // => 0.5
 */
export const predictCleanProbability = (ability: number, strain: number): number =>
  1 / (1 + Math.exp(ABILITY_MODEL.sharpness * (Math.log(strain) - ability)));

/** The attempts of one day in one constraint, against what an able adult can do there. */
export interface ConstraintSession {
  /** Days since 1970. */
  readonly day: number;
  readonly attempts: readonly StrainAttempts[];
}

/** The sessions of one constraint in order, and the ability that is supposed before them. */
export interface ConstraintHistory {
  readonly supposed: number;
  readonly sessions: readonly ConstraintSession[];
}

const rest = (belief: AbilityBelief, days: number): AbilityBelief => ({
  ...belief,
  variance: Math.min(PRIOR_VARIANCE, belief.variance + ABILITY_MODEL.idleVariance * Math.max(0, days)),
});

/** What is believed after each session, if clean attempts fall off so sharply. */
const followHistory = ({ supposed, sessions }: ConstraintHistory, sharpness: number): readonly AbilityBelief[] => {
  let belief: AbilityBelief = { mean: supposed, variance: PRIOR_VARIANCE, logEvidence: 0 };
  return sessions.map(({ day, attempts }, index) => {
    const before = sessions[index - 1];
    const rested = before ? rest(belief, day - before.day - 1) : belief;
    const grown = before ? ABILITY_MODEL.sessionVariance : 0;
    belief = observeSession({ ...rested, variance: rested.variance + grown }, attempts, sharpness);
    return belief;
  });
};

/** What the sessions alone say, as a measurement: the belief without what was supposed before. */
const asMeasurement = (supposed: number, { mean, variance }: AbilityBelief) => {
  const precision = Math.max(1e-6, 1 / variance - 1 / PRIOR_VARIANCE);
  return { value: (mean / variance - supposed / PRIOR_VARIANCE) / precision - supposed, variance: 1 / precision };
};

/**
 * Abilities drawn towards each other: what is common to the hand is estimated with them (partial pooling by the normal
 * model of Gelman et al., Bayesian Data Analysis, chapter 5, the variances given).
 */
const pool = (histories: readonly ConstraintHistory[], last: readonly AbilityBelief[]): readonly AbilityEstimate[] => {
  const seen = last.map((belief, index) => asMeasurement((histories[index] as ConstraintHistory).supposed, belief));
  const weights = seen.map(({ variance }) => 1 / (variance + ABILITY_MODEL.digitVariance));
  return seen.map(({ value, variance }, index) => {
    // The hand as the other digits have it.
    const others = seen.map((_, other) => (other === index ? 0 : (weights[other] as number)));
    const precision = 1 / ABILITY_MODEL.handVariance + others.reduce((sum, weight) => sum + weight, 0);
    const hand = seen.reduce((sum, one, other) => sum + (others[other] as number) * one.value, 0) / precision;
    const before = 1 / (1 / precision + ABILITY_MODEL.digitVariance);
    const total = before + 1 / variance;
    const offset = (before * hand + value / variance) / total;
    return { mean: (histories[index] as ConstraintHistory).supposed + offset, variance: 1 / total };
  });
};

const mix = (estimates: readonly AbilityEstimate[], shares: readonly number[]): AbilityEstimate => {
  const mean = estimates.reduce((sum, one, index) => sum + (shares[index] as number) * one.mean, 0);
  const variance = estimates.reduce(
    (sum, one, index) => sum + (shares[index] as number) * (one.variance + (one.mean - mean) ** 2),
    0,
  );
  return { mean, variance };
};

/** What is known of a constraint now, and at the end of each of its sessions. */
export interface AbilityHistory {
  readonly now: AbilityEstimate;
  readonly days: readonly { readonly day: number; readonly mean: number }[];
}

const sharesOf = (evidence: readonly number[]): readonly number[] => {
  const all = evidence.reduce(addLogs, -Infinity);
  return evidence.map((one) => Math.exp(one - all));
};

/**
 * What practice says of a student's abilities, constraint by constraint: level and sharpness are estimated together
 * (sharpnesses weighted by how well they foresaw all sessions), days have their form, and digits of one hand are
 * pooled in part. `today` counts days since 1970.
 * @example
 * estimateAbilities([], 0) // => []
 */
export const estimateAbilities = (
  histories: readonly ConstraintHistory[],
  today: number,
): readonly AbilityHistory[] => {
  const followed = ABILITY_MODEL.sharpnesses.map((sharpness) =>
    histories.map((history) => followHistory(history, sharpness)),
  );
  const shares = sharesOf(
    followed.map((beliefs) => beliefs.reduce((sum, one) => sum + (one.at(-1)?.logEvidence ?? 0), 0)),
  );
  const pooled = followed.map((beliefs) =>
    pool(
      histories,
      beliefs.map((one, index) => {
        const last = histories[index]?.sessions.at(-1)?.day ?? today;
        return rest(one.at(-1) as AbilityBelief, today - last);
      }),
    ),
  );
  return histories.map(({ sessions }, index) => ({
    now: mix(
      pooled.map((estimates) => estimates[index] as AbilityEstimate),
      shares,
    ),
    days: sessions.map(({ day }, session) => ({
      day,
      mean: mix(
        followed.map((beliefs) => beliefs[index]?.[session] as AbilityBelief),
        shares,
      ).mean,
    })),
  }));
};
