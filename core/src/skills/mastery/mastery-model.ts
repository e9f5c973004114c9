import { SKILLS, SKILL_CODES, type SkillCode } from '../skill.ts';
import { difficultyOf, listDifficulties, type FigureDemand } from './figure-demand.ts';

/**
 * What is supposed of a student before anything was heard, in logits over a steady thumb at half of an able adult's max
 * tempo (all est.): a level with its doubt, how kinds of skills and single skills differ from it, what a day's form
 * does, the share of slips of attention, what is learnt in a pass and what a day without adds to the doubt.
 */
export const MASTERY_MODEL = {
  level: 0.5,
  levelVariance: 1.2,
  kindVariance: 0.15,
  ownVariance: 0.6,
  formVariance: 0.15,
  lapses: 0.012,
  gainPerPass: 0.12,
  growthVariance: 0.002,
  idleVariance: 0.01,
  forgetting: 0.05,
  retention: 45,
} as const;

const COUNT = SKILL_CODES.length;
const INDEX: ReadonlyMap<SkillCode, number> = new Map(SKILL_CODES.map((code, index) => [code, index]));

/** What is believed of all skills of a student: a normal distribution, related skills going together. */
export interface SkillBeliefs {
  /** By the order of the catalogue, in logits. */
  readonly mean: Float64Array;
  /** Row by row. */
  readonly covariance: Float64Array;
  /** Passes in which each was practised, and the day it was last, counted from 1970; -1 for never. */
  readonly passes: Float64Array;
  readonly lastDay: Float64Array;
}

/**
 * What is believed of a student nothing is known of. `level` moves all skills, for one who is known to be advanced.
 * @example
 * createSkillBeliefs().mean[0] // => 0.5
 */
export const createSkillBeliefs = (level: number = MASTERY_MODEL.level): SkillBeliefs => {
  const covariance = new Float64Array(COUNT * COUNT);
  for (let row = 0; row < COUNT; row += 1)
    for (let column = 0; column < COUNT; column += 1) {
      const isKind = SKILLS[row]?.kind === SKILLS[column]?.kind;
      covariance[row * COUNT + column] =
        MASTERY_MODEL.levelVariance +
        (isKind ? MASTERY_MODEL.kindVariance : 0) +
        (row === column ? MASTERY_MODEL.ownVariance : 0);
    }
  return {
    mean: new Float64Array(COUNT).fill(level),
    covariance,
    passes: new Float64Array(COUNT),
    lastDay: new Float64Array(COUNT).fill(-1),
  };
};

const copyOf = ({ mean, covariance, passes, lastDay }: SkillBeliefs): SkillBeliefs => ({
  mean: mean.slice(),
  covariance: covariance.slice(),
  passes: passes.slice(),
  lastDay: lastDay.slice(),
});

const logistic = (value: number): number => 1 / (1 + Math.exp(-value));

/** What a figure at a tempo comes to: odds of failing add up over its skills, and the weakest weigh most. */
export interface FigureOutlook {
  /** Log odds of a clean pass, were the beliefs certain. */
  readonly logit: number;
  /** Variance of it. */
  readonly variance: number;
  /** Probability of a clean pass, with the doubt. */
  readonly probability: number;
  /** For each use, the share it has of what can fail. */
  readonly shares: readonly number[];
}

/** The share of what can fail that each use has, and the odds of failing in all. */
const weigh = (beliefs: SkillBeliefs, { uses }: FigureDemand, difficulties: readonly number[]) => {
  const odds = uses.map(({ code }, place) =>
    Math.exp((difficulties[place] as number) - (beliefs.mean[INDEX.get(code) as number] as number)),
  );
  const total = odds.reduce((sum, one) => sum + one, 0);
  return { shares: odds.map((one) => one / total), logit: -Math.log(total) };
};

