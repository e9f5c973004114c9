import type { FigureSuggestion, SkillCode, SkillState } from '@fleet-wren/core';
import { say, sayList } from '@fleet-wren/wording';
import { nameOfSkill } from '../components/skills/skill-name.ts';

const STATE_TEXTS: Readonly<Record<SkillState, string>> = {
  known: say('course.state-known'),
  begun: say('course.state-begun'),
  next: say('course.state-next'),
  later: say('course.state-later'),
};

/** How a skill stands, in a word. */
export const stateText = (state: SkillState): string => STATE_TEXTS[state];

/** The name of a skill inside a sentence. */
export const skillInSentence = (code: SkillCode): string => {
  const name = nameOfSkill(code);
  return name.charAt(0).toLowerCase() + name.slice(1);
};

/** Names of skills in a row, inside a sentence. */
export const listSkillNames = (codes: readonly SkillCode[]): string => sayList(codes.map(skillInSentence));

/** A probability in whole per cent: never wholly sure, never hopeless. */
export const toPercent = (chance: number): number => Math.max(1, Math.min(99, Math.round(100 * chance)));

/** Skills a sentence names at most. */
const NAMED = 2;

/** What is new in a figure, or what it practises, in a sentence. */
export const whatIsNew = ({ newSkills: [fresh], practises }: FigureSuggestion): string => {
  if (fresh && practises.length === 1) return say('course.only-new', { skill: skillInSentence(fresh) });
  if (fresh) return say('course.one-new', { skill: skillInSentence(fresh) });
  return say('course.nothing-new', { skills: listSkillNames(practises.slice(0, NAMED)) });
};
