import { sampleNormal, type RandomSource } from '../../sound/index.ts';
import { normalShare } from '../../statistics/index.ts';
import type { FigureDemand } from '../mastery/figure-demand.ts';
import { SKILLS, SKILL_CODES, getSkill, type SkillCode } from '../skill.ts';

/**
 * How somebody learns: gains that get smaller with every pass (Newell & Rosenbloom, in Anderson (ed.), Cognitive Skills
 * and Their Acquisition, 1981); nothing for long, then a jump (Gray & Lindstedt, Cognitive Science 41(7), 2017); or as
 * the first, of which a night takes a part, the more the more was practised the same day that is like it (retroactive
 * interference: Brashers-Krug, Shadmehr & Bizzi, Nature 382, 1996).
 */
export const LEARNING_LAWS = ['power', 'plateau', 'interference'] as const;

/** One of them. */
export type LearningLaw = (typeof LEARNING_LAWS)[number];

/** Somebody whose skills are known to nobody: none of the numbers here are those of the model that follows them. */
export interface SkillLearner {
  readonly law: LearningLaw;
  /** By skill, in probits at half of an able adult's max tempo. */
  readonly ability: Map<SkillCode, number>;
  readonly start: ReadonlyMap<SkillCode, number>;
  readonly effort: Map<SkillCode, number>;
  readonly today: Map<SkillCode, number>;
  /** How tempo weighs for this learner, and how much a pass teaches. */
  readonly slope: number;
  readonly talent: number;
  readonly lapses: number;
  /** How far this learner gains only from what mostly succeeds: 0 not at all, 1 wholly. */
  readonly needsSuccess: number;
  form: number;
}

const KIND_SPREAD = 0.4;
const OWN_SPREAD = 0.5;
const DIFFICULTY_SPREAD = 0.25;

/**
 * A learner drawn at random, at about a level in probits.
 * @example
 * drawLearner('power', createSeededRandom(1)).law // => 'power'
 */
export const drawLearner = (law: LearningLaw, random: RandomSource, level = 0.4): SkillLearner => {
  const whole = level + 0.5 * sampleNormal(random);
  const kinds = new Map<string, number>();
  const start = new Map(
    SKILLS.map(({ code, kind, difficulty }) => {
      if (!kinds.has(kind)) kinds.set(kind, KIND_SPREAD * sampleNormal(random));
      // What a skill costs this learner is not what the catalogue says.
      const own = 0.55 * difficulty + DIFFICULTY_SPREAD * sampleNormal(random);
      return [code, whole + (kinds.get(kind) as number) + OWN_SPREAD * sampleNormal(random) - own] as const;
    }),
  );
  return {
    law,
    start,
    ability: new Map(start),
    effort: new Map(SKILL_CODES.map((code) => [code, 0])),
    today: new Map(),
    slope: 2 + 2 * random(),
    talent: Math.exp(0.4 * sampleNormal(random)),
    lapses: 0.04 * random(),
    needsSuccess: random(),
    form: 0,
  };
};

/** How likely each use of a figure holds at a tempo. */
const chancesOf = (learner: SkillLearner, { uses, tempo: written }: FigureDemand, tempo: number): readonly number[] =>
  uses.map(({ code, strain }) => {
    const hurry = learner.slope * Math.log(Math.max(0.1, (strain * tempo) / written) / 0.5);
    return normalShare((learner.ability.get(code) ?? 0) + learner.form - hurry);
  });

const EFFORT = { pace: 12, gain: 0.75, jump: 0.02, height: 0.9, jumps: 3, night: 0.2, alike: 0.5 } as const;

const gainByLaw: Readonly<
  Record<LearningLaw, (learner: SkillLearner, code: SkillCode, amount: number, random: RandomSource) => number>
