import { expectPractice, foreseeFigure, type SkillBeliefs } from '../mastery/mastery-model.ts';
import type { SkillCode } from '../skill.ts';
import {
  asksFor,
  passSeconds,
  suggestFigures,
  type CourseFigure,
  type CourseTarget,
  type SuggestionOptions,
} from './suggest-figures.ts';

/** What is practised in one week of a course. */
export interface CourseItem {
  readonly id: string;
  /** Beats per minute it begins at. */
  readonly tempo: number;
  readonly minutes: number;
  readonly newSkills: readonly SkillCode[];
}

/** One week of a course. */
export interface CourseWeek {
  /** Counted from 0. */
  readonly week: number;
  readonly items: readonly CourseItem[];
  /** Probability that the target is clean at its tempo, at the end of the week. */
  readonly chance: number;
}

/** A way to a target, week by week. */
export interface Course {
  readonly weeks: readonly CourseWeek[];
  /** The week in which the target is likely clean, counted from 0; null where the weeks are too few. */
  readonly reachedIn: number | null;
}

/** What a course is made for. */
export interface CourseOptions extends SuggestionOptions {
  readonly target: CourseTarget;
  readonly weeks: number;
  /** Minutes of practice in a week. */
  readonly minutes: number;
  /** What the student works on already: it comes first and stays. */
  readonly held?: readonly CourseItem[];
  /** The figures of that, where they are not among those that may be suggested. */
  readonly heldFigures?: readonly CourseFigure[];
}

/** The chance from which on a target counts as reached. */
export const REACHED_CHANCE = 0.8;

/** Figures in a week; a quarter of an hour each at least. */
const ITEMS = 3;
const LEAST_MINUTES = 15;

/** What practice does where it is not done as planned: half of it reaches the figure (est.). */
const USED_SHARE = 0.5;

const practise = (
  beliefs: SkillBeliefs,
  { demand }: CourseFigure,
  { tempo, minutes }: Pick<CourseItem, 'tempo' | 'minutes'>,
): SkillBeliefs =>
  expectPractice(beliefs, demand, tempo, Math.round((USED_SHARE * minutes * 60) / passSeconds(demand, tempo)));

const planWeek = (
  beliefs: SkillBeliefs,
  figures: ReadonlyMap<string, CourseFigure>,
  options: CourseOptions,
  held: readonly CourseItem[],
): { readonly items: readonly CourseItem[]; readonly after: SkillBeliefs } => {
  const wanted = Math.max(1, Math.min(ITEMS, Math.floor(options.minutes / LEAST_MINUTES)));
  const kept = held.slice(0, wanted);
  const declined = new Set([...(options.declined ?? []), ...kept.map(({ id }) => id)]);
  const heldAsk = new Set(kept.flatMap(({ id }) => figures.get(id) ?? []).map(asksFor));
  const offered = [...figures.values()].filter((figure) => !options.heldFigures?.includes(figure));
  const others = offered.filter((figure) => !heldAsk.has(asksFor(figure)));
  const chosen = suggestFigures(beliefs, others, {
    ...options,
    declined,
    count: wanted - kept.length,
  });
  const all = [...kept, ...chosen];
  const minutes = Math.round(options.minutes / Math.max(1, all.length));
  const items = all.map(({ id, tempo, newSkills }) => ({ id, tempo, newSkills, minutes }));
  const after = items.reduce((now, item) => {
    const figure = figures.get(item.id);
    return figure ? practise(now, figure, item) : now;
  }, beliefs);
  return { items, after };
};

/**
 * A course to a target: for each week what is practised, as learning is expected to go. It ends with the week in which
 * the target is likely clean, or with the weeks there are.
 * @example
 * planCourse(createSkillBeliefs(9), [], {
 *   target: { demand: createFigureDemand(createSkillFigure('p-i')), tempo: 60 },
 *   weeks: 4,
 *   minutes: 60,
 * }).reachedIn // => 0
 */
export const planCourse = (beliefs: SkillBeliefs, figures: readonly CourseFigure[], options: CourseOptions): Course => {
  const { target, weeks, held = [], heldFigures = [] } = options;
  const byId = new Map([...heldFigures, ...figures].map((figure) => [figure.id, figure]));
  const planned: CourseWeek[] = [];
  let now = beliefs;
  for (let week = 0; week < weeks; week += 1) {
    const { items, after } = planWeek(now, byId, options, week === 0 ? held : []);
    now = after;
    const chance = foreseeFigure(now, target.demand, target.tempo).probability;
    planned.push({ week, items, chance });
    if (chance >= REACHED_CHANCE) return { weeks: planned, reachedIn: week };
  }
  return { weeks: planned, reachedIn: null };
};
