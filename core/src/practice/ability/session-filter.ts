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

/** What a session says: how able somebody was that day, the doubt left of it, and how well it was foreseen. */
interface SessionReading {
  readonly ability: number;
  readonly variance: number;
  readonly logEvidence: number;
}

/** The share of attempts that slip whatever the tempo, and the day's form, are in what is read. */
const readSession = (
  attempts: readonly StrainAttempts[],
  sharpness: number,
  { mean, variance }: { readonly mean: number; readonly variance: number },
): SessionReading => {
  const ability = findMode(attempts, sharpness, mean, variance);
  const { value, information } = likelihoodAt(attempts, sharpness, ability);
  const left = 1 / (information + 1 / variance);
  const surprise = (ability - mean) ** 2 / (2 * variance);
  return { ability, variance: left, logEvidence: value - surprise + 0.5 * Math.log(left / variance) };
};

/**
 * How a session moves a belief: what is added to the ability's mean and taken from its variance, each times what is
 * correlated with it over `spread`, the variance foreseen of the day. A Kalman step over logistic attempts by Laplace's
 * approximation, the day's form apart from the ability. `sharpness` is the slope of the logistic curve in the logarithm
 * of the strain.
 */
export const weighSession = (
  { mean, variance }: { readonly mean: number; readonly variance: number },
  attempts: readonly StrainAttempts[],
  sharpness: number,
): { readonly spread: number; readonly moved: number; readonly known: number; readonly logEvidence: number } => {
  const spread = variance + SESSION_MODEL.dayVariance;
  const read = readSession(attempts, sharpness, { mean, variance: spread });
  return { spread, moved: read.ability - mean, known: spread - read.variance, logEvidence: read.logEvidence };
};

/** What is believed after a session. */
export const observeSession = (
  belief: AbilityBelief,
  attempts: readonly StrainAttempts[],
  sharpness: number,
): AbilityBelief => {
  const { spread, moved, known, logEvidence } = weighSession(belief, attempts, sharpness);
  const gain = belief.variance / spread;
  return {
    mean: belief.mean + gain * moved,
    variance: belief.variance - gain ** 2 * known,
    logEvidence: belief.logEvidence + logEvidence,
  };
};

/** The logarithm of the sum of two numbers given by their logarithms. */
export const addLogs = (a: number, b: number): number => {
  const most = Math.max(a, b);
  return most === -Infinity ? most : most + Math.log(Math.exp(a - most) + Math.exp(b - most));
};
