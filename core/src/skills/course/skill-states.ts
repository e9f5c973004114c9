import { isMet, skillChance, type SkillBeliefs } from '../mastery/mastery-model.ts';
import { SKILLS, SKILL_CODES, getSkill, withPrerequisites, type SkillCode } from '../skill.ts';
import type { FigureDemand } from '../mastery/figure-demand.ts';

/**
 * How a skill stands with a student: known; begun, practised a little or likely half there; next, because all that
 * comes before it is known or begun; or later.
 */
export type SkillState = 'known' | 'begun' | 'next' | 'later';

/** The chance of a clean pass from which on a skill is known (est.). */
const KNOWN_CHANCE = 0.8;

/** The chance below which a skill nobody has seen yet is new to a student (est.). */
const NEW_CHANCE = 0.65;

/**
 * How each skill stands.
 * @example
 * listSkillStates(createSkillBeliefs()).get('thumb-steady') // => 'begun'
 */
export const listSkillStates = (beliefs: SkillBeliefs): ReadonlyMap<SkillCode, SkillState> => {
  const known = new Set(SKILL_CODES.filter((code) => skillChance(beliefs, code) >= KNOWN_CHANCE));
  const has = (code: SkillCode): boolean => isMet(beliefs, code) || skillChance(beliefs, code) >= NEW_CHANCE;
  return new Map(
    SKILLS.map(({ code, needs }) => {
      if (known.has(code)) return [code, 'known'];
      if (has(code)) return [code, 'begun'];
      return [code, needs.every(has) ? 'next' : 'later'];
    }),
  );
};

/**
 * The skills a figure needs that a student does not have, with what has to come before them, in that order.
 * @example
 * listMissingSkills(createSkillBeliefs(5), createFigureDemand(createSkillFigure('thumb-steady'))) // => []
 */
export const listMissingSkills = (beliefs: SkillBeliefs, { uses }: FigureDemand): readonly SkillCode[] =>
  withPrerequisites(uses.map(({ code }) => code)).filter((code) => skillChance(beliefs, code) < KNOWN_CHANCE);

/** Weight of what has to come before a skill, against the skill itself (est.). */
const BEFORE = 0.4;

/** How much each skill counts toward a figure: its share of what can fail, and something for what comes before it. */
export const weighByTarget = ({ uses }: FigureDemand, shares: readonly number[]): ReadonlyMap<SkillCode, number> => {
  const weights = new Map<SkillCode, number>();
  const add = (code: SkillCode, weight: number): void => {
    weights.set(code, (weights.get(code) ?? 0) + weight);
    if (weight > 0.01) for (const need of getSkill(code).needs) add(need, weight * BEFORE);
  };
  uses.forEach(({ code }, place) => add(code, shares[place] as number));
  return weights;
};
