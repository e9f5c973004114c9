import {
  PENALTY_KEYS,
  sumCosts,
  type Fingering,
  type School,
  type FingeringTask,
  type PenaltyKey,
  type PenaltyWeights,
} from '../fingering/index.ts';

/** The weights of comfort: what a school's rules forbid is none of them, and no learning touches it. */
export const LEARNABLE_WEIGHT_KEYS = [
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
export type LearnableWeightKey = (typeof LEARNABLE_WEIGHT_KEYS)[number];

/** An amount for each weight of comfort. */
export type LearnableWeights = Readonly<Record<LearnableWeightKey, number>>;

/** All weights nought: only costs that no weight scales are left. */
const createZeroWeights = ({ weights }: School): PenaltyWeights => ({
  ...weights,
  ...Object.fromEntries(PENALTY_KEYS.map((key) => [key, key === 'rake' ? weights.rake : 0])),
  ease: {},
});

const computeCost = (task: FingeringTask, digits: Fingering, weights: PenaltyWeights): number =>
  sumCosts({ ...task, school: { ...task.school, weights } }, digits);

/**
 * How much of each weight of comfort a fingering uses: the cost is the sum of the weights times these, and of what no
 * weight of comfort scales.
 * @example
 * computeFeatures(createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 3')).pattern), ['p', 'i', 'i']).repeat >
 *   0 // => true
 */
export const computeFeatures = (task: FingeringTask, digits: Fingering): LearnableWeights => {
  const none = createZeroWeights(task.school);
  const rest = computeCost(task, digits, none);
  return Object.fromEntries(
    LEARNABLE_WEIGHT_KEYS.map((key) => [key, computeCost(task, digits, { ...none, [key]: 1 }) - rest]),
  ) as unknown as LearnableWeights;
};
