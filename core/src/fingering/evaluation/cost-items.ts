import { actuatorOf, type Digit, type Actuator } from '../../pattern/index.ts';
import {
  ZERO_GAP,
  STROKE_COSTS,
  STROKE_PAIR_COSTS,
  UNPLAYED_COST,
  computePickReversalCost,
  type CostCategory,
  type CostContext,
  type TimeGap,
  type StrokePairCost,
  type PairCostScope,
} from '../costs/index.ts';
import { hasContinuousPickDirection } from '../school.ts';
import {
  EVENT_WINDOW,
  findPrecedingEvent,
  groupIntoEvents,
  createFingeredStroke,
  type StrokeEvent,
  type FingeringTask,
  type TaskStroke,
} from '../task/fingering-task.ts';

/** A digit for each stroke of a task, null where none is left for it. */
export type Fingering = readonly (Digit | null)[];

/** One thing that costs: at which stroke, against which earlier one, how much, how far apart in seconds. */
export interface CostItem {
  readonly category: CostCategory;
  readonly stroke: number;
  readonly other?: number;
  readonly amount: number;
  readonly seconds?: number;
}

const createCostContext = ({ school, hand, strings }: FingeringTask): CostContext => ({ school, hand, strings });

const strokeCostItems = (task: FingeringTask, digits: Fingering, index: number): readonly CostItem[] => {
  const digit = digits[index];
  const stroke = task.strokes[index];
  if (!stroke) return [];
  if (!digit) return [{ category: 'unplayed', stroke: index, amount: UNPLAYED_COST }];
  const items = STROKE_COSTS.map((cost): CostItem => ({
    category: cost.category,
    stroke: index,
    amount: cost.cost(createFingeredStroke(stroke, digit), createCostContext(task)),
  }));
  const changed = stroke.recurringDigit && stroke.recurringDigit !== digit;
  return changed
    ? [...items, { category: 'consistency', stroke: index, amount: task.school.weights.consistency }]
    : items;
};

/** Which strikers play between two events. */
type ActuatorsBetween = ReadonlySet<Actuator>;

/** Whether a cost of a scope counts between two strokes some events apart. */
const isInScope = (
  scope: PairCostScope,
  from: Actuator,
  to: Actuator,
  distance: number,
  between: ActuatorsBetween,
): boolean => {
  switch (scope) {
    case 'together':
      return distance === 0;
    case 'next':
      return distance === 1;
    case 'within':
      return distance > 0;
    case 'own':
      return distance > 0 && from === to && !between.has(from);
    case 'across-thumb':
      return distance > 1 && !(between.size > 1 || (between.size === 1 && !between.has('p')));
  }
};

const pairCostCache = new Map<string, readonly StrokePairCost[]>();

/** The costs that count between two strokes, remembered: there are few cases. */
const applicablePairCosts = (
  from: Actuator,
  to: Actuator,
  distance: number,
  between: ActuatorsBetween,
): readonly StrokePairCost[] => {
  const key = `${from}${to}${distance}${between.size > 0 ? [...between].sort().join('') : ''}`;
  const known = pairCostCache.get(key);
  if (known) return known;
  const costs = STROKE_PAIR_COSTS.filter(({ scopes }) =>
    scopes.some((scope) => isInScope(scope, from, to, distance, between)),
  );
  pairCostCache.set(key, costs);
  return costs;
};

interface EventSeparation {
  readonly distance: number;
  readonly gap: TimeGap;
  readonly between: ActuatorsBetween;
}

const pairItems = (
  task: FingeringTask,
  context: CostContext,
  digits: Fingering,
  [other, index]: readonly [number, number],
  apart: EventSeparation,
): readonly CostItem[] => {
  const [from, to] = [digits[other], digits[index]];
  const [fromStroke, toStroke] = [task.strokes[other], task.strokes[index]];
  const items: CostItem[] = [];
  if (!from || !to || !fromStroke || !toStroke) return items;
  const holding = applicablePairCosts(actuatorOf(from), actuatorOf(to), apart.distance, apart.between);
  if (holding.length === 0) return items;
  const a = createFingeredStroke(fromStroke, from);
  const b = createFingeredStroke(toStroke, to);
  for (const { category, cost } of holding) {
    const amount = cost(a, b, apart.gap, context);
    if (amount > 0) items.push({ category, stroke: index, other, seconds: apart.gap.seconds, amount });
  }
  return items;
};

