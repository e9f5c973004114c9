import type { SkillCode } from './skill.ts';

/** A place where a figure needs a skill: the strokes that ask for it, the last of them where it shows. */
export interface SkillPlace {
  readonly code: SkillCode;
  readonly strokeIds: readonly string[];
}

/** A skill a figure needs. */
export interface SkillUse {
  readonly code: SkillCode;
  /** In how many places. */
  readonly count: number;
  /** Share of the time there is that its tightest place takes, at the figure's tempo and for an able adult. */
  readonly strain: number;
  /** Seconds from the stroke before to the tightest place; null where nothing is timed. */
  readonly seconds: number | null;
  /** The strokes of its places, each once, in order. */
  readonly strokeIds: readonly string[];
}
