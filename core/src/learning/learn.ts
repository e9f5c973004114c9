import type { Message } from '../message/index.ts';
import { failure, problem, success, type Result } from '../errors/index.ts';
import {
  PENALTY_LABELS,
  fingerPattern,
  findSchool,
  buildCustomSchool,
  type HandProfile,
  type School,
} from '../fingering/index.ts';
import type { Digit, MadeSchool, Pattern } from '../pattern/index.ts';
import { seededRandom } from '../sound/index.ts';
import { contradictionsIn } from './contradictions.ts';
import { MOST_LEARNT, asManyAsFit, lessonOf, pinCount, type LessonPattern } from './examples.ts';
import { comfortOf, countKept, fitWeights } from './fit.ts';
import { habitsLearnt, homeWords } from './habits.ts';
import { learntHomes, withHomes, type Homes } from './homes.ts';
import { COMFORT_KEYS } from './uses.ts';

/** What a school is to be learnt from. */
export interface LearnRequest {
  /** Key of a school that is shipped. */
  readonly base: string;
  readonly name: string;
  readonly patterns: readonly Pattern[];
  readonly seed?: number;
  readonly hand?: HandProfile;
}

/** Pins there are, and those a school would give by itself. */
export interface PinCount {
  readonly all: number;
  readonly base: number;
  readonly learnt: number;
}

/** How a pattern is fingered by the base and by what was learnt, pins left aside. */
export interface LearnEffect {
  readonly pattern: Pattern;
  readonly before: readonly (Digit | null)[];
  readonly after: readonly (Digit | null)[];
}

/** A school fitted to a studio's pins, and what it comes to. */
export interface LearntSchool {
  readonly school: MadeSchool;
  /** What it learnt, in words. */
  readonly learnt: readonly Message[];
  /** What was made dearer or cheaper. */
  readonly weights: readonly { readonly label: Message; readonly from: number; readonly to: number }[];
  /** The pins it was fitted to. */
  readonly pins: PinCount;
  /** Pins held back: each part of the patterns tried with what the others taught. Null with fewer than two patterns. */
  readonly heldBack: PinCount | null;
  /** The patterns it changes most, at most three. */
  readonly effects: readonly LearnEffect[];
  /** Pins that no school can keep both. */
  readonly contradictions: readonly Message[];
  /** Pins that go against the school's rules, and stay pins. */
  readonly againstRules: number;
}

const SEED = 20;

/** Parts the patterns are cut in when some are held back. */
const PARTS = 3;

const MOST_EFFECTS = 3;

interface Fitted {
  readonly school: School;
  readonly homes: Homes;
}

const fittedTo = (base: School, lessons: readonly LessonPattern[], { seed = SEED }: LearnRequest): Fitted => {
  const examples = lessons.map(({ example }) => example);
  const homes = learntHomes(base, examples);
  const school = withHomes(base, homes);
  const weights = fitWeights(school, examples, { random: seededRandom(seed) });
  return { school: { ...school, weights: { ...base.weights, ...weights } }, homes };
};

const kept = (lessons: readonly LessonPattern[], school: School): number =>
  countKept(
    lessons.map(({ example }) => example),
    school,
  );

/** Fits on all parts but one and counts on that one, for each part. */
const heldBackCount = (base: School, lessons: readonly LessonPattern[], request: LearnRequest): PinCount | null => {
  if (lessons.length < 2) return null;
  const parts = Math.min(PARTS, lessons.length);
  const learnt = Array.from({ length: parts }, (_, part) => {
    const out = lessons.filter((_one, index) => index % parts === part);
    const others = lessons.filter((_one, index) => index % parts !== part);
    return kept(out, fittedTo(base, others, request).school);
  });
  return { all: pinCount(lessons), base: kept(lessons, base), learnt: learnt.reduce((sum, one) => sum + one, 0) };
};

const withoutPins = (pattern: Pattern): Pattern => ({
  ...pattern,
  strokes: pattern.strokes.map(({ pin: _pin, ...stroke }) => stroke),
});

