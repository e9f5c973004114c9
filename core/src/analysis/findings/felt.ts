import type { CostItem } from '../../fingering/index.ts';

/** Seconds between two strokes up to which what they cost is felt in full, and by which it fades beyond (est.). */
const FELT = { full: 0.2, fade: 0.15 } as const;

/** How much of a cost a hand feels at the real tempo: who plays what does not depend on it, what is reported does. */
export const felt = ({ amount, seconds = 0 }: CostItem): number =>
  amount * Math.exp(-Math.max(0, seconds - FELT.full) / FELT.fade);

/** Costs below these are what a hand does without thinking (est.). */
export const LEAST = {
  repeat: 2,
  cross: 0.75,
  rush: 2.4,
  confined: 0.9,
  span: 0.62,
  home: 2,
  'thumb-up': 0.6,
  rule: 0,
} as const satisfies Partial<Record<CostItem['category'], number>>;

/** A cost at which a finding is as bad as it gets (est.). */
export const MOST = {
  repeat: 4,
  cross: 3,
  rush: 8,
  confined: 3,
  span: 1.5,
  home: 7.5,
  'thumb-up': 2.4,
  rule: 10,
} as const satisfies Readonly<Record<keyof typeof LEAST, number>>;

type Reported = keyof typeof LEAST;

const isReported = (item: CostItem): item is CostItem & { readonly category: Reported } => item.category in LEAST;

/** What of some costs would be reported: the sum of their severities. */
export const reportedOf = (items: readonly CostItem[]): number =>
  items.reduce((sum, item) => {
    if (!isReported(item)) return sum;
    const amount = item.category === 'home' || item.category === 'thumb-up' ? item.amount : felt(item);
    return amount >= LEAST[item.category] ? sum + Math.min(1, amount / MOST[item.category]) : sum;
  }, 0);
