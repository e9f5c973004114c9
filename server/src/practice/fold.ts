import {
  abilitiesOf,
  progressOf,
  type HeardAbility,
  type LadderPlan,
  type PracticeEvent,
  type Progress,
  type Standing,
} from '@fleet-wren/core';
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

/** The attempts of a student, as text for the same reason, and the plans they belong to. */
export interface HandTask {
  readonly plans: Readonly<Record<string, LadderPlan>>;
  readonly attempts: string;
  /** Milliseconds since 1970. */
  readonly now: number;
}

interface Attempt {
  readonly assignment: string | null;
  readonly event: PracticeEvent;
}

/** What a student’s attempts say of the hand. */
export const hearHand = ({ plans, attempts, now }: HandTask): readonly HeardAbility[] => {
  const logs = new Map<string, PracticeEvent[]>();
  for (const { assignment, event } of JSON.parse(attempts) as readonly Attempt[])
    if (assignment !== null)
      logs
        .set(assignment, logs.get(assignment) ?? [])
        .get(assignment)
        ?.push(event);
  const practised = [...logs].flatMap(([id, events]) => (plans[id] ? [{ plan: plans[id], events }] : []));
  return abilitiesOf(practised, now);
};