const effectsOf = (
  base: School,
  school: School,
  patterns: readonly Pattern[],
  hand?: HandProfile,
): readonly LearnEffect[] =>
  patterns
    .map((pattern) => {
      const free = withoutPins(pattern);
      const before = fingerPattern(free, { school: base, hand }).digits;
      const after = fingerPattern(free, { school, hand }).digits;
      return { pattern, before, after, changed: before.filter((digit, index) => digit !== after[index]).length };
    })
    .filter(({ changed }) => changed > 0)
    .sort((a, b) => b.changed - a.changed)
    .slice(0, MOST_EFFECTS)
    .map(({ pattern, before, after }) => ({ pattern, before, after }));

const changesOf = (base: School, school: School): LearntSchool['weights'] => {
  const [from, to] = [comfortOf(base), comfortOf(school)];
  return COMFORT_KEYS.filter((key) => from[key] !== to[key]).map((key) => ({
    label: PENALTY_LABELS[key],
    from: from[key],
    to: to[key],
  }));
};

const madeFrom = (name: string, base: School, { school, homes }: Fitted): MadeSchool => {
  const [from, to] = [comfortOf(base), comfortOf(school)];
  const changed = COMFORT_KEYS.filter((key) => from[key] !== to[key]);
  return {
    id: 'learnt',
    name,
    base: base.key,
    digits: base.digits,
    homes,
    weights: Object.fromEntries(changed.map((key) => [key, to[key]])),
  };
};

const pinsIn = (patterns: readonly Pattern[]): number =>
  patterns.reduce((sum, { strokes }) => sum + strokes.filter(({ pin, slur }) => pin && !slur).length, 0);

const learnFrom = (base: School, request: LearnRequest, lessons: readonly LessonPattern[]): Result<LearntSchool> => {
  const { name, patterns, hand } = request;
  const made = madeFrom(name, base, fittedTo(base, lessons, request));
  const built = buildCustomSchool(made);
  if (!built.ok) return built;
  const school = { ...built.value, rule: base.rule };
  const pins = { all: pinCount(lessons), base: kept(lessons, base), learnt: kept(lessons, school) };
  const shorter = patterns.filter(({ strokes }) => strokes.length <= MOST_LEARNT);
  const effects = effectsOf(base, school, shorter, hand);
  return success({
    school: made,
    learnt: [...homeWords(base, made), ...habitsLearnt(lessons, base, school)],
    weights: changesOf(base, school),
    pins,
    heldBack: heldBackCount(base, lessons, request),
    effects,
    contradictions: contradictionsIn(lessons).map((one) => one.message),
    againstRules: pinsIn(patterns) - pins.all,
  });
};

/**
 * Learns a school from the pins of a studio's patterns: near its base, within its base's rules. Errors: `school-unknown`
 * for the base; `no-pins` where nothing is pinned that the base's rules allow; `pins-contradict` where every pin that
 * differs from the base contradicts another.
 * @example
 * learnSchool({ base: 'rolling', name: 'Ours', patterns: [] }).ok // => false
 */
export const learnSchool = (request: LearnRequest): Result<LearntSchool> => {
  const base = findSchool(request.base);
  if (!base.ok) return base;
  const lessons = asManyAsFit(request.patterns.filter(({ strokes }) => strokes.some(({ pin }) => pin)))
    .map((pattern) => lessonOf(pattern, base.value, request.hand))
    .filter(({ example }) => example.wanted.some((digit) => digit !== null));
  if (lessons.length === 0) return failure(problem('no-pins', { school: base.value.name }));
  const contradictions = contradictionsIn(lessons);
  if (contradictions.length > 0 && 2 * contradictions.length >= pinCount(lessons))
    return failure(problem('pins-contradict', { which: (contradictions[0] as (typeof contradictions)[0]).message }));
  return learnFrom(base.value, request, lessons);
};
