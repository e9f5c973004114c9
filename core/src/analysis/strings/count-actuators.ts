import { actuatorOf, type Digit, type Actuator } from '../../pattern/index.ts';

/**
 * How many strokes each striker has, in the order they come.
 * @example
 * countActuatorStrokes(['p', 'i', 'p', null]).get('p') // => 2
 */
export const countActuatorStrokes = (digits: Iterable<Digit | null>): ReadonlyMap<Actuator, number> => {
  const count = new Map<Actuator, number>();
  for (const digit of digits) if (digit) count.set(actuatorOf(digit), (count.get(actuatorOf(digit)) ?? 0) + 1);
  return count;
};

/**
 * What keeps the pulse: the thumb, or the pick where the thumb plays nothing; undefined where neither plays.
 * @example
 * findPulseActuator(countActuatorStrokes(['down', 'm'])) // => 'pick'
 */
export const findPulseActuator = (count: ReadonlyMap<Actuator, number>): Actuator | undefined =>
  (['p', 'pick'] as const).find((actuator) => count.has(actuator));
