import { progressOf, type LadderPlan, type PracticeEvent, type Progress, type Standing } from '@fleet-wren/core';
import { standingOf } from './standing.ts';

/** A log to be gone through: as the text it comes from the database as, so that nobody reads it but who goes through it. */
export interface FoldTask {
  readonly plan: LadderPlan;
  readonly log: string;
  /** Milliseconds since 1970. */
  readonly now: number;
}

/** What a log comes to. */
export interface Folded {
  readonly standing: Standing;
  readonly progress: Progress;
}

/** Goes through a log. */
export const fold = ({ plan, log, now }: FoldTask): Folded => {
  const events = JSON.parse(log) as readonly PracticeEvent[];
  return { standing: standingOf(plan, events, now), progress: progressOf(plan, events) };
};