/** Covariance of every skill with a weighted sum of a figure's skills. */
const covarianceWith = (beliefs: SkillBeliefs, { uses }: FigureDemand, shares: readonly number[]): Float64Array => {
  const found = new Float64Array(COUNT);
  uses.forEach(({ code }, place) => {
    const row = (INDEX.get(code) as number) * COUNT;
    const share = shares[place] as number;
    for (let column = 0; column < COUNT; column += 1)
      found[column] = (found[column] as number) + share * (beliefs.covariance[row + column] as number);
  });
  return found;
};

const dot = ({ uses }: FigureDemand, shares: readonly number[], values: Float64Array): number =>
  uses.reduce(
    (sum, { code }, place) => sum + (shares[place] as number) * (values[INDEX.get(code) as number] as number),
    0,
  );

/** Probability of a clean pass for log odds that are not sure (MacKay, Neural Computation 4(5), 1992). */
const moderate = (logit: number, variance: number): number =>
  (1 - MASTERY_MODEL.lapses) * logistic(logit / Math.sqrt(1 + (Math.PI * variance) / 8));

/** What a figure that asks for nothing comes to. */
const NOTHING_ASKED: FigureOutlook = { logit: 20, variance: 0, probability: 1, shares: [] };

/**
 * How likely a figure is clean at a tempo (its own where none is given), by what is believed of a student.
 * @example
 * foreseeFigure(createSkillBeliefs(), { tempo: 60, seconds: 4, uses: [] }).probability // => 1
 */
export const foreseeFigure = (
  beliefs: SkillBeliefs,
  demand: FigureDemand,
  tempo: number = demand.tempo,
): FigureOutlook => {
  if (demand.uses.length === 0) return NOTHING_ASKED;
  const { shares, logit } = weigh(beliefs, demand, listDifficulties(demand, tempo));
  const variance = dot(demand, shares, covarianceWith(beliefs, demand, shares));
  return { logit, variance, probability: moderate(logit, variance), shares };
};

/** Share of an able adult's max tempo at which it is asked whether a skill is known. */
const KNOWN_STRAIN = 0.4;

/** Passes after which a skill is no longer new (est.). */
const MET_PASSES = 12;

/** Whether a student has met a skill: practised it a little. */
export const isMet = ({ passes }: SkillBeliefs, code: SkillCode): boolean =>
  (passes[INDEX.get(code) as number] as number) >= MET_PASSES;

/** How likely a skill by itself is clean at an easy tempo, or at another strain: what is meant by knowing it. */
export const skillChance = (
  { mean, covariance }: SkillBeliefs,
  code: SkillCode,
  strain: number = KNOWN_STRAIN,
): number => {
  const index = INDEX.get(code) as number;
  const logit = (mean[index] as number) - difficultyOf(code, strain);
  return moderate(logit, covariance[index * COUNT + index] as number);
};

/** Passes of one day at one tempo. */
export interface SkillAttempts {
  /** Days since 1970. */
  readonly day: number;
  readonly demand: FigureDemand;
  readonly tempo: number;
  readonly clean: number;
  readonly slipped: number;
  /** What a pass slipped on, where that is known: for each such pass, the skills of the place. */
  readonly slippedOn?: readonly (readonly SkillCode[])[];
}

/** Days without practice that add to the doubt, at most. */
const MOST_IDLE_DAYS = 60;

/** Days without practice: what was learnt fades towards a part of itself, and doubt grows. */
const rest = ({ mean, covariance, lastDay }: SkillBeliefs, codes: Iterable<SkillCode>, day: number): void => {
  for (const code of codes) {
    const index = INDEX.get(code) as number;
    const days = (lastDay[index] as number) < 0 ? 0 : Math.max(0, day - (lastDay[index] as number));
    if (days === 0) continue;
    const diagonal = index * COUNT + index;
    const idle = MASTERY_MODEL.idleVariance * Math.min(days, MOST_IDLE_DAYS);
    mean[index] = (mean[index] as number) - MASTERY_MODEL.forgetting * (1 - Math.exp(-days / MASTERY_MODEL.retention));
    covariance[diagonal] = (covariance[diagonal] as number) + idle;
    lastDay[index] = day;
  }
};

