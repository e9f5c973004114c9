import { strikerOf, type Digit, type Striker } from '../pattern/index.ts';
import {
  NO_GAP,
  OWN_COSTS,
  PAIR_COSTS,
  UNPLAYED_COST,
  turnCost,
  type Family,
  type CostContext,
  type Gap,
  type PairCost,
  type Scope,
} from './costs/index.ts';
import { carriesPick } from './school.ts';
import { WINDOW, eventBefore, eventsOf, placedStroke, type Event, type Task, type TaskStroke } from './task.ts';

/** A digit for each stroke of a task, null where none is left for it. */
export type Digits = readonly (Digit | null)[];

/** One thing that costs: at which stroke, against which earlier one, how much, how far apart in seconds. */
export interface CostItem {
  readonly family: Family;
  readonly stroke: number;
  readonly other?: number;
  readonly amount: number;
  readonly seconds?: number;
}

const contextOf = ({ school, hand, strings }: Task): CostContext => ({ school, hand, strings });

const ownItems = (task: Task, digits: Digits, index: number): readonly CostItem[] => {
  const digit = digits[index];
  const stroke = task.strokes[index];
  if (!stroke) return [];
  if (!digit) return [{ family: 'unplayed', stroke: index, amount: UNPLAYED_COST }];
  const items = OWN_COSTS.map((cost): CostItem => ({
    family: cost.family,
    stroke: index,
    amount: cost.of(placedStroke(stroke, digit), contextOf(task)),
  }));
  const changed = stroke.habit && stroke.habit !== digit;
  return changed
    ? [...items, { family: 'consistency', stroke: index, amount: task.school.weights.consistency }]
    : items;
};

/** Which strikers play between two events. */
type Between = ReadonlySet<Striker>;

