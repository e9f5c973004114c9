import {
  PENALTY_KEYS,
  totalCost,
  type Digits,
  type School,
  type Task,
  type PenaltyKey,
  type PenaltyWeights,
} from '../fingering/index.ts';

/** The weights of comfort: what a school's rules forbid is none of them, and no learning touches it. */
export const COMFORT_KEYS = [
  'home',
  'thumbUp',
  'repeat',
  'thumbRepeat',
  'cross',
  'span',
  'outside',
  'inside',
  'sweep',
  'against',
  'skip',
  'sameDirection',
  'weakAccent',
  'returning',
  'confined',
  'brush',
  'move',
  'pickAgain',
] as const satisfies readonly PenaltyKey[];

/** A weight that can be learnt. */
export type ComfortKey = (typeof COMFORT_KEYS)[number];

/** An amount for each weight of comfort. */
export type ByComfort = Readonly<Record<ComfortKey, number>>;

/** All weights nought: only costs that no weight scales are left. */
const noWeights = ({ weights }: School): PenaltyWeights => ({
  ...weights,
  ...Object.fromEntries(PENALTY_KEYS.map((key) => [key, key === 'rake' ? weights.rake : 0])),
  ease: {},
});

const costWith = (task: Task, digits: Digits, weights: PenaltyWeights): number =>
  totalCost({ ...task, school: { ...task.school, weights } }, digits);

/**
 * How much of each weight of comfort a fingering uses: the cost is the sum of the weights times these, and of what no
 * weight of comfort scales.
 * @example
 * usesOf(createTaskFromPattern(valueOrThrow(readFigure('5 3 3')).pattern), ['p', 'i', 'i']).repeat > 0 // => true
 */
export const usesOf = (task: Task, digits: Digits): ByComfort => {
  const none = noWeights(task.school);
  const rest = costWith(task, digits, none);
  return Object.fromEntries(
    COMFORT_KEYS.map((key) => [key, costWith(task, digits, { ...none, [key]: 1 }) - rest]),
  ) as unknown as ByComfort;
};