/**
 * What is believed on a day on which nothing may have been practised for a while. `day` counts from 1970.
 * @example
 * restUntil(createSkillBeliefs(), 20_000).mean[0] // => 0.5
 */
export const restUntil = (before: SkillBeliefs, day: number): SkillBeliefs => {
  const beliefs = copyOf(before);
  rest(beliefs, SKILL_CODES, day);
  return { ...beliefs, lastDay: before.lastDay };
};

interface Counted {
  readonly clean: number;
  readonly passes: number;
}

const NEWTON_STEPS = 8;

/** The log odds that a normal belief and counts of passes together speak for, and their variance. */
const settle = (logit: number, variance: number, { clean, passes }: Counted) => {
  let value = logit;
  for (let step = 0; step < NEWTON_STEPS; step += 1) {
    const chance = logistic(value);
    const slope = -1 / variance - passes * chance * (1 - chance);
    value -= Math.max(-2, Math.min(2, ((logit - value) / variance + clean - passes * chance) / slope));
  }
  const chance = logistic(value);
  return { value, variance: 1 / (1 / variance + passes * chance * (1 - chance)) };
};

/** Takes counts of passes at what some uses of a figure ask for into the belief. */
const observe = (beliefs: SkillBeliefs, demand: FigureDemand, tempo: number, counted: Counted): void => {
  if (demand.uses.length === 0 || counted.passes === 0) return;
  const { mean, covariance } = beliefs;
  const { shares, logit } = weigh(beliefs, demand, listDifficulties(demand, tempo));
  const along = covarianceWith(beliefs, demand, shares);
  const own = dot(demand, shares, along);
  const total = own + MASTERY_MODEL.formVariance;
  const after = settle(logit, total, counted);
  const shift = (after.value - logit) / total;
  const certainty = (1 - after.variance / total) / total;
  for (let row = 0; row < COUNT; row += 1) {
    const with_ = along[row] as number;
    mean[row] = (mean[row] as number) + with_ * shift;
    for (let column = 0; column < COUNT; column += 1)
      covariance[row * COUNT + column] =
        (covariance[row * COUNT + column] as number) - with_ * (along[column] as number) * certainty;
  }
};

/** Uses of a figure that are, or are not, among some skills. */
const part = (demand: FigureDemand, codes: ReadonlySet<SkillCode>, isAmong: boolean): FigureDemand => ({
  ...demand,
  uses: demand.uses.filter(({ code }) => codes.has(code) === isAmong),
});

/** A pass that slipped at a known place: what is there failed, and the rest held. */
const observeSlip = (beliefs: SkillBeliefs, { demand, tempo }: SkillAttempts, codes: readonly SkillCode[]): void => {
  const there = new Set(codes);
  observe(beliefs, part(demand, there, true), tempo, { clean: 0, passes: 1 });
  observe(beliefs, part(demand, there, false), tempo, { clean: 1, passes: 1 });
};

/**
 * What practising a figure adds to each of its skills in a pass: most where the pass is neither certain nor hopeless,
 * and to what fails most; attention is limited, so that it is shared out where much is asked at once.
 */
export const expectedGains = ({
  logit,
  probability,
  shares,
}: Pick<FigureOutlook, 'logit' | 'probability' | 'shares'>): readonly number[] => {
  const challenge = 4 * probability * (1 - probability);
  const attention = shares.map((share) => Math.sqrt(logistic(Math.log(share) - logit)));
  const shared = Math.max(
    1,
    attention.reduce((sum, one) => sum + one, 0),
  );
  return attention.map((one) => (MASTERY_MODEL.gainPerPass * challenge * one) / shared);
};

