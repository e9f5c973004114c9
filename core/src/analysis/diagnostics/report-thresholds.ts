import type { CostItem } from '../../fingering/index.ts';

/** Seconds between two strokes up to which what they cost is felt in full, and by which it fades beyond (est.). */
const TIME_DECAY = { full: 0.2, fade: 0.15 } as const;

/** How much of a cost a hand feels at the real tempo: who plays what does not depend on it, what is reported does. */
export const applyTimeDecay = ({ amount, seconds = 0 }: CostItem): number =>
  amount * Math.exp(-Math.max(0, seconds - TIME_DECAY.full) / TIME_DECAY.fade);

/** Costs below these are what a hand does without thinking (est.). */
export const REPORT_THRESHOLDS = {
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
export const MAX_SEVERITY_COSTS = {
  repeat: 4,
  cross: 3,
  rush: 8,
  confined: 3,
  span: 1.5,
  home: 7.5,
  'thumb-up': 2.4,
  rule: 10,
} as const satisfies Readonly<Record<keyof typeof REPORT_THRESHOLDS, number>>;

type ReportedCategory = keyof typeof REPORT_THRESHOLDS;

const isReported = (item: CostItem): item is CostItem & { readonly category: ReportedCategory } =>
  item.category in REPORT_THRESHOLDS;

/** What of some costs would be reported: the sum of their severities. */
export const sumReportedSeverity = (items: readonly CostItem[]): number =>
  items.reduce((sum, item) => {
    if (!isReported(item)) return sum;
    const amount = item.category === 'home' || item.category === 'thumb-up' ? item.amount : applyTimeDecay(item);
    return amount >= REPORT_THRESHOLDS[item.category]
      ? sum + Math.min(1, amount / MAX_SEVERITY_COSTS[item.category])
      : sum;
  }, 0);
