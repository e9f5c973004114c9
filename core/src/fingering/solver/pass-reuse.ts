import type { TrellisColumn } from './trellis-column.ts';
import type { ColumnCostsWithOffset } from './trellis-column.ts';
import type { ColumnCosts } from './trellis-column.ts';

/**
 * What passes through stages take over from passes before them, where their stages are the same ones and a pass comes
 * to the same step: from there on it goes the same way for as long as the stages stay the same.
 */

/** A pass through stages. */
export interface ForwardPassRecord {
  readonly stages: readonly TrellisColumn[];
  /** What is reached before the fourth stage, after it, and so on. */
  readonly columnCosts: readonly ColumnCostsWithOffset[];
  readonly k: number;
}

/** How many steps of passes there were, and how many of them had to be worked out. */
export interface ReuseStatistics {
  steps: number;
  computed: number;
}

/** The passes of one search: those made so far, and those of the search before. */
export interface SearchHistory {
  readonly previousPasses: readonly ForwardPassRecord[];
  readonly currentPasses: ForwardPassRecord[];
  readonly tally: ReuseStatistics;
}

/** Nothing made yet; nothing before unless given. */
export const createSearchHistory = (
  before: readonly ForwardPassRecord[] = [],
  tally: ReuseStatistics = { steps: 0, computed: 0 },
): SearchHistory => ({
  previousPasses: before,
  currentPasses: [],
  tally,
});

/** How many members two lists share at their beginnings and, of the rest, at their ends. */
export interface CommonPrefixSuffix {
  readonly prefixLength: number;
  readonly suffixLength: number;
}

/** What two lists share, by a comparison of members at two places. */
export const findCommonPrefixSuffix = (
  before: number,
  now: number,
  same: (before: number, now: number) => boolean,
): CommonPrefixSuffix => {
  const most = Math.min(before, now);
  let front = 0;
  while (front < most && same(front, front)) front += 1;
  let back = 0;
  while (back < most - front && same(before - 1 - back, now - 1 - back)) back += 1;
  return { prefixLength: front, suffixLength: back };
};

/** An earlier pass and what its stages share with those of a new one. */
export interface ReusablePass {
  readonly pass: ForwardPassRecord;
  readonly overlap: CommonPrefixSuffix;
}

/** The pass to go by: the one at the same place of the search before, else the last of this search. */
export const findReusablePass = (
  { previousPasses, currentPasses }: SearchHistory,
  stages: readonly TrellisColumn[],
  k: number,
): ReusablePass | undefined => {
  const pass = previousPasses[currentPasses.length] ?? currentPasses.at(-1);
  if (!pass || pass.k !== k) return undefined;
  const old = pass.stages;
  if (old === stages) return { pass, overlap: { prefixLength: stages.length, suffixLength: 0 } };
  return { pass, overlap: findCommonPrefixSuffix(old.length, stages.length, (was, at) => old[was] === stages[at]) };
};

/** How much of an earlier pass a new one takes over after a stage: from which entry of it, and how many. */
export interface ReusableRange {
  readonly from: number;
  readonly count: number;
}

/** What can be taken over where a pass stands on a step after a stage; undefined for nothing. */
export const findReusableRange = (
  { pass, overlap: { prefixLength, suffixLength } }: ReusablePass,
  stages: readonly TrellisColumn[],
  at: number,
  step: ColumnCosts,
): ReusableRange | undefined => {
  const moved = stages.length - pass.stages.length;
  if (at + 1 < prefixLength && pass.columnCosts[at - 2]?.step === step)
    return { from: at - 1, count: prefixLength - at - 1 };
  if (at + 1 >= stages.length - suffixLength && pass.columnCosts[at - moved - 2]?.step === step)
    return { from: at - moved - 1, count: stages.length - at - 1 };
  return undefined;
};
