import type { SlipReason } from '../../take/index.ts';
import type { PracticeEvent } from './practice-event.ts';

/** How often passes of a stage slipped at one place for one reason. */
export interface SlipCount {
  readonly stage: string;
  /** In the pattern of the stage. */
  readonly tick: number;
  readonly reason: SlipReason;
  readonly count: number;
}

/** A place of a stage where passes slipped. */
export interface SlipPlace {
  readonly tick: number;
  readonly count: number;
  /** Of all slips whose place is known, from 0 to 1. */
  readonly share: number;
  /** Why, the most frequent reason first. */
  readonly reasons: readonly { readonly reason: SlipReason; readonly count: number }[];
}

/** Places and reasons that are counted apart: a log that tells of more is not true. */
const MOST_COUNTS = 300;

/** The counts after an event: a pass that slipped, with its place. */
export const countSlip = (counts: readonly SlipCount[], { kind, stage, slip }: PracticeEvent): readonly SlipCount[] => {
  if (kind !== 'slipped' || stage === undefined || slip?.tick === undefined) return counts;
  const { tick, reason } = slip;
  const index = counts.findIndex((one) => one.stage === stage && one.tick === tick && one.reason === reason);
  if (index < 0) return counts.length < MOST_COUNTS ? [...counts, { stage, tick, reason, count: 1 }] : counts;
  return counts.map((one, at) => (at === index ? { ...one, count: one.count + 1 } : one));
};

/**
 * Where passes of a stage slipped, the most frequent place first.
 * @example
 * findSlipPlaces([{ stage: 'a', tick: 480, reason: 'late', count: 3 }], 'a').map(({ share }) => share) // => [1]
 */
export const findSlipPlaces = (counts: readonly SlipCount[], stage: string): readonly SlipPlace[] => {
  const own = counts.filter((one) => one.stage === stage);
  const total = own.reduce((sum, { count }) => sum + count, 0);
  return [...new Set(own.map(({ tick }) => tick))]
    .map((tick) => {
      const here = own.filter((one) => one.tick === tick).sort((a, b) => b.count - a.count);
      const count = here.reduce((sum, one) => sum + one.count, 0);
      return { tick, count, share: count / total, reasons: here.map(({ reason, count }) => ({ reason, count })) };
    })
    .sort((a, b) => b.count - a.count || a.tick - b.tick);
};
