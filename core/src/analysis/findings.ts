import { digitMark, whereIs, type Pattern } from '../pattern/index.ts';
import { costItems, type CostItem, type Digits, type Task } from '../fingering/index.ts';
import { costText } from './words.ts';

/** Something to look at in a fingering: where, and why. */
export interface Finding {
  readonly kind: 'doubled' | 'crossing' | 'rushed';
  /** The strokes concerned, the one where it shows last. */
  readonly strokes: readonly number[];
  readonly sentence: string;
}

/** Costs below these are what a hand does without thinking (est.). */
const WORTH_SAYING = { repeat: 0.75, cross: 0.75, rush: 1 } as const;

const KINDS = { repeat: 'doubled', cross: 'crossing', rush: 'rushed' } as const;

type Spoken = keyof typeof KINDS;

const isSpoken = (item: CostItem): item is CostItem & { readonly family: Spoken } =>
  item.family in KINDS && item.amount >= WORTH_SAYING[item.family as Spoken];

const sentenceFor = (pattern: Pattern, task: Task, digits: Digits, item: CostItem): string => {
  const digit = digitMark(digits[item.stroke] ?? 'p');
  const where = whereIs(pattern, pattern.strokes[item.stroke]?.at ?? 0);
  return `On ${where}, ${digit} ${costText(task, digits, item)}.`;
};

/** A finger that doubles is rushed as a rule: that is said once. */
const saidAlready = (items: readonly CostItem[], { family, stroke, other }: CostItem): boolean =>
  family === 'rush' && items.some((item) => item.family === 'repeat' && item.stroke === stroke && item.other === other);

/** Doubled fingers, crossings and rushed digits of a fingering, in the order they come. */
export const findingsOf = (pattern: Pattern, task: Task, digits: Digits): readonly Finding[] =>
  costItems(task, digits)
    .filter(isSpoken)
    .filter((item, _index, all) => !saidAlready(all, item))
    .map((item) => ({
      kind: KINDS[item.family],
      strokes: item.other === undefined ? [item.stroke] : [item.other, item.stroke],
      sentence: sentenceFor(pattern, task, digits, item),
    }));
