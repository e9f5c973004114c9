import { ACTUATORS, actuatorOf, type Actuator } from '../../pattern/index.ts';
import type { Fingering, FingeringTask } from '../../fingering/index.ts';
import type { TimedTransition } from './timed-transitions.ts';

/** How busy a striker is over the length of a task. */
export interface ActuatorLoad {
  readonly actuator: Actuator;
  readonly strokes: number;
  /** Strokes a second. */
  readonly strokesPerSecond: number;
  /** The longest time it does not play, in seconds. */
  readonly longestRest: number;
  /** Share of the time it is free, 0 to 1. */
  readonly idleShare: number;
  /** The largest share of the time there is that it needs between two of its strokes. */
  readonly strain: number;
}

const countStrokes = (digits: Fingering, striker: Actuator): number => {
  let count = 0;
  for (const digit of digits) if (digit && actuatorOf(digit) === striker) count += 1;
  return count;
};

const computeLoad = (
  task: FingeringTask,
  digits: Fingering,
  needs: readonly TimedTransition[],
  striker: Actuator,
): ActuatorLoad => {
  const strokes = countStrokes(digits, striker);
  const total = task.seconds;
  let [gap, strain] = [0, 0];
  for (const { kind, actuator: own, neededSeconds, availableSeconds } of needs)
    if (kind === 'own' && own === striker) {
      gap = Math.max(gap, availableSeconds);
      strain = Math.max(strain, neededSeconds / availableSeconds);
    }
  const busy = strokes * task.hand.times[striker] * task.hand.scale[striker];
  return {
    actuator: striker,
    strokes,
    strokesPerSecond: strokes / total,
    longestRest: gap > 0 ? gap : total,
    idleShare: Math.max(0, 1 - busy / total),
    strain,
  };
};

/**
 * The load of every striker the school has, thumb side first.
 * @example
 * computeLoads(
 *   createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *   ['p', 'i', 'm', 'i'],
 *   computeTimedTransitions(createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), [
 *     'p',
 *     'i',
 *     'm',
 *     'i',
 *   ]),
 * )
 *   .map(({ actuator }) => actuator)
 *   .join(' ') // => 'p i m a'
 */
export const computeLoads = (
  task: FingeringTask,
  digits: Fingering,
  needs: readonly TimedTransition[],
): readonly ActuatorLoad[] => {
  const used = new Set(task.school.digits.map(actuatorOf));
  for (const digit of digits) if (digit) used.add(actuatorOf(digit));
  return ACTUATORS.filter((striker) => used.has(striker)).map((striker) => computeLoad(task, digits, needs, striker));
};
