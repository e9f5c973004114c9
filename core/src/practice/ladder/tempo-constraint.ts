import type { PatternAnalysis } from '../../analysis/index.ts';
import { DEFAULT_ESTIMATES, type HandProfile } from '../../fingering/index.ts';
import { message, type Message } from '../../message/index.ts';
import { ACTUATORS, fingerName, actuatorOf, type Actuator } from '../../pattern/index.ts';

/** What a hand is held up by: one digit that plays again (`m`), or two in turn (`i m`). */
export type TempoConstraint = string;

const parseConstraint = (constraint: TempoConstraint): readonly Actuator[] =>
  ACTUATORS.filter((striker) => constraint.split(' ').includes(striker));

/**
 * The constraint that sets the ceiling of what was judged; null where nothing does.
 * @example
 * findLimitingConstraint(analysePattern(valueOrThrow(parseStringNotation('3 3')).pattern)) // => 'i m'
 */
export const findLimitingConstraint = ({
  limitsByConstraint,
  digits,
}: Pick<PatternAnalysis, 'limitsByConstraint' | 'digits'>): TempoConstraint | null => {
  const lowest = limitsByConstraint[0];
  if (!lowest) return null;
  if (lowest.actuator) return lowest.actuator;
  const met = new Set(lowest.strokes.flatMap((id) => (digits[id] ? [actuatorOf(digits[id])] : [])));
  return ACTUATORS.filter((striker) => met.has(striker)).join(' ') || null;
};

/**
 * What a constraint is called.
 * @example
 * describeConstraint('m').code // => 'constraint.same-finger'
 * describeConstraint('i m').code // => 'constraint.two-fingers'
 */
export const describeConstraint = (constraint: TempoConstraint): Message => {
  const fingers = parseConstraint(constraint).map(fingerName);
  return fingers.length > 1
    ? message('constraint.two-fingers', { fingers })
    : message('constraint.same-finger', { finger: fingers[0] ?? constraint });
};

/**
 * How much longer a hand takes in a constraint than an able adult's: 1 is as long.
 * @example
 * computeTimeFactor(ABLE_ADULT_HAND, 'i m') // => 1
 */
export const computeTimeFactor = (
  { scale, times }: Pick<HandProfile, 'scale' | 'times'>,
  constraint: TempoConstraint,
): number => {
  const [first, second] = parseConstraint(constraint);
  if (!first) return 1;
  if (!second) return (scale[first] * times[first]) / DEFAULT_ESTIMATES[first];
  const key = selectPairTime(constraint);
  return (Math.max(scale[first], scale[second]) * times[key]) / DEFAULT_ESTIMATES[key];
};

/** The estimate two digits in turn go by. */
export const selectPairTime = (constraint: TempoConstraint): 'middleThenRing' | 'otherDigit' =>
  constraint === 'm a' ? 'middleThenRing' : 'otherDigit';
