import { computeMaxTempo, computeTimedTransitions } from '../analysis/index.ts';
import {
  createTaskFromPattern,
  fingerPattern,
  type EstimateKey,
  type Fingering,
  type HandProfile,
} from '../fingering/index.ts';
import type { Pattern } from '../pattern/index.ts';

/** A figure and the tempos at which most hands of a kind reach their limit in it, in beats a minute. */
export interface KnownTempo {
  readonly pattern: Pattern;
  readonly loopTicks: number;
  readonly hand: HandProfile;
  readonly least: number;
  readonly most: number;
}

/** The values between which an estimate lies by known tempos; null where they do not limit it on a side. */
export interface EstimateRange {
  readonly least: number | null;
  readonly most: number | null;
}

/** A range of tempos is read as four standard deviations: 95 of 100 players lie in it. */
const DEVIATIONS_IN_RANGE = 4;

/** 95 % of a chi-square distribution with one degree of freedom. */
const CHI_SQUARE_95 = 3.841;

/** How far an estimate is followed, as a factor, and in how many steps to each side. */
const FOLLOWED = { factor: 2, steps: 24 } as const;

/** Halvings by which the end of a range is found. */
const BISECTIONS = 10;

interface FingeredTempo {
  readonly tempo: KnownTempo;
  readonly digits: Fingering;
}

/** How far a figure's limit lies from its known tempos, squared, in standard deviations. */
const misfitOf = ({ tempo, digits }: FingeredTempo, times: HandProfile['times']): number => {
  const { pattern, loopTicks, hand, least, most } = tempo;
  const task = createTaskFromPattern(pattern, { loopTicks, hand: { ...hand, times } });
  const limit = computeMaxTempo(pattern.tempo, computeTimedTransitions(task, digits));
  if (!limit) return 0;
  const deviation = Math.log(most / least) / DEVIATIONS_IN_RANGE;
  return (Math.log(limit.bpm / Math.sqrt(least * most)) / deviation) ** 2;
};

/**
 * How badly known tempos agree with an estimate multiplied by a factor, all others as they are and each figure
 * fingered as it is: the sum of squared deviations.
 * @example
 * createMisfit('i', [])(1.1) // => 0
 */
export const createMisfit = (key: EstimateKey, tempos: readonly KnownTempo[]): ((factor: number) => number) => {
  const figures = tempos.map((tempo) => ({
    tempo,
    digits: fingerPattern(tempo.pattern, { loopTicks: tempo.loopTicks, hand: tempo.hand }).digits,
  }));
  return (factor) =>
    figures.reduce((sum, figure) => {
      const { times } = figure.tempo.hand;
      return sum + misfitOf(figure, { ...times, [key]: times[key] * factor });
    }, 0);
};

const bisect = (isInside: (factor: number) => boolean, start: number, end: number): number => {
  let [inside, outside] = [start, end];
  for (let step = 0; step < BISECTIONS; step += 1) {
    const middle = Math.sqrt(inside * outside);
    if (isInside(middle)) inside = middle;
    else outside = middle;
  }
  return inside;
};

/**
 * The 95 % range of an estimate by the tempos players reach: its profile likelihood with all other estimates as they
 * are (Venzon & Moolgavkar, Applied Statistics 37(1), 1988). Null on a side where even half or double the value agrees.
 * @example
 * findEstimateRange('i', []) // => { least: null, most: null }
 */
export const findEstimateRange = (key: EstimateKey, tempos: readonly KnownTempo[]): EstimateRange => {
  const misfit = createMisfit(key, tempos);
  const factors = Array.from(
    { length: 2 * FOLLOWED.steps + 1 },
    (_, index) => FOLLOWED.factor ** (index / FOLLOWED.steps - 1),
  );
  const misfits = factors.map(misfit);
  const best = misfits.indexOf(Math.min(...misfits));
  const most = (misfits[best] as number) + CHI_SQUARE_95;
  const value = tempos[0]?.hand.times[key] ?? 0;
  const edge = (step: 1 | -1): number | null => {
    let at = best;
    while (at in misfits && (misfits[at] as number) <= most) at += step;
    if (!(at in misfits)) return null;
    return value * bisect((factor) => misfit(factor) <= most, factors[at - step] as number, factors[at] as number);
  };
  return { least: edge(-1), most: edge(1) };
};
