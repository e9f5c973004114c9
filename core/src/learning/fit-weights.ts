import { message, type Message } from '../message/index.ts';
import {
  solveKBest,
  withoutHurry,
  type Fingering,
  type School,
  type FingeringTask,
  type PenaltyWeights,
} from '../fingering/index.ts';
import type { RandomSource } from '../sound/index.ts';
import {
  LEARNABLE_WEIGHT_KEYS,
  computeFeatures,
  type LearnableWeights,
  type LearnableWeightKey,
} from './weight-features.ts';

/** While a school is fitted nobody is told where. */
export const emptyPlace = (): Message => message('place.several');

/**
 * Fits weights so that wanted fingerings become the solver's own: the structured perceptron (Collins, EMNLP 2002) with
 * a margin, on the solver's cost. What is wanted may be said of some strokes only; of the others the best fingering
 * that keeps to it counts (a latent structured perceptron). Weights keep their sign and stay within a factor of the
 * base.
 */

/** A task and the digits wanted of some of its strokes. */
export interface TrainingExample {
  /** Without pins. */
  readonly task: FingeringTask;
  /** Null where anything will do. */
  readonly target: Fingering;
}

/** How a fit is made. */
export interface FitOptions {
  readonly random: RandomSource;
  /** Times through all examples. */
  readonly epochs?: number;
  /** How far up a weight may go from the base, as a factor; down it may go twice as far, since no rule hangs on it. */
  readonly maxWeightFactor?: number;
  /** By how much what is wanted should be cheaper than anything else. */
  readonly margin?: number;
}

const EPOCHS = 12;
const MAX_WEIGHT_FACTOR = 2.5;
const MARGIN = 0.05;

/** How large a step is, in shares of a weight; weights of nought go by this. */
const STEP_SIZE = { share: 0.12, least: 0.25 } as const;

const withSchool = (task: FingeringTask, school: School): FingeringTask => ({
  ...task,
  school: withoutHurry(school),
});

const pinTargets = (task: FingeringTask, wanted: Fingering): FingeringTask => ({
  ...task,
  strokes: task.strokes.map((stroke, index) => {
    const pin = wanted[index];
    return pin ? { ...stroke, pin } : stroke;
  }),
});

/** Whether a fingering has all that is wanted of it. */
const matchesTarget = (digits: Fingering, wanted: Fingering): boolean =>
  wanted.every((digit, index) => digit === null || digit === digits[index]);

const createSchool = (base: School, weights: LearnableWeights): School => ({
  ...base,
  weights: { ...base.weights, ...weights } as PenaltyWeights,
});

/**
 * The weights of comfort a school has.
 * @example
 * getLearnableWeights(resolveSchoolOrThrow({ school: 'rolling' })).home ===
 *   resolveSchoolOrThrow({ school: 'rolling' }).weights.home // => true
 */
export const getLearnableWeights = ({ weights }: School): LearnableWeights =>
  Object.fromEntries(LEARNABLE_WEIGHT_KEYS.map((key) => [key, weights[key]])) as unknown as LearnableWeights;

interface MarginViolation {
  readonly good: Fingering;
  readonly bad: Fingering;
}

/** The best fingering that is wanted, and one that is not but comes too near: undefined where all is well. */
const findMarginViolation = (
  { task, target }: TrainingExample,
  school: School,
  margin: number,
): MarginViolation | undefined => {
  const free = withSchool(task, school);
  const best = solveKBest(free, emptyPlace, 2);
  const [first, second] = best;
  if (!first) return undefined;
  if (!matchesTarget(first.digits, target)) {
    const good = solveKBest(pinTargets(free, target), emptyPlace, 1)[0];
    return good && matchesTarget(good.digits, target) ? { good: good.digits, bad: first.digits } : undefined;
  }
  const near = second && !matchesTarget(second.digits, target) && second.cost - first.cost < margin;
  return near ? { good: first.digits, bad: second.digits } : undefined;
};

const clampWeight = (value: number, base: number, reach: number): number => {
  const [least, most] = base > 0 ? [base / (2 * reach), base * reach] : [0, 1.5];
  return Math.min(most, Math.max(least, value));
};

