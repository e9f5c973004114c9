import {
  bestFingerings,
  costItems,
  taskOf,
  type CostItem,
  type Digits,
  type FingerOptions,
  type Solution,
  type Task,
} from '../fingering/index.ts';
import { digitWord, whereIs, type Digit, type Pattern } from '../pattern/index.ts';
import { costText } from './words.ts';

/** One of the best few fingerings, and what it trades against the best. */
export interface Alternative {
  readonly digits: Readonly<Record<string, Digit | null>>;
  readonly cost: number;
  /** What it gains and what it costs, in a sentence. */
  readonly trade: string;
}

const sameItem = (a: CostItem, b: CostItem): boolean =>
  a.family === b.family && a.stroke === b.stroke && a.other === b.other;

/** The item in which one fingering is dearer than another by most. */
const worstAgainst = (items: readonly CostItem[], others: readonly CostItem[]): CostItem | undefined => {
  const extra = (item: CostItem): number => item.amount - (others.find((other) => sameItem(item, other))?.amount ?? 0);
  const worst = [...items].sort((a, b) => extra(b) - extra(a))[0];
  return worst && extra(worst) > 1e-9 ? worst : undefined;
};

const itemText = (pattern: Pattern, task: Task, digits: Digits, item: CostItem): string => {
  const digit = digits[item.stroke];
  return `${digit ? digitWord(digit) : 'nobody'} ${costText(task, digits, item)} on ${whereIs(pattern, pattern.strokes[item.stroke]?.at ?? 0)}`;
};

const tradeOf = (pattern: Pattern, task: Task, best: Solution, other: Solution): string => {
  const [mine, theirs] = [costItems(task, other.digits), costItems(task, best.digits)];
  const [costs, spares] = [worstAgainst(mine, theirs), worstAgainst(theirs, mine)];
  if (other.cost - best.cost < 1e-9) return 'Just as good as the best.';
  const spared = spares ? `It spares you that ${itemText(pattern, task, best.digits, spares)}` : 'It spares nothing';
  return costs ? `${spared}, but ${itemText(pattern, task, other.digits, costs)}.` : `${spared}.`;
};

/**
 * The best few fingerings of a pattern, cheapest first, each but the first with one sentence on what it trades.
 * @example
 * alternatives(valueOrThrow(readFigure('5 3 2 3')).pattern, 2).length // => 2
 */
export const alternatives = (pattern: Pattern, count: number, options: FingerOptions = {}): readonly Alternative[] => {
  const task = taskOf(pattern, options);
  const found = bestFingerings(pattern, count, options);
  const [best] = found;
  return found.map((solution) => ({
    digits: Object.fromEntries(pattern.strokes.map(({ id }, index) => [id, solution.digits[index] ?? null])),
    cost: solution.cost,
    trade: !best || solution === best ? 'The best by this school.' : tradeOf(pattern, task, best, solution),
  }));
};
