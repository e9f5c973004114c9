import { digitMark, whereIs, type Pattern } from '../pattern/index.ts';
import { costItems, type CostItem, type Digits, type Task } from '../fingering/index.ts';
import { costText, secondsText } from './words.ts';

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
  if (item.family === 'rush') return `On ${where}, ${digit} has only ${secondsText(item.seconds ?? 0)} to get there.`;
  return `On ${where}, ${digit} ${costText(task, digits, item)}.`;
};

/** Doubled fingers, crossings and rushed digits of a fingering, in the order they come. */
export const findingsOf = (pattern: Pattern, task: Task, digits: Digits): readonly Finding[] =>
  costItems(task, digits)
    .filter(isSpoken)
    .map((item) => ({
      kind: KINDS[item.family],
      strokes: item.other === undefined ? [item.stroke] : [item.other, item.stroke],
      sentence: sentenceFor(pattern, task, digits, item),
    }));