const updateWeights = (
  now: LearnableWeights,
  base: LearnableWeights,
  task: FingeringTask,
  { good, bad }: MarginViolation,
  reach: number,
): LearnableWeights => {
  const [more, less] = [computeFeatures(task, bad), computeFeatures(task, good)];
  const differences = LEARNABLE_WEIGHT_KEYS.map((key) => more[key] - less[key]);
  const most = Math.max(...differences.map(Math.abs), 1e-9);
  return Object.fromEntries(
    LEARNABLE_WEIGHT_KEYS.map((key, index) => {
      const size = STEP_SIZE.share * Math.max(base[key], STEP_SIZE.least);
      const moved = now[key] + (size * (differences[index] as number)) / most;
      return [key, clampWeight(moved, base[key], reach)];
    }),
  ) as unknown as LearnableWeights;
};

const shuffle = <T>(items: readonly T[], random: RandomSource): readonly T[] => {
  const mixed = [...items];
  for (let at = mixed.length - 1; at > 0; at -= 1) {
    const other = Math.floor(random() * (at + 1));
    [mixed[at], mixed[other]] = [mixed[other] as T, mixed[at] as T];
  }
  return mixed;
};

/**
 * How many of the examples a school fingers as wanted.
 * @example
 * countMatchedExamples(
 *   [
 *     {
 *       task: createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *       target: ['p', 'i', 'm', 'i'],
 *     },
 *   ],
 *   resolveSchoolOrThrow({ school: 'one-per-string' }),
 * ) // => 1
 */
export const countMatchedExamples = (examples: readonly TrainingExample[], school: School): number =>
  examples.filter(({ task, target }) => {
    const [best] = solveKBest(withSchool(task, school), emptyPlace, 1);
    return best !== undefined && matchesTarget(best.digits, target);
  }).length;

/** Digits wanted that a school gives by itself, over all examples. */
export const countMatchedDigits = (examples: readonly TrainingExample[], school: School): number =>
  examples.reduce((sum, { task, target }) => {
    const digits = solveKBest(withSchool(task, school), emptyPlace, 1)[0]?.digits ?? [];
    return sum + target.filter((digit, index) => digit !== null && digit === digits[index]).length;
  }, 0);

/** Takes back each change that nothing hangs on: what is left is what was learnt. */
const removeUnneededChanges = (
  fitted: LearnableWeights,
  base: School,
  examples: readonly TrainingExample[],
): LearnableWeights => {
  const from = getLearnableWeights(base);
  let now = fitted;
  let kept = countMatchedDigits(examples, createSchool(base, now));
  const changed = LEARNABLE_WEIGHT_KEYS.filter((key) => now[key] !== from[key]).sort(
    (a, b) => getRelativeChange(now, from, a) - getRelativeChange(now, from, b),
  );
  for (const key of changed) {
    const without = { ...now, [key]: from[key] };
    const still = countMatchedDigits(examples, createSchool(base, without));
    if (still >= kept) [now, kept] = [without, still];
  }
  return now;
};

const getRelativeChange = (now: LearnableWeights, from: LearnableWeights, key: LearnableWeightKey): number =>
  Math.abs(now[key] - from[key]) / Math.max(from[key], STEP_SIZE.least);

/** Rounded to what a teacher would set, so that the same words give the same school. */
const roundWeights = (weights: LearnableWeights): LearnableWeights =>
  Object.fromEntries(
    LEARNABLE_WEIGHT_KEYS.map((key) => [key, Math.round(weights[key] * 100) / 100]),
  ) as unknown as LearnableWeights;

/**
 * The weights of comfort under which the most of what is wanted is the solver's own answer, near the base.
 * @example
 * fitWeights(resolveSchoolOrThrow({ school: 'rolling' }), [], { random: createSeededRandom(1) }).cross ===
 *   resolveSchoolOrThrow({ school: 'rolling' }).weights.cross // => true
 */
export const fitWeights = (
  base: School,
  examples: readonly TrainingExample[],
  options: FitOptions,
): LearnableWeights => {
  const { random, epochs = EPOCHS, maxWeightFactor = MAX_WEIGHT_FACTOR, margin = MARGIN } = options;
  const from = getLearnableWeights(base);
  let now = from;
  let best = { weights: from, kept: countMatchedDigits(examples, base) };
  for (let round = 0; round < epochs; round += 1) {
    let steps = 0;
    for (const example of shuffle(examples, random)) {
      const found = findMarginViolation(example, createSchool(base, now), margin);
      if (!found) continue;
      steps += 1;
      now = updateWeights(now, from, example.task, found, maxWeightFactor);
    }
    const kept = countMatchedDigits(examples, createSchool(base, now));
    if (kept > best.kept) best = { weights: now, kept };
    if (steps === 0) break;
  }
  return removeUnneededChanges(roundWeights(best.weights), base, examples);
};
