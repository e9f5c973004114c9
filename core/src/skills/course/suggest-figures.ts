import { SUGGESTION_AIM } from '../../practice/index.ts';
import type { FigureDemand } from '../mastery/figure-demand.ts';
import { expectPractice, expectedGains, foreseeFigure, type SkillBeliefs } from '../mastery/mastery-model.ts';
import type { SkillCode } from '../skill.ts';
import { listSkillStates, weighByTarget, type SkillState } from './skill-states.ts';

/** A figure that could be practised. */
export interface CourseFigure {
  readonly id: string;
  readonly demand: FigureDemand;
}

/** What is to be reached: a figure at a tempo. */
export interface CourseTarget {
  readonly demand: FigureDemand;
  /** Beats per minute. */
  readonly tempo: number;
}

/** A figure that is worth practising now. */
export interface FigureSuggestion {
  readonly id: string;
  /** Beats per minute at which it is neither too easy nor too hard. */
  readonly tempo: number;
  /** Beats per minute it is worth taking it to. */
  readonly fastest: number;
  /** Probability of a clean pass at the tempo it begins with. */
  readonly chance: number;
  /** Skills in it that are not known yet: none or one. */
  readonly newSkills: readonly SkillCode[];
  /** What it practises most toward the target, the most first. */
  readonly practises: readonly SkillCode[];
  /** Minutes until it is likely clean, at most an hour. */
  readonly minutes: number;
  /** What a minute of it adds toward the target, for comparison only. */
  readonly gain: number;
}

/** How far from its aim a chance is still worth practising at (.70 to .85 about .78; challenge point; est.). */
const WORTHWHILE = { below: 0.08, above: 0.07 } as const;

/** How slow a figure may be taken: a share of its tempo, and beats a minute. */
const SLOWEST = { share: 0.4, tempo: 30 } as const;

/** Seconds between two passes, and times a figure is gone round in one (est.). */
export const PASS = { pause: 4, rounds: 2 } as const;

/** Seconds one pass of a figure takes at a tempo, with the pause after it. */
export const passSeconds = ({ seconds, tempo: written }: FigureDemand, tempo: number): number =>
  (PASS.rounds * seconds * written) / tempo + PASS.pause;

const STEPS = 12;

/** The tempo at which a figure has the chance it should have, or the nearest to it that it may be taken at. */
const findTempo = (beliefs: SkillBeliefs, demand: FigureDemand, fastest: number, aim: number): number => {
  const chanceAt = (tempo: number): number => foreseeFigure(beliefs, demand, tempo).probability;
  const slowest = Math.min(fastest, Math.max(SLOWEST.tempo, demand.tempo * SLOWEST.share));
  if (chanceAt(fastest) >= aim) return Math.floor(fastest);
  if (chanceAt(slowest) <= aim) return Math.ceil(slowest);
  let [low, high] = [slowest, fastest];
  for (let step = 0; step < STEPS; step += 1) {
    const middle = (low + high) / 2;
    if (chanceAt(middle) >= aim) low = middle;
    else high = middle;
  }
  return Math.floor(low);
};

const isWorthwhile = ({ chance }: Pick<FigureSuggestion, 'chance'>, aim: number): boolean =>
  chance >= aim - WORTHWHILE.below && chance <= aim + WORTHWHILE.above;

/** The strain a figure may always be taken to, however slow it is written. */
const USUAL_STRAIN = 0.5;

/** How far beyond its written tempo a figure is taken where nothing in particular is to be reached. */
const OPEN_REACH = 1.35;

/** The quickest a figure is worth practising: as tight as what it has in common with the target. */
const fastestTempo = ({ tempo, uses }: FigureDemand, target: CourseTarget | undefined): number => {
  if (!target) return tempo * OPEN_REACH;
  const wanted = new Map(target.demand.uses.map(({ code, strain }) => [code, strain]));
  const share = target.tempo / target.demand.tempo;
  const goal = Math.max(USUAL_STRAIN, ...uses.map(({ code }) => (wanted.get(code) ?? 0) * share));
  const tightest = Math.max(...uses.map(({ strain }) => strain));
  return Math.min(MAX_TEMPO, tempo * Math.max(1, goal / tightest));
};

const MAX_TEMPO = 240;
const LIKELY = 0.9;
const MOST_MINUTES = 60;
const BLOCK = 10;

/** Minutes until a figure is likely clean at a tempo, if the student learns as is expected. */
const expectMinutes = (beliefs: SkillBeliefs, demand: FigureDemand, tempo: number): number => {
  const seconds = passSeconds(demand, tempo);
  let now = beliefs;
  let passes = 0;
  while (passes * seconds < MOST_MINUTES * 60 && foreseeFigure(now, demand, tempo).probability < LIKELY) {
    now = expectPractice(now, demand, tempo, BLOCK);
    passes += BLOCK;
  }
  return Math.max(5, Math.min(MOST_MINUTES, Math.round((passes * seconds) / 60)));
};

/** What each skill is worth where nothing in particular is to be reached: what is next. */
const OPEN_GOAL: Readonly<Record<SkillState, number>> = { known: 0.02, begun: 1, next: 1, later: 0.2 };

/** What is taken into account when figures are suggested. */
export interface SuggestionOptions {
  readonly target?: CourseTarget;
  /** How many to suggest; three where it is not said. */
  readonly count?: number;
  /** Figures that are not wanted. */
  readonly declined?: ReadonlySet<string>;
  /** Skills the teacher does not want now. */
  readonly declinedSkills?: ReadonlySet<SkillCode>;
  /** The chance of a clean pass figures are set to; the usual where it is not said. */
  readonly aim?: number;
}