/** The pairs of strokes of two events that weigh on each other: of one striker's brush, only its ends. */
const interactingStrokePairs = (
  digits: Fingering,
  earlier: StrokeEvent,
  later: StrokeEvent,
): readonly (readonly [number, number])[] => {
  if (earlier.strokes.length === 1 && later.strokes.length === 1)
    return [[earlier.strokes[0] as number, later.strokes[0] as number]];
  const ends = (event: StrokeEvent, striker: Actuator, side: 'first' | 'last'): number | undefined => {
    const own = event.strokes.filter((index) => digits[index] && actuatorOf(digits[index]) === striker);
    const backward = digits[own[0] ?? -1] === 'up';
    return backward === (side === 'first') ? own[own.length - 1] : own[0];
  };
  return earlier.strokes.flatMap((other) =>
    later.strokes.flatMap((index): (readonly [number, number])[] => {
      const [from, to] = [digits[other], digits[index]];
      if (!from || !to) return [];
      const striker = actuatorOf(from);
      if (striker !== actuatorOf(to)) return [[other, index]];
      const joined = other === ends(earlier, striker, 'last') && index === ends(later, striker, 'first');
      return joined ? [[other, index]] : [];
    }),
  );
};

const SIMULTANEOUS: EventSeparation = { distance: 0, gap: ZERO_GAP, between: new Set() };

const simultaneousCostItems = (
  task: FingeringTask,
  context: CostContext,
  digits: Fingering,
  event: StrokeEvent,
): readonly CostItem[] =>
  event.strokes.flatMap((index, place) =>
    event.strokes.slice(0, place).flatMap((other) => pairItems(task, context, digits, [other, index], SIMULTANEOUS)),
  );

/**
 * The cost items of one event: its strokes by themselves, together, and against the events before.
 * @example
 * listEventCostItems(
 *   createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *   groupIntoEvents(createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern).strokes),
 *   ['p', 'i', 'm', 'i'],
 *   0,
 * ).every(({ stroke }) => stroke === 0) // => true
 */
export const listEventCostItems = (
  task: FingeringTask,
  events: readonly StrokeEvent[],
  digits: Fingering,
  at: number,
): readonly CostItem[] => {
  const event = events[at] as StrokeEvent;
  const context = createCostContext(task);
  const items: CostItem[] = event.strokes.flatMap((index) => strokeCostItems(task, digits, index));
  items.push(...simultaneousCostItems(task, context, digits, event));
  const between = new Set<Actuator>();
  const note = (index: number): void => {
    const digit = digits[index];
    if (digit) between.add(actuatorOf(digit));
  };
  for (let distance = 1; distance <= EVENT_WINDOW; distance += 1) {
    const before = findPrecedingEvent(task, events, at, distance);
    if (!before) break;
    const earlier = events[before.index] as StrokeEvent;
    for (const pair of interactingStrokePairs(digits, earlier, event))
      items.push(...pairItems(task, context, digits, pair, { distance, gap: before, between }));
    earlier.strokes.forEach(note);
  }
  if (hasContinuousPickDirection(task.school)) items.push(...pickReversalCostItems(task, events, digits, at));
  return items.filter(({ amount }) => amount > 0);
};

const findPickEdge = (digits: Fingering, { strokes }: StrokeEvent, side: 'first' | 'last'): number | undefined => {
  const own = strokes.filter((index) => digits[index] && actuatorOf(digits[index]) === 'pick');
  const upward = digits[own[0] ?? -1] === 'up';
  return upward === (side === 'first') ? own.at(-1) : own[0];
};

/** The pick against its last stroke, however long ago that was. */
const pickReversalCostItems = (
  task: FingeringTask,
  events: readonly StrokeEvent[],
  digits: Fingering,
  at: number,
): readonly CostItem[] => {
  const index = findPickEdge(digits, events[at] as StrokeEvent, 'first');
  if (index === undefined) return [];
  for (let distance = 1; distance <= events.length; distance += 1) {
    const before = findPrecedingEvent(task, events, at, distance);
    const other = before && findPickEdge(digits, events[before.index] as StrokeEvent, 'last');
    if (!before || other === undefined) continue;
    const placed = (one: number) => createFingeredStroke(task.strokes[one] as TaskStroke, digits[one] as Digit);
    const amount = computePickReversalCost(placed(other), placed(index), createCostContext(task));
    return [{ category: 'pick-change', stroke: index, other, seconds: before.seconds, amount }];
  }
  return [];
};

/**
 * Every cost of a fingering, written out plainly from the definitions. The solver's answer is the fingering
 * for which the sum of these is least.
 * @example
 * listCostItems(createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), [
 *   'p',
 *   'i',
 *   'm',
 *   'i',
 * ]).every(({ amount }) => amount > 0) // => true
 */
export const listCostItems = (task: FingeringTask, digits: Fingering): readonly CostItem[] => {
  const events = groupIntoEvents(task.strokes);
  return events.flatMap((_, at) => listEventCostItems(task, events, digits, at));
};

/**
 * Sum of the cost items of a fingering.
 * @example
 * sumCosts(createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']) <
 *   sumCosts(createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'i', 'i'])
 * // => true
 */
export const sumCosts = (task: FingeringTask, digits: Fingering): number =>
  listCostItems(task, digits).reduce((sum, { amount }) => sum + amount, 0);
