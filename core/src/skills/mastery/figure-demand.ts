import type { FingeringOptions } from '../../fingering/index.ts';
import type { Pattern } from '../../pattern/index.ts';
import { durationInSeconds, flattenScore } from '../../score/index.ts';
import { listSkillUses } from '../list-skill-uses.ts';
import { getSkill, type SkillCode } from '../skill.ts';
import type { SkillUse } from '../skill-use.ts';

/** What a figure asks of a hand, as far as it can be measured: plain data that can be kept with the figure. */
export interface FigureDemand {
  /** Beats per minute at which the strains hold; they grow with the tempo. */
  readonly tempo: number;
  /** Seconds one time through takes at that tempo. */
  readonly seconds: number;
  readonly uses: readonly Pick<SkillUse, 'code' | 'strain'>[];
}

/**
 * What a pattern asks of a hand.
 * @example
 * createFigureDemand(valueOrThrow(parseStringNotation('6 4 6 4', { subdivision: 1 })).pattern).uses.length // => 1
 */
export const createFigureDemand = (pattern: Pattern, options: FingeringOptions = {}): FigureDemand => ({
  tempo: pattern.tempo,
  seconds: durationInSeconds(flattenScore(pattern)),
  uses: listSkillUses(pattern, options).map(({ code, strain }) => ({ code, strain })),
});

/**
 * How tempo weighs: by how many logits a place gets harder when the tempo grows e-fold, and the share of an able
 * adult's max tempo at which a skill has the difficulty of the catalogue; below `least` slower is no easier (est.).
 */
const TEMPO_WEIGHT = { slope: 6, reference: 0.5, least: 0.15 } as const;

/** Logits by which one use is harder than a steady thumb at half the max tempo. */
export const difficultyOf = (code: SkillCode, strain: number): number =>
  getSkill(code).difficulty +
  TEMPO_WEIGHT.slope * Math.log(Math.max(TEMPO_WEIGHT.least, strain) / TEMPO_WEIGHT.reference);

/** How hard each use of a figure is at a tempo, in logits. */
export const listDifficulties = ({ uses, tempo: written }: FigureDemand, tempo: number): readonly number[] =>
  uses.map(({ code, strain }) => difficultyOf(code, (strain * tempo) / written));
