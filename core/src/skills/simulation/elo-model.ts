import { SKILL_CODES, type SkillCode } from '../skill.ts';
import { listDifficulties, type FigureDemand } from '../mastery/figure-demand.ts';
import { MASTERY_MODEL, type SkillAttempts } from '../mastery/mastery-model.ts';

/**
 * The simpler model that the one in use is compared with: Elo ratings whose steps get smaller with what is known
 * (Pelánek, Computers & Education 98, 2016), a figure being as hard as its skills are on average.
 * @example
 * new EloRatings().foresee({ tempo: 60, seconds: 4, uses: [] }, 60) // => 0.5
 */
export class EloRatings {
  private readonly ratings = new Map<SkillCode, number>(SKILL_CODES.map((code) => [code, MASTERY_MODEL.level]));
  private readonly counts = new Map<SkillCode, number>();

  /** Probability of a clean pass. */
  foresee(demand: FigureDemand, tempo: number): number {
    const margins = listDifficulties(demand, tempo).map(
      (difficulty, place) => (this.ratings.get((demand.uses[place] as { code: SkillCode }).code) ?? 0) - difficulty,
    );
    const mean = margins.reduce((sum, one) => sum + one, 0) / Math.max(1, margins.length);
    return 1 / (1 + Math.exp(-mean));
  }

  observe({ demand, tempo, clean, slipped }: SkillAttempts): void {
    const surprise = clean - (clean + slipped) * this.foresee(demand, tempo);
    for (const { code } of demand.uses) {
      const count = this.counts.get(code) ?? 0;
      const step = 1 / (1 + 0.05 * count);
      this.ratings.set(code, (this.ratings.get(code) ?? 0) + (step * surprise) / Math.max(1, clean + slipped));
      this.counts.set(code, count + clean + slipped);
    }
  }
}
