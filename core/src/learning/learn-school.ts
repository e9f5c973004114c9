import type { Message } from '../message/index.ts';
import { failure, createProblem, success, type Result } from '../errors/index.ts';
import {
  PENALTY_LABELS,
  fingerPattern,
  findSchool,
  buildCustomSchool,
  type HandProfile,
  type School,
} from '../fingering/index.ts';
import type { Digit, CustomSchool, Pattern } from '../pattern/index.ts';
import { createSeededRandom } from '../sound/index.ts';
import { findPinConflicts } from './pin-conflicts.ts';
import {
  MAX_PATTERN_STROKES,
  limitTrainingSet,
  createTrainingPattern,
  countTrainingPins,
  type TrainingPattern,
} from './training-examples.ts';
import { getLearnableWeights, countMatchedDigits, fitWeights } from './fit-weights.ts';
import { describeLearnedRules, describeHomes } from './describe-school.ts';
import { learnHomeStrings, applyHomeStrings, type HomeStrings } from './learn-homes.ts';
import { LEARNABLE_WEIGHT_KEYS } from './weight-features.ts';

/** What a school is to be learnt from. */
export interface SchoolTrainingRequest {
  /** Key of a school that is shipped. */
  readonly base: string;
  readonly name: string;
  readonly patterns: readonly Pattern[];
  readonly seed?: number;
  readonly hand?: HandProfile;
}

/** Pins there are, and those a school would give by itself. */
export interface PinAccuracy {
  readonly all: number;
  readonly base: number;
  readonly learnt: number;
}

/** How a pattern is fingered by the base and by what was learnt, pins left aside. */
export interface FingeringChange {
  readonly pattern: Pattern;
  readonly before: readonly (Digit | null)[];
  readonly after: readonly (Digit | null)[];
}

/** A school fitted to a studio's pins, and what it comes to. */
export interface LearnedSchool {
  readonly school: CustomSchool;
  /** What it learnt, in words. */
  readonly rules: readonly Message[];
  /** What was made dearer or cheaper. */
  readonly weightChanges: readonly { readonly label: Message; readonly from: number; readonly to: number }[];
  /** The pins it was fitted to. */
  readonly pins: PinAccuracy;
  /** Pins held back: each part of the patterns tried with what the others taught. Null with fewer than two patterns. */
  readonly crossValidation: PinAccuracy | null;
  /** The patterns it changes most, at most three. */
  readonly fingeringChanges: readonly FingeringChange[];
  /** Pins that no school can keep both. */
  readonly pinConflicts: readonly Message[];
  /** Pins that go against the school's rules, and stay pins. */
  readonly againstRules: number;
}

const DEFAULT_SEED = 20;

/** Parts the patterns are cut in when some are held back. */
const FOLDS = 3;

const MAX_CHANGES = 3;

interface FittedSchool {
  readonly school: School;
  readonly homes: HomeStrings;
}

const fitSchool = (
  base: School,
  lessons: readonly TrainingPattern[],
  { seed = DEFAULT_SEED }: SchoolTrainingRequest,
): FittedSchool => {
  const examples = lessons.map(({ example }) => example);
  const homes = learnHomeStrings(base, examples);
  const school = applyHomeStrings(base, homes);
  const weights = fitWeights(school, examples, { random: createSeededRandom(seed) });
  return { school: { ...school, weights: { ...base.weights, ...weights } }, homes };
};

const countMatched = (lessons: readonly TrainingPattern[], school: School): number =>
  countMatchedDigits(
    lessons.map(({ example }) => example),
    school,
  );

/** Fits on all parts but one and counts on that one, for each part. */
const crossValidate = (
  base: School,
  lessons: readonly TrainingPattern[],
  request: SchoolTrainingRequest,
): PinAccuracy | null => {
  if (lessons.length < 2) return null;
  const parts = Math.min(FOLDS, lessons.length);
  const learnt = Array.from({ length: parts }, (_, part) => {
    const out = lessons.filter((_one, index) => index % parts === part);
    const others = lessons.filter((_one, index) => index % parts !== part);
    return countMatched(out, fitSchool(base, others, request).school);
  });
  return {
    all: countTrainingPins(lessons),
    base: countMatched(lessons, base),
    learnt: learnt.reduce((sum, one) => sum + one, 0),
  };
};