> = {
  power: ({ effort }, code, amount) => {
    const before = effort.get(code) as number;
    return EFFORT.gain * (Math.log(1 + (before + amount) / EFFORT.pace) - Math.log(1 + before / EFFORT.pace));
  },
  plateau: ({ ability, start }, code, amount, random) => {
    const risen = (ability.get(code) as number) - (start.get(code) as number);
    const isJump = risen < EFFORT.jumps * EFFORT.height && random() < EFFORT.jump * amount;
    return isJump ? EFFORT.height : 0.002 * amount;
  },
  interference: (learner, code, amount, random) => gainByLaw.power(learner, code, amount, random),
};

/** Where the normal distribution function has a value. */
const normalQuantile = (share: number): number => {
  let [low, high] = [-4, 4];
  for (let step = 0; step < 30; step += 1) {
    const middle = (low + high) / 2;
    if (normalShare(middle) < share) low = middle;
    else high = middle;
  }
  return low;
};

/** What is learnt whatever happens, and what more where a pass is neither sure nor hopeless. */
const CHALLENGE = { least: 0.15, most: 0.85 } as const;

/**
 * How much a pass teaches by how likely it is clean: most halfway (Guadagnoli & Lee, J. Mot. Behav. 36(2), 2004), or
 * most at 84 per cent and nothing below a half (Wilson et al., Nature Communications 10, 4646, 2019).
 */
const challengeOf = ({ needsSuccess }: SkillLearner, clean: number): number => {
  const z = Math.max(0, normalQuantile(clean));
  const mostly = z * Math.exp((1 - z * z) / 2);
  return CHALLENGE.least + CHALLENGE.most * ((1 - needsSuccess) * 4 * clean * (1 - clean) + needsSuccess * mostly);
};

/**
 * One pass: whether it was clean, and what was learnt by it.
 * @example
 * playPass(drawLearner('power', () => 0.5), { tempo: 60, seconds: 4, uses: [] }, 60, () => 0) // => true
 */
export const playPass = (learner: SkillLearner, demand: FigureDemand, tempo: number, random: RandomSource): boolean => {
  const chances = chancesOf(learner, demand, tempo);
  const clean = chances.reduce((product, one) => product * one, 1 - learner.lapses);
  const isClean = random() < clean;
  const challenge = challengeOf(learner, clean);
  const attention = chances.map((chance) => Math.sqrt(1 - chance));
  // Attention is limited: what much is asked of is shared out (Wulf & Shea, Psychonomic Bulletin & Review 9(2), 2002).
  const shared = Math.max(
    1,
    attention.reduce((sum, one) => sum + one, 0),
  );
  demand.uses.forEach(({ code }, place) => {
    const amount = (learner.talent * challenge * (attention[place] as number)) / shared;
    const gain = gainByLaw[learner.law](learner, code, amount, random);
    learner.effort.set(code, (learner.effort.get(code) as number) + amount);
    learner.today.set(code, (learner.today.get(code) ?? 0) + gain);
    learner.ability.set(code, (learner.ability.get(code) as number) + gain);
  });
  return isClean;
};

/** What of a skill's gains of the day a night takes: more where others of its kind were practised beside it. */
const lossOf = ({ today }: SkillLearner, code: SkillCode): number => {
  const { kind } = getSkill(code);
  const alike = [...today].filter(([other]) => getSkill(other).kind === kind);
  const all = alike.reduce((sum, [, gain]) => sum + Math.max(0, gain), 0);
  const own = Math.max(0, today.get(code) ?? 0);
  return all === 0 ? 0 : EFFORT.night + (EFFORT.alike * (all - own)) / all;
};

/**
 * A night: a new day's form, and for those who forget over it, a part of the day's gains.
 * @example
 * sleep(drawLearner('power', () => 0.5), () => 0.5) // => undefined
 */
export const sleep = (learner: SkillLearner, random: RandomSource): void => {
  if (learner.law === 'interference')
    for (const [code, gain] of learner.today)
      learner.ability.set(code, (learner.ability.get(code) as number) - lossOf(learner, code) * Math.max(0, gain));
  learner.today.clear();
  learner.form = 0.15 * sampleNormal(random);
};
