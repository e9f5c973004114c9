import type { Pattern } from '../pattern/index.ts';
import { createFigureDemand, type FigureDemand } from './mastery/figure-demand.ts';
import { createSkillBeliefs, foreseeFigure } from './mastery/mastery-model.ts';
import { SKILL_CODES, type SkillCode } from './skill.ts';
import type { StudyFigure } from './study-skills.ts';

/** Which patterns teach a skill. */
export interface SkillCoverage {
  readonly code: SkillCode;
  readonly count: number;
  /** The easiest of them; null where there is none. */
  readonly easiest: string | null;
}

/** What some patterns teach, and which of them say the same. */
export interface Coverage {
  readonly skills: readonly SkillCoverage[];
  /** Ids of patterns that are played alike, whatever their name, tempo and chord. */
  readonly alike: readonly (readonly string[])[];
}

interface Weighed {
  readonly id: string;
  readonly demand: FigureDemand;
  /** Log odds that somebody nothing is known of plays it cleanly at its tempo. */
  readonly ease: number;
}

/** How a pattern is played: which string when, and what is marked, without name, tempo and chord. */
const playedAs = ({ strokes, metre, school, swing, cyclic }: Pattern): string =>
  JSON.stringify([
    ...[metre, school, swing ?? 50, cyclic],
    strokes.map(({ id: _id, fret: _fret, fretted: _fretted, role: _role, ...stroke }) => stroke),
  ]);

const groupAlike = (figures: readonly StudyFigure[]): readonly (readonly string[])[] => {
  const groups = new Map<string, string[]>();
  for (const { id, pattern } of figures) {
    if (pattern.strokes.length === 0) continue;
    const key = playedAs(pattern);
    groups.set(key, [...(groups.get(key) ?? []), id]);
  }
  return [...groups.values()].filter((group) => group.length > 1);
};

/**
 * What some patterns teach: for each skill how many need it and which of them is easiest, and which are played alike.
 * @example
 * studyCoverage([{ id: 'a', pattern: createSkillFigure('p-i') }]).skills.find(({ code }) => code === 'p-i').easiest
 * // => 'a'
 */
export const studyCoverage = (figures: readonly StudyFigure[]): Coverage => {
  const nobody = createSkillBeliefs();
  const weighed = figures.map(({ id, pattern }): Weighed => {
    const demand = createFigureDemand(pattern);
    return { id, demand, ease: foreseeFigure(nobody, demand).logit };
  });
  const skills = SKILL_CODES.map((code): SkillCoverage => {
    const teaching = weighed.filter(({ demand }) => demand.uses.some((use) => use.code === code));
    const easiest = [...teaching].sort((a, b) => b.ease - a.ease)[0];
    return { code, count: teaching.length, easiest: easiest?.id ?? null };
  });
  return { skills, alike: groupAlike(figures) };
};
