import {
  valueOrThrow,
  createHandProfile,
  createPatternSummary,
  type Pattern,
  type PatternSummary,
} from '@fleet-wren/core';
import type { StudioEstimates } from '../documents/document-types.ts';

/** What a summary is made of: a pattern, and what the studio assumes about an able adult's hand. */
export interface SummaryTask {
  readonly pattern: Pattern;
  readonly estimates: StudioEstimates;
}

/** Sums a pattern up for the hand that the bench judges for when nothing else is chosen. */
export const summarisePattern = ({ pattern, estimates }: SummaryTask): PatternSummary => {
  const hand = valueOrThrow(createHandProfile({ key: 'able-adult', name: 'able adult', times: estimates }));
  return createPatternSummary(pattern, { hand });
};