/** Whether a cost of a scope counts between two strokes some events apart. */
const holds = (scope: Scope, from: Striker, to: Striker, distance: number, between: Between): boolean => {
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

const held = new Map<string, readonly PairCost[]>();

/** The costs that count between two strokes, remembered: there are few cases. */
const pairCostsHolding = (from: Striker, to: Striker, distance: number, between: Between): readonly PairCost[] => {
  const key = `${from}${to}${distance}${between.size > 0 ? [...between].sort().join('') : ''}`;
  const known = held.get(key);
  if (known) return known;
  const costs = PAIR_COSTS.filter(({ scopes }) => scopes.some((scope) => holds(scope, from, to, distance, between)));
  held.set(key, costs);
  return costs;
};

interface Apart {
  readonly distance: number;
  readonly gap: Gap;
  readonly between: Between;
}

const pairItems = (
  task: Task,
  context: CostContext,
  digits: Digits,
  [other, index]: readonly [number, number],
  apart: Apart,
): readonly CostItem[] => {
  const [from, to] = [digits[other], digits[index]];
  const [fromStroke, toStroke] = [task.strokes[other], task.strokes[index]];
  const items: CostItem[] = [];
  if (!from || !to || !fromStroke || !toStroke) return items;
  const holding = pairCostsHolding(strikerOf(from), strikerOf(to), apart.distance, apart.between);
  if (holding.length === 0) return items;
  const a = placedStroke(fromStroke, from);
  const b = placedStroke(toStroke, to);
  for (const { family, of } of holding) {
    const amount = of(a, b, apart.gap, context);
    if (amount > 0) items.push({ family, stroke: index, other, seconds: apart.gap.seconds, amount });
  }
  return items;
};

/** The pairs of strokes of two events that weigh on each other: of one striker's brush, only its ends. */
const pairsBetween = (digits: Digits, earlier: Event, later: Event): readonly (readonly [number, number])[] => {
  if (earlier.strokes.length === 1 && later.strokes.length === 1)
    return [[earlier.strokes[0] as number, later.strokes[0] as number]];
  const ends = (event: Event, striker: Striker, side: 'first' | 'last'): number | undefined => {
    const own = event.strokes.filter((index) => digits[index] && strikerOf(digits[index]) === striker);
    const backward = digits[own[0] ?? -1] === 'up';
    return backward === (side === 'first') ? own[own.length - 1] : own[0];
  };
  return earlier.strokes.flatMap((other) =>
    later.strokes.flatMap((index): (readonly [number, number])[] => {
      const [from, to] = [digits[other], digits[index]];
      if (!from || !to) return [];
      const striker = strikerOf(from);
      if (striker !== strikerOf(to)) return [[other, index]];
      const joined = other === ends(earlier, striker, 'last') && index === ends(later, striker, 'first');
      return joined ? [[other, index]] : [];
    }),
  );
};

const TOGETHER: Apart = { distance: 0, gap: NO_GAP, between: new Set() };

const togetherItems = (task: Task, context: CostContext, digits: Digits, event: Event): readonly CostItem[] =>
  event.strokes.flatMap((index, place) =>
    event.strokes.slice(0, place).flatMap((other) => pairItems(task, context, digits, [other, index], TOGETHER)),
  );

/**
 * The cost items of one event: its strokes by themselves, together, and against the events before.
 * @example
 * itemsOfEvent(taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern), eventsOf(taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern).strokes), ['p', 'i', 'm', 'i'], 0).every(({ stroke }) => stroke === 0) // => true
 */
export const itemsOfEvent = (task: Task, events: readonly Event[], digits: Digits, at: number): readonly CostItem[] => {
  const event = events[at] as Event;
  const context = contextOf(task);
  const items: CostItem[] = event.strokes.flatMap((index) => ownItems(task, digits, index));
  items.push(...togetherItems(task, context, digits, event));
  const between = new Set<Striker>();
  const note = (index: number): void => {
    const digit = digits[index];
    if (digit) between.add(strikerOf(digit));
  };
  for (let distance = 1; distance <= WINDOW; distance += 1) {
    const before = eventBefore(task, events, at, distance);
    if (!before) break;
    const earlier = events[before.index] as Event;
    for (const pair of pairsBetween(digits, earlier, event))
      items.push(...pairItems(task, context, digits, pair, { distance, gap: before, between }));
    earlier.strokes.forEach(note);
  }
  if (carriesPick(task.school)) items.push(...turnItems(task, events, digits, at));
  return items.filter(({ amount }) => amount > 0);
};

const pickEnd = (digits: Digits, { strokes }: Event, side: 'first' | 'last'): number | undefined => {
  const own = strokes.filter((index) => digits[index] && strikerOf(digits[index]) === 'pick');
  const upward = digits[own[0] ?? -1] === 'up';
  return upward === (side === 'first') ? own.at(-1) : own[0];
};

/** The pick against its last stroke, however long ago that was. */
const turnItems = (task: Task, events: readonly Event[], digits: Digits, at: number): readonly CostItem[] => {
  const index = pickEnd(digits, events[at] as Event, 'first');
  if (index === undefined) return [];
  for (let distance = 1; distance <= events.length; distance += 1) {
    const before = eventBefore(task, events, at, distance);
    const other = before && pickEnd(digits, events[before.index] as Event, 'last');
    if (!before || other === undefined) continue;
    const placed = (one: number) => placedStroke(task.strokes[one] as TaskStroke, digits[one] as Digit);
    const amount = turnCost(placed(other), placed(index), contextOf(task));
    return [{ family: 'pick-change', stroke: index, other, seconds: before.seconds, amount }];
  }
  return [];
};

/**
 * Every cost of a fingering, written out plainly from the definitions. The solver's answer is the fingering
 * for which the sum of these is least.
 * @example
 * costItems(taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']).every(({ amount }) => amount > 0) // => true
 */
export const costItems = (task: Task, digits: Digits): readonly CostItem[] => {
  const events = eventsOf(task.strokes);
  return events.flatMap((_, at) => itemsOfEvent(task, events, digits, at));
};

/**
 * Sum of the cost items of a fingering.
 * @example
 * totalCost(taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']) < totalCost(taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'i', 'i']) // => true
 */
export const totalCost = (task: Task, digits: Digits): number =>
  costItems(task, digits).reduce((sum, { amount }) => sum + amount, 0);
