import {
  findBestFingerings,
  listCostItems,
  createTaskFromPattern,
  type CostItem,
  type FingeringOptions,
  type FingeringSolution,
  type FingeringTask,
} from '../../fingering/index.ts';
import { message, type Message } from '../../message/message.ts';
import { describePosition, type Digit, type Pattern } from '../../pattern/index.ts';
import { describeCost } from '../tempo/cost-messages.ts';

/** One of the best few fingerings, and what it trades against the best. */
export interface AlternativeFingering {
  readonly digits: Readonly<Record<string, Digit | null>>;
  readonly cost: number;
  /** What it gains and what it costs. */
  readonly tradeOff: Message;
}

const isSameCostItem = (a: CostItem, b: CostItem): boolean =>
  a.category === b.category && a.stroke === b.stroke && a.other === b.other;

/** The item in which one fingering is dearer than another by most. */
const findLargestCostDifference = (items: readonly CostItem[], others: readonly CostItem[]): CostItem | undefined => {
  const extra = (item: CostItem): number =>
    item.amount - (others.find((other) => isSameCostItem(item, other))?.amount ?? 0);
  const worst = [...items].sort((a, b) => extra(b) - extra(a))[0];
  return worst && extra(worst) > 1e-9 ? worst : undefined;
};

const placeOf = (pattern: Pattern, item: CostItem): Message =>
  describePosition(pattern, pattern.strokes[item.stroke]?.at ?? 0);

const describeTradeOff = (
  pattern: Pattern,
  task: FingeringTask,
  best: FingeringSolution,
  other: FingeringSolution,
): Message => {
  if (other.cost - best.cost < 1e-9) return message('alternative.equal');
  const [mine, theirs] = [listCostItems(task, other.digits), listCostItems(task, best.digits)];
  const [costs, spares] = [findLargestCostDifference(mine, theirs), findLargestCostDifference(theirs, mine)];
  const gain = spares && {
    gain: describeCost(task, best.digits, spares),
    gainPlace: placeOf(pattern, spares),
  };
  const cost = costs && { cost: describeCost(task, other.digits, costs), costPlace: placeOf(pattern, costs) };
  if (gain && cost) return message('alternative.trade-off', { ...gain, ...cost });
  if (cost) return message('alternative.cost-only', cost);
  return gain ? message('alternative.gain-only', gain) : message('alternative.equal');
};

/**
 * The best few fingerings of a pattern, cheapest first, each but the first with one sentence on what it trades.
 * @example
 * listAlternativeFingerings(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, 2).length // => 2
 */
export const listAlternativeFingerings = (
  pattern: Pattern,
  count: number,
  options: FingeringOptions = {},
): readonly AlternativeFingering[] => {
  const task = createTaskFromPattern(pattern, options);
  const found = findBestFingerings(pattern, count, options);
  const [best] = found;
  return found.map((solution) => ({
    digits: Object.fromEntries(pattern.strokes.map(({ id }, index) => [id, solution.digits[index] ?? null])),
    cost: solution.cost,
    tradeOff:
      !best || solution === best ? message('alternative.best') : describeTradeOff(pattern, task, best, solution),
  }));
};