/** Whether a figure brings a skill that is not wanted now, or is for nothing more than for such a one. */
const isDeclined = ({ newSkills, practises: [most] }: Rated, declined: ReadonlySet<SkillCode>): boolean =>
  newSkills.some((code) => declined.has(code)) || (most !== undefined && declined.has(most));

const worthOfSkills = (
  beliefs: SkillBeliefs,
  states: ReadonlyMap<SkillCode, SkillState>,
  target: CourseTarget | undefined,
): ReadonlyMap<SkillCode, number> => {
  if (!target) return new Map([...states].map(([code, state]) => [code, OPEN_GOAL[state]]));
  return weighByTarget(target.demand, foreseeFigure(beliefs, target.demand, target.tempo).shares);
};

const isNew = (state: SkillState | undefined): boolean => state === 'next' || state === 'later';

interface Rated extends Omit<FigureSuggestion, 'minutes'> {
  readonly demand: FigureDemand;
}

const rate = (
  beliefs: SkillBeliefs,
  { id, demand }: CourseFigure,
  states: ReadonlyMap<SkillCode, SkillState>,
  worth: ReadonlyMap<SkillCode, number>,
  { fastest, aim }: { readonly fastest: number; readonly aim: number },
): Rated | undefined => {
  const newSkills = demand.uses.map(({ code }) => code).filter((code) => isNew(states.get(code)));
  if (newSkills.length > 1 || newSkills.some((code) => states.get(code) === 'later')) return undefined;
  const tempo = findTempo(beliefs, demand, fastest, aim);
  const outlook = foreseeFigure(beliefs, demand, tempo);
  const gains = expectedGains(outlook);
  const parts = demand.uses.map(({ code }, place) => ({
    code,
    gain: (worth.get(code) ?? 0) * (gains[place] as number),
  }));
  const perPass = parts.reduce((sum, { gain }) => sum + gain, 0);
  return {
    id,
    demand,
    tempo,
    fastest: Math.round(fastest),
    chance: outlook.probability,
    newSkills,
    practises: [...parts].sort((a, b) => b.gain - a.gain).map(({ code }) => code),
    gain: (perPass * 60) / passSeconds(demand, tempo),
  };
};

/** The share of the best figure's gain below which another is not worth its minutes. */
const LEAST_GAIN = 0.5;

/** The share of skills in common from which on two figures are alike, and what the second is worth beside the first. */
const ALIKE = { share: 0.65, worth: 0.4 } as const;

const areAlike = (a: Rated, b: Rated): boolean => {
  const own = new Set(a.demand.uses.map(({ code }) => code));
  const common = b.demand.uses.filter(({ code }) => own.has(code)).length;
  return common / (own.size + b.demand.uses.length - common) >= ALIKE.share;
};

/** What a figure asks for, as one text: figures of the same are the same to a course. */
export const asksFor = ({ demand }: Pick<CourseFigure, 'demand'>): string =>
  JSON.stringify(demand.uses.map(({ code, strain }) => [code, strain]));

const pickVaried = (all: readonly Rated[], count: number): readonly Rated[] => {
  // Of figures that ask for the very same, the first that was given stays.
  const rated = [...new Map([...all].reverse().map((one) => [asksFor(one), one])).values()];
  const picked: Rated[] = [];
  const best = Math.max(0, ...rated.map(({ gain }) => gain));
  const left = rated.filter(({ gain }) => gain >= best * LEAST_GAIN);
  const worth = (one: Rated): number => one.gain * ALIKE.worth ** picked.filter((other) => areAlike(one, other)).length;
  while (picked.length < count && left.length > 0) {
    left.sort((a, b) => worth(b) - worth(a));
    picked.push(left.shift() as Rated);
  }
  return picked;
};

/** Where nothing is worth practising at any tempo, what comes nearest to it. */
const pickNearest = (rated: readonly Rated[], count: number, aim: number): readonly Rated[] =>
  [...rated].sort((a, b) => Math.abs(a.chance - aim) - Math.abs(b.chance - aim) || b.gain - a.gain).slice(0, count);

/**
 * The figures a student gains most by now: each with a tempo at which it is clean seven to eight and a half times in
 * ten (or as near to that as there is), never with more than one new skill, the best first. The target itself is among
 * them where it is in reach.
 * @example
 * suggestFigures(createSkillBeliefs(), [], {}) // => []
 */
export const suggestFigures = (
  beliefs: SkillBeliefs,
  figures: readonly CourseFigure[],
  {
    target,
    count = 3,
    declined = new Set(),
    declinedSkills = new Set(),
    aim = SUGGESTION_AIM.usual,
  }: SuggestionOptions = {},
): readonly FigureSuggestion[] => {
  const states = listSkillStates(beliefs);
  const worth = worthOfSkills(beliefs, states, target);
  const rated = figures.flatMap((figure) => {
    if (declined.has(figure.id) || figure.demand.uses.length === 0) return [];
    const fastest = figure.demand === target?.demand ? target.tempo : fastestTempo(figure.demand, target);
    const one = rate(beliefs, figure, states, worth, { fastest, aim });
    const isWanted = one && one.gain > 0 && !isDeclined(one, declinedSkills);
    return isWanted ? [one] : [];
  });
  const worthwhile = rated.filter((one) => isWorthwhile(one, aim));
  return (worthwhile.length > 0 ? pickVaried(worthwhile, count) : pickNearest(rated, count, aim)).map(
    ({ demand, ...one }) => ({
      ...one,
      minutes: expectMinutes(beliefs, demand, one.tempo),
    }),
  );
};
