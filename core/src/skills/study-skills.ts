import { PATTERN_LIBRARY } from '../library/index.ts';
import type { Pattern } from '../pattern/index.ts';
import type { AttemptSummary } from '../practice/index.ts';
import { planCourse, type Course, type CourseItem } from './course/plan-course.ts';
import { listMissingSkills, listSkillStates, type SkillState } from './course/skill-states.ts';
import {
  suggestFigures,
  type CourseFigure,
  type CourseTarget,
  type FigureSuggestion,
  type SuggestionOptions,
} from './course/suggest-figures.ts';
import { createFigureDemand, type FigureDemand } from './mastery/figure-demand.ts';
import {
  createSkillBeliefs,
  followPractice,
  foreseeFigure,
  listSkillBeliefs,
  mergeWeakest,
  restUntil,
  type SkillAttempts,
  type SkillBelief,
  type SkillBeliefs,
} from './mastery/mastery-model.ts';
import { listSkillAttempts, type PractisedPattern } from './mastery/practice-evidence.ts';
import { createSkillFigure } from './skill-figures.ts';
import { SKILLS, SKILL_CODES, withPrerequisites, type SkillCode } from './skill.ts';

/** A pattern that may be suggested, under an id. */
export interface StudyFigure {
  readonly id: string;
  readonly pattern: Pattern;
}

/** What is known of a student, and what is asked. */
export interface SkillStudyRequest {
  readonly practised: readonly PractisedPattern[];
  readonly attempts: readonly AttemptSummary[];
  /** Skills the teacher says the student has. */
  readonly known: readonly string[];
  /** Days since 1970. */
  readonly today: number;
  /** What is to be reached, at its tempo; null for nothing in particular. */
  readonly target: StudyFigure | null;
  /** The studio's own patterns. */
  readonly figures: readonly StudyFigure[];
  readonly declined: readonly string[];
  /** Skills that are not wanted for now. */
  readonly declinedSkills?: readonly string[];
  /** The chance of a clean pass figures are set to, where it is not the usual. */
  readonly aim?: number;
  readonly weeks: number;
  /** Minutes of practice in a week. */
  readonly minutes: number;
  /** What the student works on already. */
  readonly held: readonly CourseItem[];
  /** Figures of that which are not among the studio's own. */
  readonly heldFigures?: readonly StudyFigure[];
}

/** What a target asks for, and how far the student is from it. */
export interface TargetStudy {
  readonly uses: readonly SkillCode[];
  readonly missing: readonly SkillCode[];
  /** Probability of a clean pass at its tempo today. */
  readonly chance: number;
  readonly course: Course;
}

/** What is believed of a student's skills, and what to practise next. */
export interface SkillStudy {
  readonly beliefs: readonly SkillBelief[];
  readonly states: Readonly<Record<SkillCode, SkillState>>;
  /** Whether anything was ever practised or marked. */
  readonly isHeard: boolean;
  readonly target: TargetStudy | null;
  readonly suggestions: readonly FigureSuggestion[];
}

/** What the ids of figures begin with that every studio has. */
export const SHARED_FIGURES = { library: 'library:', skill: 'skill:' } as const;

const shared: { figures?: readonly CourseFigure[] } = {};

/** Figures of the shelf and of skills: worked out once. */
const listSharedFigures = (): readonly CourseFigure[] =>
  (shared.figures ??= [
    ...PATTERN_LIBRARY.map(({ key, pattern }) => ({
      id: SHARED_FIGURES.library + key,
      demand: createFigureDemand(pattern),
    })),
    ...SKILL_CODES.map((code) => ({
      id: SHARED_FIGURES.skill + code,
      demand: createFigureDemand(createSkillFigure(code)),
    })),
  ]);

/**
 * The pattern of a figure that every studio has, by its id; undefined for one that is the studio's own.
 * @example
 * findSharedFigure('skill:p-i').strokes.length // => 2
 */
export const findSharedFigure = (id: string): Pattern | undefined => {
  const code = SKILL_CODES.find((one) => id === SHARED_FIGURES.skill + one);
  if (code) return createSkillFigure(code);
  return PATTERN_LIBRARY.find(({ key }) => id === SHARED_FIGURES.library + key)?.pattern;
};

/** A teacher's word for a skill weighs like so many clean passes at half of an able adult's max tempo (est.). */
const WORD = { passes: 15, strain: 0.5, tempo: 60 } as const;

const wordFor = (code: SkillCode, day: number): SkillAttempts => ({
  day,
  demand: { tempo: WORD.tempo, seconds: 4, uses: [{ code, strain: WORD.strain }] },
  tempo: WORD.tempo,
  clean: WORD.passes,
  slipped: 0,
});

/** What is known of a student's practice, and up to which day. */
type PracticeKnown = Pick<SkillStudyRequest, 'practised' | 'attempts' | 'known' | 'today'>;

const believe = ({ practised, attempts, known, today }: PracticeKnown): SkillBeliefs => {
  const words = SKILL_CODES.filter((code) => known.includes(code)).map((code) => wordFor(code, today));
  const practice = followPractice(createSkillBeliefs(), listSkillAttempts(practised, attempts));
  return followPractice(restUntil(practice, today), words);
};

/**
 * How skills stand as it is shown. Known is what was practised or marked, and what comes before that; begun is only
 * what was practised, however likely the rest is there too.
 */