const removePins = (pattern: Pattern): Pattern => ({
  ...pattern,
  strokes: pattern.strokes.map(({ pin: _pin, ...stroke }) => stroke),
});

const listFingeringChanges = (
  base: School,
  school: School,
  patterns: readonly Pattern[],
  hand?: HandProfile,
): readonly FingeringChange[] =>
  patterns
    .map((pattern) => {
      const free = removePins(pattern);
      const before = fingerPattern(free, { school: base, hand }).digits;
      const after = fingerPattern(free, { school, hand }).digits;
      return { pattern, before, after, changed: before.filter((digit, index) => digit !== after[index]).length };
    })
    .filter(({ changed }) => changed > 0)
    .sort((a, b) => b.changed - a.changed)
    .slice(0, MAX_CHANGES)
    .map(({ pattern, before, after }) => ({ pattern, before, after }));

const listWeightChanges = (base: School, school: School): LearnedSchool['weightChanges'] => {
  const [from, to] = [getLearnableWeights(base), getLearnableWeights(school)];
  return LEARNABLE_WEIGHT_KEYS.filter((key) => from[key] !== to[key]).map((key) => ({
    label: PENALTY_LABELS[key],
    from: from[key],
    to: to[key],
  }));
};

const toCustomSchool = (name: string, base: School, { school, homes }: FittedSchool): CustomSchool => {
  const [from, to] = [getLearnableWeights(base), getLearnableWeights(school)];
  const changed = LEARNABLE_WEIGHT_KEYS.filter((key) => from[key] !== to[key]);
  return {
    id: 'learnt',
    name,
    base: base.key,
    digits: base.digits,
    homes,
    weights: Object.fromEntries(changed.map((key) => [key, to[key]])),
  };
};

const countPins = (patterns: readonly Pattern[]): number =>
  patterns.reduce((sum, { strokes }) => sum + strokes.filter(({ pin, slur }) => pin && !slur).length, 0);

const learnFromPatterns = (
  base: School,
  request: SchoolTrainingRequest,
  lessons: readonly TrainingPattern[],
): Result<LearnedSchool> => {
  const { name, patterns, hand } = request;
  const made = toCustomSchool(name, base, fitSchool(base, lessons, request));
  const built = buildCustomSchool(made);
  if (!built.ok) return built;
  const school = { ...built.value, rule: base.rule };
  const pins = {
    all: countTrainingPins(lessons),
    base: countMatched(lessons, base),
    learnt: countMatched(lessons, school),
  };
  const shorter = patterns.filter(({ strokes }) => strokes.length <= MAX_PATTERN_STROKES);
  const effects = listFingeringChanges(base, school, shorter, hand);
  return success({
    school: made,
    rules: [...describeHomes(base, made), ...describeLearnedRules(lessons, base, school)],
    weightChanges: listWeightChanges(base, school),
    pins,
    crossValidation: crossValidate(base, lessons, request),
    fingeringChanges: effects,
    pinConflicts: findPinConflicts(lessons).map((one) => one.message),
    againstRules: countPins(patterns) - pins.all,
  });
};

/**
 * Learns a school from the pins of a studio's patterns: near its base, within its base's rules. Errors:
 * `school-unknown`
 * for the base; `no-pins` where nothing is pinned that the base's rules allow; `pins-contradict` where every pin that
 * differs from the base contradicts another.
 * @example
 * learnSchool({ base: 'rolling', name: 'Ours', patterns: [] }).ok // => false
 */
export const learnSchool = (request: SchoolTrainingRequest): Result<LearnedSchool> => {
  const base = findSchool(request.base);
  if (!base.ok) return base;
  const lessons = limitTrainingSet(request.patterns.filter(({ strokes }) => strokes.some(({ pin }) => pin)))
    .map((pattern) => createTrainingPattern(pattern, base.value, request.hand))
    .filter(({ example }) => example.target.some((digit) => digit !== null));
  if (lessons.length === 0) return failure(createProblem('no-pins', { school: base.value.name }));
  const contradictions = findPinConflicts(lessons);
  if (contradictions.length > 0 && 2 * contradictions.length >= countTrainingPins(lessons))
    return failure(
      createProblem('pins-contradict', { which: (contradictions[0] as (typeof contradictions)[0]).message }),
    );
  return learnFromPatterns(base.value, request, lessons);
};