const learn = (beliefs: SkillBeliefs, { demand, tempo, clean, slipped, day }: SkillAttempts): void => {
  const passes = clean + slipped;
  const outlook = foreseeFigure(beliefs, demand, tempo);
  const gains = expectedGains(outlook);
  demand.uses.forEach(({ code }, place) => {
    const index = INDEX.get(code) as number;
    const diagonal = index * COUNT + index;
    beliefs.mean[index] = (beliefs.mean[index] as number) + passes * (gains[place] as number);
    beliefs.covariance[diagonal] = (beliefs.covariance[diagonal] as number) + MASTERY_MODEL.growthVariance * passes;
    beliefs.passes[index] = (beliefs.passes[index] as number) + passes;
    beliefs.lastDay[index] = day;
  });
};

/**
 * What is believed of a student after passes: an assumed-density filter over log odds in which the odds of failing of a
 * figure's skills add up; what is common to all skills and to those of a kind is learnt with each (partial pooling).
 * @example
 * followPractice(createSkillBeliefs(), []).mean[0] // => 0.5
 */
export const followPractice = (before: SkillBeliefs, attempts: readonly SkillAttempts[]): SkillBeliefs => {
  const beliefs = copyOf(before);
  for (const one of attempts) {
    if (one.demand.uses.length === 0 || one.clean + one.slipped === 0) continue;
    rest(
      beliefs,
      one.demand.uses.map(({ code }) => code),
      one.day,
    );
    const placed = (one.slippedOn ?? []).slice(0, one.slipped);
    placed.forEach((codes) => observeSlip(beliefs, one, codes));
    const passes = one.clean + one.slipped - placed.length;
    observe(beliefs, one.demand, one.tempo, { clean: one.clean, passes });
    learn(beliefs, one);
  }
  return beliefs;
};

/** What is believed of one skill, as it is shown. */
export interface SkillBelief {
  readonly code: SkillCode;
  /** Probability that it is clean by itself at half of an able adult's max tempo. */
  readonly chance: number;
  /** Standard deviation of the belief, in logits. */
  readonly doubt: number;
  readonly passes: number;
  /** Days since 1970; null where it was never practised. */
  readonly lastDay: number | null;
}

/**
 * What is believed of each skill, in the order of the catalogue.
 * @example
 * listSkillBeliefs(createSkillBeliefs())[0].passes // => 0
 */
export const listSkillBeliefs = (beliefs: SkillBeliefs): readonly SkillBelief[] =>
  SKILL_CODES.map((code, index) => ({
    code,
    chance: skillChance(beliefs, code),
    doubt: Math.sqrt(beliefs.covariance[index * COUNT + index] as number),
    passes: beliefs.passes[index] as number,
    lastDay: (beliefs.lastDay[index] as number) < 0 ? null : (beliefs.lastDay[index] as number),
  }));

/** Beliefs after so many expected passes of a figure, nothing observed: what a plan counts on. */
export const expectPractice = (
  before: SkillBeliefs,
  demand: FigureDemand,
  tempo: number,
  passes: number,
): SkillBeliefs => {
  const mean = before.mean.slice();
  let left = passes;
  while (left > 0) {
    const block = Math.min(10, left);
    const gains = expectedGains(foreseeFigure({ ...before, mean }, demand, tempo));
    demand.uses.forEach(({ code }, place) => {
      const index = INDEX.get(code) as number;
      mean[index] = (mean[index] as number) + block * (gains[place] as number);
    });
    left -= block;
  }
  return { ...before, mean };
};

/**
 * What may be believed of a group: of each skill what is believed of whoever has it least, with the doubt there is on
 * average. A plan made for it asks nobody for more than one thing that is new.
 */
export const mergeWeakest = (all: readonly SkillBeliefs[]): SkillBeliefs => {
  const [first, ...others] = all;
  if (!first) return createSkillBeliefs();
  const least = (pick: (one: SkillBeliefs) => Float64Array): Float64Array =>
    pick(first).map((value, index) => others.reduce((low, one) => Math.min(low, pick(one)[index] as number), value));
  return {
    mean: least(({ mean }) => mean),
    covariance: first.covariance.map(
      (_, place) => all.reduce((sum, { covariance }) => sum + (covariance[place] as number), 0) / all.length,
    ),
    passes: least(({ passes }) => passes),
    lastDay: least(({ lastDay }) => lastDay),
  };
};
