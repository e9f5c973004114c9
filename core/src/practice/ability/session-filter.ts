import { clamp } from '../../statistics/index.ts';

/** Attempts at one strain (tempo over max tempo): how many were clean, how many slipped. */
export interface StrainAttempts {
  readonly strain: number;
  readonly clean: number;
  readonly slipped: number;
}

/** A belief about the logarithm of the strain at which half the attempts are clean, and how well it foresaw them. */
export interface AbilityBelief {
  readonly mean: number;
  readonly variance: number;
  readonly logEvidence: number;
}

/** The share of attempts that slip whatever the tempo, and the variance of one day's form (est.). */
const SESSION_MODEL = { lapses: 0.02, dayVariance: 0.0007 } as const;

interface LikelihoodCurve {
  readonly value: number;
  readonly slope: number;
  readonly information: number;
}

/** Log likelihood of attempts at an ability, its slope, and Fisher's information. */
const likelihoodAt = (attempts: readonly StrainAttempts[], sharpness: number, ability: number): LikelihoodCurve => {
  let [value, slope, information] = [0, 0, 0];
  for (const { strain, clean, slipped } of attempts) {
    const logistic = 1 / (1 + Math.exp(sharpness * (Math.log(strain) - ability)));
    const chance = Math.max(1e-9, (1 - SESSION_MODEL.lapses) * logistic);
    const steep = (1 - SESSION_MODEL.lapses) * sharpness * logistic * (1 - logistic);
    const total = clean + slipped;
    value += clean * Math.log(chance) + slipped * Math.log(1 - chance);
    slope += ((clean - total * chance) * steep) / (chance * (1 - chance));
    information += (total * steep ** 2) / (chance * (1 - chance));
  }
  return { value, slope, information };
};

/** How far one round of scoring may go, how many there are at most, and when it is near enough. */
const SCORING = { step: { least: -0.3, most: 0.3 }, rounds: 6, near: 1e-4 } as const;

/** The most likely ability on a day, by Fisher scoring from what was foreseen. */
const findMode = (attempts: readonly StrainAttempts[], sharpness: number, mean: number, variance: number): number => {
  let ability = mean;
  for (let round = 0; round < SCORING.rounds; round += 1) {
    const { slope, information } = likelihoodAt(attempts, sharpness, ability);
    const step = clamp((slope - (ability - mean) / variance) / (information + 1 / variance), SCORING.step);
    ability += step;
    if (Math.abs(step) < SCORING.near) break;
  }
  return ability;
};

/**
 * What is believed after a session: a Kalman step over logistic attempts by Laplace's approximation, the day's form
 * apart from the ability. `sharpness` is the slope of the logistic curve in the logarithm of the strain.
 */
export const observeSession = (
  belief: AbilityBelief,
  attempts: readonly StrainAttempts[],
  sharpness: number,
): AbilityBelief => {
  const spread = belief.variance + SESSION_MODEL.dayVariance;
  const ability = findMode(attempts, sharpness, belief.mean, spread);
  const { value, information } = likelihoodAt(attempts, sharpness, ability);
  const seen = 1 / (information + 1 / spread);
  const gain = belief.variance / spread;
  const surprise = (ability - belief.mean) ** 2 / (2 * spread);
  return {
    mean: belief.mean + gain * (ability - belief.mean),
    variance: belief.variance - gain ** 2 * (spread - seen),
    logEvidence: belief.logEvidence + value - surprise + 0.5 * Math.log(seen / spread),
  };
};

/** The logarithm of the sum of two numbers given by their logarithms. */
export const addLogs = (a: number, b: number): number => {
  const most = Math.max(a, b);
  return most === -Infinity ? most : most + Math.log(Math.exp(a - most) + Math.exp(b - most));
};
