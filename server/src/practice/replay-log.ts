import {
  EMPTY_PRACTICE_SNAPSHOT,
  estimateConstraints,
  foldPractice,
  isAttempt,
  progressAt,
  summariseAttempts,
  type AttemptSummary,
  type ConstraintEstimate,
  type LadderPlan,
  type PracticeEvent,
  type PracticeSnapshot,
  type PracticeProgress,
  type ProgressSummary,
} from '@fleet-wren/core';
import { summariseProgress } from './progress-summary.ts';

/**
 * A log to be gone through from what it had come to before: as the text it comes from the database as, so that nobody
 * reads it but who goes through it.
 */
export interface ReplayTask {
  readonly plan: LadderPlan;
  /** What came before the log; null where the log is the whole of it. */
  readonly from: KeptSnapshot | null;
  readonly log: string;
}

/** What a log had come to at a time, as it is kept. */
export interface KeptSnapshot extends PracticeSnapshot {
  /** Every event until then is in it, in milliseconds since 1970. */
  readonly to: number;
  /** Attempts that are taken back from the other side of that time: left out before it, and to be left out after it. */
  readonly undone: readonly string[];
}

/** What a log comes to. */
export interface ReplayResult {
  readonly standing: ProgressSummary;
  readonly progress: PracticeProgress;
  /** A snapshot further on than the one before; null where that still serves. */
  readonly snapshot: KeptSnapshot | null;
}

/**
 * Events that stay out of a snapshot, as those that come next may take them back, and how many there may be before it
 * is moved on.
 */
const TAIL = { kept: 40, most: 120 } as const;

const undoneIn = (events: readonly PracticeEvent[]): readonly string[] =>
  events.flatMap(({ kind, of }) => (kind === 'undone' && of ? [of] : []));

const without = (events: readonly PracticeEvent[], undone: readonly string[] = []): readonly PracticeEvent[] => {
  const names = new Set(undone);
  return events.filter((event) => !(names.has(event.id) && isAttempt(event)));
};

/** Whether events take back something that a snapshot has counted. */
const reachesBack = ({ undone }: KeptSnapshot, events: readonly PracticeEvent[]): boolean => {
  const here = new Set([...undone, ...events.map(({ id }) => id)]);
  return undoneIn(events).some((id) => !here.has(id));
};

/** How many of some events in order go into a snapshot: none of one moment is parted from the others. */
const cutOf = (events: readonly PracticeEvent[]): number => {
  let cut = events.length - TAIL.kept;
  while (cut > 0 && events[cut]?.at === events[cut - 1]?.at) cut -= 1;
  return Math.max(0, cut);
};

/** A snapshot moved on to where only the latest events stay out; null where there are few. */
const movedOn = (
  plan: LadderPlan,
  from: KeptSnapshot | null,
  events: readonly PracticeEvent[],
): KeptSnapshot | null => {
  const cut = events.length > TAIL.most ? cutOf(events) : 0;
  const to = events[cut - 1]?.at;
  if (to === undefined) return null;
  const [before, after] = [events.slice(0, cut), events.slice(cut)];
  const undone = [...new Set([...(from?.undone ?? []), ...undoneIn(events)])];
  const across = new Set(before.map(({ id }) => id));
  const [later, known] = [new Set(undoneIn(after)), new Set(from?.undone)];
  return {
    ...foldPractice(plan, from ?? EMPTY_PRACTICE_SNAPSHOT, without(before, undone)),
    to,
    undone: undone.filter((id) => later.has(id) || known.has(id) || !across.has(id)),
  };
};

/** Goes on through a log; null where it takes back something before it, so that all has to be gone through. */
export const replayLog = ({ plan, from, log }: ReplayTask): ReplayResult | null => {
  const events = JSON.parse(log) as readonly PracticeEvent[];
  if (from && reachesBack(from, events)) return null;
  const snapshot = foldPractice(plan, from ?? EMPTY_PRACTICE_SNAPSHOT, without(events, from?.undone));
  return {
    standing: summariseProgress(plan, snapshot),
    progress: progressAt(plan, snapshot),
    snapshot: movedOn(plan, from, events),
  };
};

/** The attempts of a student, as text for the same reason, and the plans they belong to. */
export interface AbilityTask {
  readonly plans: Readonly<Record<string, LadderPlan>>;
  readonly attempts: string;
  /** Milliseconds since 1970. */
  readonly now: number;
}

/** An attempt as it comes from the database: name, time, kind, stage, tempo, what it takes back, offset and slip. */
type AttemptRow = readonly [
  id: string,
  at: number,
  kind: 'clean' | 'slipped' | 'undone',
  stage: string | null,
  tempo: number | null,
  of: string | null,
  offset: number | null,
  slip: PracticeEvent['slip'] | null,
];

const eventOf = ([id, at, kind, stage, tempo, of, offset, slip]: AttemptRow): PracticeEvent => ({
  ...{ id, at, kind },
  stage: stage ?? undefined,
  tempo: tempo ?? undefined,
  of: of ?? undefined,
  offset: offset ?? undefined,
  slip: slip ?? undefined,
});

type AttemptLogs = Readonly<Record<string, readonly AttemptRow[]>>;

/** What a student’s attempts say of the hand. */
export const estimateAbility = ({ plans, attempts, now }: AbilityTask): readonly ConstraintEstimate[] => {
  const logs = JSON.parse(attempts) as AttemptLogs;
  const practised = Object.entries(logs).flatMap(([id, rows]) =>
    plans[id] ? [{ plan: plans[id], events: rows.map(eventOf) }] : [],
  );
  return estimateConstraints(practised, now);
};

/** The attempts of a student, to be counted. */
export interface AttemptCountTask {
  readonly counted: string;
}

/** A student’s attempts by assignment, stage, day and tempo. */
export const countAttempts = ({ counted }: AttemptCountTask): readonly AttemptSummary[] =>
  Object.entries(JSON.parse(counted) as AttemptLogs).flatMap(([assignment, rows]) =>
    summariseAttempts(assignment, rows.map(eventOf)),
  );

/** What a thread may be asked about logs, and what it answers. */
export type LogTask = ReplayTask | AbilityTask | AttemptCountTask;
export type LogTaskResult = ReplayResult | null | readonly ConstraintEstimate[] | readonly AttemptSummary[];
