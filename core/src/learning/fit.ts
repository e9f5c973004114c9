import { message, type Message } from '../message/index.ts';
import { solveBest, type Digits, type School, type Task, type PenaltyWeights } from '../fingering/index.ts';
import type { RandomSource } from '../sound/index.ts';
import { COMFORT_KEYS, usesOf, type ByComfort, type ComfortKey } from './uses.ts';

/** While a school is fitted nobody is told where. */
export const nowhere = (): Message => message('place.several');

/**
 * Fits weights so that wanted fingerings become the solver's own: the structured perceptron (Collins, EMNLP 2002) with a
 * margin, on the solver's cost. What is wanted may be said of some strokes only; of the others the best fingering that
 * keeps to it counts (a latent structured perceptron). Weights keep their sign and stay within a factor of the base.
 */

/** A task and the digits wanted of some of its strokes. */
export interface FitExample {
  /** Without pins. */
  readonly task: Task;
  /** Null where anything will do. */
  readonly wanted: Digits;
}

/** How a fit is made. */
export interface FitOptions {
  readonly random: RandomSource;
  /** Times through all examples. */
  readonly rounds?: number;
  /** How far up a weight may go from the base, as a factor; down it may go twice as far, since no rule hangs on it. */
  readonly reach?: number;
  /** By how much what is wanted should be cheaper than anything else. */
  readonly margin?: number;
}

const ROUNDS = 12;
const REACH = 2.5;
const MARGIN = 0.05;

/** How large a step is, in shares of a weight; weights of nought go by this. */
const STEP = { share: 0.12, least: 0.25 } as const;

const withWeights = (task: Task, school: School): Task => ({ ...task, school });

const pinned = (task: Task, wanted: Digits): Task => ({
  ...task,
  strokes: task.strokes.map((stroke, index) => {
    const pin = wanted[index];
    return pin ? { ...stroke, pin } : stroke;
  }),
});

/** Whether a fingering has all that is wanted of it. */
const meets = (digits: Digits, wanted: Digits): boolean =>
  wanted.every((digit, index) => digit === null || digit === digits[index]);

const schoolWith = (base: School, weights: ByComfort): School => ({
  ...base,
  weights: { ...base.weights, ...weights } as PenaltyWeights,
});

/**
 * The weights of comfort a school has.
 * @example
 * comfortOf(resolveSchoolOrThrow({ school: 'rolling' })).home === resolveSchoolOrThrow({ school: 'rolling' }).weights.home // => true
 */
export const comfortOf = ({ weights }: School): ByComfort =>
  Object.fromEntries(COMFORT_KEYS.map((key) => [key, weights[key]])) as unknown as ByComfort;

interface Rivals {
  readonly good: Digits;
  readonly bad: Digits;
}

/** The best fingering that is wanted, and one that is not but comes too near: undefined where all is well. */
const rivals = ({ task, wanted }: FitExample, school: School, margin: number): Rivals | undefined => {
  const free = withWeights(task, school);
  const best = solveBest(free, nowhere, 2);
  const [first, second] = best;
  if (!first) return undefined;
  if (!meets(first.digits, wanted)) {
    const good = solveBest(pinned(free, wanted), nowhere, 1)[0];
    return good && meets(good.digits, wanted) ? { good: good.digits, bad: first.digits } : undefined;
  }
  const near = second && !meets(second.digits, wanted) && second.cost - first.cost < margin;
  return near ? { good: first.digits, bad: second.digits } : undefined;
};

const within = (value: number, base: number, reach: number): number => {
  const [least, most] = base > 0 ? [base / (2 * reach), base * reach] : [0, 1.5];
  return Math.min(most, Math.max(least, value));
};

const stepped = (now: ByComfort, base: ByComfort, task: Task, { good, bad }: Rivals, reach: number): ByComfort => {
  const [more, less] = [usesOf(task, bad), usesOf(task, good)];
  const differences = COMFORT_KEYS.map((key) => more[key] - less[key]);
  const most = Math.max(...differences.map(Math.abs), 1e-9);
  return Object.fromEntries(
    COMFORT_KEYS.map((key, index) => {
      const size = STEP.share * Math.max(base[key], STEP.least);
      const moved = now[key] + (size * (differences[index] as number)) / most;
      return [key, within(moved, base[key], reach)];
    }),
  ) as unknown as ByComfort;
};

const shuffled = <T>(items: readonly T[], random: RandomSource): readonly T[] => {
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
 * countMet([{ task: createTaskFromPattern(valueOrThrow(readFigure('5 3 2 3')).pattern), wanted: ['p', 'i', 'm', 'i'] }], resolveSchoolOrThrow({ school: 'one-per-string' })) // => 1
 */
export const countMet = (examples: readonly FitExample[], school: School): number =>
  examples.filter(({ task, wanted }) => {
    const [best] = solveBest(withWeights(task, school), nowhere, 1);
    return best !== undefined && meets(best.digits, wanted);
  }).length;

/** Digits wanted that a school gives by itself, over all examples. */
export const countKept = (examples: readonly FitExample[], school: School): number =>
  examples.reduce((sum, { task, wanted }) => {
    const digits = solveBest(withWeights(task, school), nowhere, 1)[0]?.digits ?? [];
    return sum + wanted.filter((digit, index) => digit !== null && digit === digits[index]).length;
  }, 0);

/** Takes back each change that nothing hangs on: what is left is what was learnt. */
const plainest = (fitted: ByComfort, base: School, examples: readonly FitExample[]): ByComfort => {
  const from = comfortOf(base);
  let now = fitted;
  let kept = countKept(examples, schoolWith(base, now));
  const changed = COMFORT_KEYS.filter((key) => now[key] !== from[key]).sort(
    (a, b) => change(now, from, a) - change(now, from, b),
  );
  for (const key of changed) {
    const without = { ...now, [key]: from[key] };
    const still = countKept(examples, schoolWith(base, without));
    if (still >= kept) [now, kept] = [without, still];
  }
  return now;
};

const change = (now: ByComfort, from: ByComfort, key: ComfortKey): number =>
  Math.abs(now[key] - from[key]) / Math.max(from[key], STEP.least);

/** Rounded to what a teacher would set, so that the same words give the same school. */
const rounded = (weights: ByComfort): ByComfort =>
  Object.fromEntries(COMFORT_KEYS.map((key) => [key, Math.round(weights[key] * 100) / 100])) as unknown as ByComfort;

/**
 * The weights of comfort under which the most of what is wanted is the solver's own answer, near the base.
 * @example
 * fitWeights(resolveSchoolOrThrow({ school: 'rolling' }), [], { random: seededRandom(1) }).cross === resolveSchoolOrThrow({ school: 'rolling' }).weights.cross // => true
 */
export const fitWeights = (base: School, examples: readonly FitExample[], options: FitOptions): ByComfort => {
  const { random, rounds = ROUNDS, reach = REACH, margin = MARGIN } = options;
  const from = comfortOf(base);
  let now = from;
  let best = { weights: from, kept: countKept(examples, base) };
  for (let round = 0; round < rounds; round += 1) {
    let steps = 0;
    for (const example of shuffled(examples, random)) {
      const found = rivals(example, schoolWith(base, now), margin);
      if (!found) continue;
      steps += 1;
      now = stepped(now, from, example.task, found, reach);
    }
    const kept = countKept(examples, schoolWith(base, now));
    if (kept > best.kept) best = { weights: now, kept };
    if (steps === 0) break;
  }
  return plainest(rounded(best.weights), base, examples);
};
