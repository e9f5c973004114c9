import type { Stage } from './stages.ts';
import type { Reached, Step } from './steps.ts';

/**
 * What passes through stages take over from passes before them, where their stages are the same ones and a pass comes to
 * the same step: from there on it goes the same way for as long as the stages stay the same.
 */

/** A pass through stages. */
export interface Pass {
  readonly stages: readonly Stage[];
  /** What is reached before the fourth stage, after it, and so on. */
  readonly reached: readonly Reached[];
  readonly k: number;
}

/** How many steps of passes there were, and how many of them had to be worked out. */
export interface Tally {
  steps: number;
  worked: number;
}

/** The passes of one search: those made so far, and those of the search before. */
export interface Passes {
  readonly before: readonly Pass[];
  readonly made: Pass[];
  readonly tally: Tally;
}

/** Nothing made yet; nothing before unless given. */
export const newPasses = (before: readonly Pass[] = [], tally: Tally = { steps: 0, worked: 0 }): Passes => ({
  before,
  made: [],
  tally,
});

/** How many members two lists share at their beginnings and, of the rest, at their ends. */
export interface Overlap {
  readonly front: number;
  readonly back: number;
}

/** What two lists share, by a comparison of members at two places. */
export const overlapOf = (before: number, now: number, same: (before: number, now: number) => boolean): Overlap => {
  const most = Math.min(before, now);
  let front = 0;
  while (front < most && same(front, front)) front += 1;
  let back = 0;
  while (back < most - front && same(before - 1 - back, now - 1 - back)) back += 1;
  return { front, back };
};

/** An earlier pass and what its stages share with those of a new one. */
export interface Guide {
  readonly pass: Pass;
  readonly overlap: Overlap;
}

/** The pass to go by: the one at the same place of the search before, else the last of this search. */
export const guideFor = ({ before, made }: Passes, stages: readonly Stage[], k: number): Guide | undefined => {
  const pass = before[made.length] ?? made.at(-1);
  if (!pass || pass.k !== k) return undefined;
  const old = pass.stages;
  if (old === stages) return { pass, overlap: { front: stages.length, back: 0 } };
  return { pass, overlap: overlapOf(old.length, stages.length, (was, at) => old[was] === stages[at]) };
};

/** How much of an earlier pass a new one takes over after a stage: from which entry of it, and how many. */
export interface TakenOver {
  readonly from: number;
  readonly count: number;
}

/** What can be taken over where a pass stands on a step after a stage; undefined for nothing. */
export const takenOver = (
  { pass, overlap: { front, back } }: Guide,
  stages: readonly Stage[],
  at: number,
  step: Step,
): TakenOver | undefined => {
  const moved = stages.length - pass.stages.length;
  if (at + 1 < front && pass.reached[at - 2]?.step === step) return { from: at - 1, count: front - at - 1 };
  if (at + 1 >= stages.length - back && pass.reached[at - moved - 2]?.step === step)
    return { from: at - moved - 1, count: stages.length - at - 1 };
  return undefined;
};
