/** What is known of how far a hand goes in one constraint, against the hand it is judged by. */
export interface AbilityEstimate {
  /** Natural logarithm of the strain at which half the attempts are clean: 0 is exactly the ceiling of the hand. */
  readonly mean: number;
  /** Variance of that. */
  readonly variance: number;
}

/** One attempt: its strain (tempo over ceiling) and whether it was clean. */
export interface PracticeAttempt {
  readonly strain: number;
  readonly isClean: boolean;
}

/**
 * How sharply clean attempts fall off around the ability, what is believed before anything was heard, and how much a
 * day adds to the doubt (all est.): half of the attempts at 85 % of the ceiling, give or take a quarter.
 */
export const ABILITY_MODEL = {
  slope: 12,
  priorMean: Math.log(0.85),
  priorVariance: 0.06,
  variancePerDay: 0.0004,
} as const;

/** What is believed of a hand before anything was heard of it. */
export const PRIOR_ABILITY: AbilityEstimate = { mean: ABILITY_MODEL.priorMean, variance: ABILITY_MODEL.priorVariance };

/**
 * How likely an attempt at a strain is clean: a logistic curve in the logarithm of the strain.
 * @example
 * predictCleanProbability({ mean: 0, variance: 0.01 }, 1) // => 0.5
 */
export const predictCleanProbability = ({ mean }: AbilityEstimate, strain: number): number =>
  1 / (1 + Math.exp(ABILITY_MODEL.slope * (Math.log(strain) - mean)));

/**
 * The ability after an attempt: a Gaussian step with the curvature of the logistic likelihood (one Newton step of the
 * Laplace approximation, as rating systems take it: Glickman, Applied Statistics 48(3), 1999, from memory).
 * @example
 * updateAbility(PRIOR_ABILITY, { strain: 0.9, isClean: true }).mean > PRIOR_ABILITY.mean // => true
 */
export const updateAbility = (ability: AbilityEstimate, { strain, isClean }: PracticeAttempt): AbilityEstimate => {
  const chance = predictCleanProbability(ability, strain);
  const precision = 1 / ability.variance + ABILITY_MODEL.slope ** 2 * chance * (1 - chance);
  const variance = 1 / precision;
  return { variance, mean: ability.mean + variance * ABILITY_MODEL.slope * ((isClean ? 1 : 0) - chance) };
};

/**
 * The ability after days without news: as it was, and less sure.
 * @example
 * inflateAbilityVariance({ mean: 0, variance: 0.01 }, 7).variance > 0.01 // => true
 */
export const inflateAbilityVariance = ({ mean, variance }: AbilityEstimate, days: number): AbilityEstimate => ({
  mean,
  variance: Math.min(ABILITY_MODEL.priorVariance, variance + ABILITY_MODEL.variancePerDay * Math.max(0, days)),
});