const listShownStates = (beliefs: SkillBeliefs): Readonly<Record<SkillCode, SkillState>> => {
  const states = listSkillStates(beliefs);
  const practised = listSkillBeliefs(beliefs).flatMap(({ code, passes }) => (passes > 0 ? [code] : []));
  const known = new Set(withPrerequisites(practised.filter((code) => states.get(code) === 'known')));
  const begun = new Set(practised);
  const shown = SKILLS.map(({ code, needs }): readonly [SkillCode, SkillState] => {
    if (known.has(code)) return [code, 'known'];
    if (begun.has(code)) return [code, 'begun'];
    return [code, needs.every((need) => known.has(need) || begun.has(need)) ? 'next' : 'later'];
  });
  return Object.fromEntries(shown) as Record<SkillCode, SkillState>;
};

/** What is asked of a student's practice between two days. */
export interface SkillHistoryRequest extends PracticeKnown {
  /** Days since 1970: what was practised that day and before does not count as new. */
  readonly since: number;
}

/** A skill that stands better than it did. */
export interface SkillGain {
  readonly code: SkillCode;
  readonly from: SkillState;
  readonly to: SkillState;
}

const RANKS: Readonly<Record<SkillState, number>> = { later: 0, next: 1, begun: 2, known: 3 };

/**
 * The skills that were begun or became known since a day, in the order they are learned.
 * @example
 * listSkillGains({ practised: [], attempts: [], known: [], today: 20_000, since: 19_900 }) // => []
 */
export const listSkillGains = ({ since, ...request }: SkillHistoryRequest): readonly SkillGain[] => {
  const earlier = request.attempts.filter(({ day }) => day <= since);
  const before = listShownStates(believe({ ...request, attempts: earlier, today: since }));
  const now = listShownStates(believe(request));
  return SKILL_CODES.map((code): SkillGain => ({ code, from: before[code], to: now[code] })).filter(
    ({ from, to }) => RANKS[to] > RANKS[from] && RANKS[to] >= RANKS.begun,
  );
};

/** What the teacher wants and does not want to have suggested. */
const wishesOf = ({
  declined,
  declinedSkills = [],
  aim,
}: Pick<SkillStudyRequest, 'declined' | 'declinedSkills' | 'aim'>): SuggestionOptions => ({
  declined: new Set(declined),
  declinedSkills: new Set(SKILL_CODES.filter((code) => declinedSkills.includes(code))),
  aim,
});

const studyTarget = (
  beliefs: SkillBeliefs,
  figures: readonly CourseFigure[],
  target: CourseTarget,
  { weeks, minutes, held, heldFigures = [], ...request }: SkillStudyRequest,
): TargetStudy => ({
  uses: target.demand.uses.map(({ code }) => code),
  missing: listMissingSkills(beliefs, target.demand),
  chance: foreseeFigure(beliefs, target.demand, target.tempo).probability,
  course: planCourse(beliefs, figures, {
    target,
    weeks,
    minutes,
    held,
    heldFigures: heldFigures.map(({ id, pattern }) => ({ id, demand: demandOf(pattern) })),
    ...wishesOf(request),
  }),
});

/** Figures to choose among: one that asks for the same is not offered twice. */
const listFigures = ({ figures, target }: SkillStudyRequest): readonly CourseFigure[] => {
  const own = [...(target ? [target] : []), ...figures.filter(({ id }) => id !== target?.id)];
  return [...own.map(({ id, pattern }) => ({ id, demand: demandOf(pattern) })), ...listSharedFigures()];
};

const demands = new WeakMap<Pattern, FigureDemand>();

const demandOf = (pattern: Pattern): FigureDemand => {
  const demand = demands.get(pattern) ?? createFigureDemand(pattern);
  demands.set(pattern, demand);
  return demand;
};

const SUGGESTIONS = 4;

/**
 * What is believed of a student's skills after all practice there was, what is next, and the way to a target.
 * @example
 * studySkills({
 *   practised: [],
 *   attempts: [],
 *   known: [],
 *   today: 20_000,
 *   target: null,
 *   figures: [],
 *   declined: [],
 *   weeks: 0,
 *   minutes: 0,
 *   held: [],
 * }).isHeard // => false
 */
export const studySkills = (request: SkillStudyRequest): SkillStudy => {
  const beliefs = believe(request);
  const figures = listFigures(request);
  const { target: piece } = request;
  const target = piece ? { demand: demandOf(piece.pattern), tempo: piece.pattern.tempo } : undefined;
  return {
    beliefs: listSkillBeliefs(beliefs),
    states: listShownStates(beliefs),
    isHeard: request.attempts.length > 0 || request.known.length > 0,
    target: target ? studyTarget(beliefs, figures, target, request) : null,
    suggestions: suggestFigures(beliefs, figures, { target, ...wishesOf(request), count: SUGGESTIONS }),
  };
};

/**
 * A course for a class or an ensemble toward the target of the first request: planned for whoever has each skill least,
 * with what none of the teachers' words about its members rules out. Null where there is no target or nobody.
 * @example
 * studyGroup([]) // => null
 */
export const studyGroup = (requests: readonly SkillStudyRequest[]): TargetStudy | null => {
  const [first] = requests;
  if (!first?.target) return null;
  const beliefs = mergeWeakest(requests.map(believe));
  const target = { demand: demandOf(first.target.pattern), tempo: first.target.pattern.tempo };
  const declined = [...new Set(requests.flatMap((one) => one.declined))];
  const declinedSkills = [...new Set(requests.flatMap((one) => one.declinedSkills ?? []))];
  const together = { ...first, declined, declinedSkills, held: [], heldFigures: [] };
  return studyTarget(beliefs, listFigures(first), target, together);
};
