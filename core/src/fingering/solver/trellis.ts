import type { CostContext, TimeGap } from '../costs/index.ts';
import { buildEventCandidates, maxCandidatesPerEvent, type EventCandidates } from './event-candidates.ts';
import type { HandProfile } from '../hand-profile.ts';
import { buildTransitionTables, type TransitionTables } from './transition-tables.ts';
import { eventSignature } from './stroke-signature.ts';
import type { CandidateFingering } from './candidates.ts';
import { getOrCreate, getOrCreateWeak } from '../memoise.ts';
import { findCommonPrefixSuffix, type CommonPrefixSuffix } from './pass-reuse.ts';
import type { School } from '../school.ts';
import { isBudgetExceeded, createColumnCostsCache } from './column-costs.ts';
import {
  EVENT_WINDOW,
  findPrecedingEvent,
  gapBetweenEvents,
  type StrokeEvent,
  type FingeringTask,
  type TaskStroke,
} from '../task/fingering-task.ts';
import type { MemoryBudget, TrellisColumn } from './trellis-column.ts';

/** The costs of the options, with those that leave the habit of their figure made dearer. */
const addRecurrencePenalty = (
  { stateCost, options, costsByRecurrence }: EventCandidates,
  { strokes, school }: FingeringTask,
  those: readonly number[],
): Float64Array => {
  if (!those.some((index) => strokes[index]?.recurringDigit)) return stateCost;
  return getOrCreate(costsByRecurrence, those.map((index) => strokes[index]?.recurringDigit ?? '').join(), () =>
    recurrencePenalties(
      stateCost,
      options,
      those.map((index) => strokes[index] as TaskStroke),
      school,
    ),
  );
};

const recurrencePenalties = (
  own: Float64Array,
  options: readonly CandidateFingering[],
  strokes: readonly TaskStroke[],
  school: School,
): Float64Array => {
  const leaves = (option: CandidateFingering): number =>
    option.filter((digit, index) => digit && strokes[index]?.recurringDigit && strokes[index].recurringDigit !== digit)
      .length;
  return own.map((cost, index) => cost + school.weights.consistency * leaves(options[index] as CandidateFingering));
};

/** Tables worked out for a school and a hand. They depend on nothing else, so an edit finds nearly all of them made. */
export interface TrellisTables {
  readonly events: Map<number | string, EventCandidates>;
  /** By the two events and how far apart they are counted, then by what lies between them. */
  readonly transitions: Map<number, Map<number, TransitionTables>>;
  /** The stages by the event's number and the number of its costs, then by its links. */
  readonly columns: Map<Float64Array, ColumnTree>;
  readonly budget: MemoryBudget;
  size: number;
}

/** Stages of one event by its links with the events before, the nearest first. */
type ColumnTree = Map<
  TransitionTables | null,
  Map<TransitionTables | null, Map<TransitionTables | null, TrellisColumn>>
>;

/** Links kept before all are let go: some tens of megabytes. */
const MAX_CACHED_TRANSITIONS = 20_000;

/**
 * All tables there are, and the room that the steps of all of them share: a long day may see every school and many
 * hands.
 */
interface TrellisTablesCache {
  readonly kept: WeakMap<School, WeakMap<HandProfile, Map<string, TrellisTables>>>;
  readonly room: MemoryBudget;
}

const createTablesCache = (): TrellisTablesCache => ({ kept: new WeakMap(), room: { used: 0 } });

let tablesCache = createTablesCache();

const createTrellisTables = (room: MemoryBudget): TrellisTables => ({
  events: new Map(),
  transitions: new Map(),
  columns: new Map(),
  budget: room,
  size: 0,
});

const getTrellisTables = ({ school, hand, strings }: FingeringTask, most: number): TrellisTables => {
  // What is at work with tables that are let go keeps them until it is done.
  if (isBudgetExceeded(tablesCache.room)) tablesCache = createTablesCache();
  const { kept, room } = tablesCache;
  const byHand = getOrCreateWeak(kept, school, () => new WeakMap<HandProfile, Map<string, TrellisTables>>());
  const all = getOrCreateWeak(byHand, hand, () => new Map<string, TrellisTables>());
  const made = [...all.values()];
  if (made.reduce((sum, { size }) => sum + size, 0) > MAX_CACHED_TRANSITIONS) all.clear();
  return getOrCreate(all, `${strings} ${most}`, () => createTrellisTables(room));
};

/** Events at most this many in a table of links: two of them and a distance make one number. */
const MAX_DISTINCT_EVENTS = 2 ** 20;

/** Two lengths of time as one number, to the microsecond; nothing is felt over minutes. */
const gapKey = ({ seconds, decayUnits }: TimeGap): number =>
  Math.round(Math.min(seconds, 120) * 1e6) * 2 ** 26 + Math.round(Math.min(decayUnits, 60) * 1e6);

/** Numbers' worth of room that a link and a stage take beside their tables: maps and objects (measured). */
const TRANSITION_MEMORY = 150;
const COLUMN_MEMORY = 150;

const getTransitionTables = (
  tables: TrellisTables,
  context: CostContext,
  a: EventCandidates,
  b: EventCandidates,
  distance: number,
  gap: TimeGap,
) => {
  const key = (a.id * MAX_DISTINCT_EVENTS + b.id) * 4 + distance;
  return getOrCreate(
    getOrCreate(tables.transitions, key, () => new Map<number, TransitionTables>()),
    gapKey(gap),
    () => {
      tables.size += 1;
      tables.budget.used += TRANSITION_MEMORY + 8 * a.options.length * b.options.length;
      return buildTransitionTables(context, a, b, distance, gap);
    },
  );
};

/** The stages of a task, and what they were made with. */
export interface Trellis {
  readonly task: FingeringTask;
  readonly events: readonly StrokeEvent[];
  readonly columns: readonly TrellisColumn[];
  readonly tables: TrellisTables;
}

/** Which events of a task are the same strokes, at the same times, as those of the task before. */
const findUnchangedEvents = (
  before: Trellis | undefined,
  task: FingeringTask,
  events: readonly StrokeEvent[],
  tables: TrellisTables,
): CommonPrefixSuffix => {
  if (!before || before.tables !== tables || before.task.loop !== task.loop)
    return { prefixLength: 0, suffixLength: 0 };
  const [old, now] = [before.task.strokes, task.strokes];
  return findCommonPrefixSuffix(before.events.length, events.length, (was, at) => {
    const [a, b] = [(before.events[was] as StrokeEvent).strokes, (events[at] as StrokeEvent).strokes];
    if (a.length !== b.length) return false;
    for (let place = 0; place < a.length; place += 1)
      if (old[a[place] as number] !== now[b[place] as number]) return false;
    return true;
  });
};

/**
 * Builds the solver's stages: for each event its options, their own costs, and the links with the events before. A
 * stage of the task before stands where its event and the three before it do; those at the beginning of a cycle are
 * made anew.
 */
export const buildTrellis = (task: FingeringTask, events: readonly StrokeEvent[], before?: Trellis): Trellis => {
  const most = maxCandidatesPerEvent(events.length);
  const tables = getTrellisTables(task, most);
  const { prefixLength, suffixLength } = findUnchangedEvents(before, task, events, tables);
  const old = before?.columns ?? [];
  const moved = events.length - old.length;
  const make = createColumnBuilder(task, events, tables, most);
  const first = task.loop ? EVENT_WINDOW : 0;
  const stages: TrellisColumn[] = [];
  for (let at = 0; at < events.length; at += 1) {
    const inSuffix = at >= events.length - suffixLength + EVENT_WINDOW ? at - moved : -1;
    const was = at < prefixLength ? at : inSuffix;
    const known = at >= first && was >= first ? old[was] : undefined;
    stages.push(known ?? make(at, stages[at - 1]));
  }
  return { task, events, columns: stages, tables };
};

/** Makes the stage of an event, given the one before it. */
const createColumnBuilder = (
  task: FingeringTask,
  events: readonly StrokeEvent[],
  tables: TrellisTables,
  most: number,
) => {
  const context: CostContext = { school: task.school, hand: task.hand, strings: task.strings };
  const counts = { offGrid: task.school.weights.gridTurn > 0, onBeat: task.school.playsBeatsApart === true };
  const strokesOf = ({ strokes }: StrokeEvent): readonly TaskStroke[] =>
    strokes.map((index) => task.strokes[index] as TaskStroke);
  const optionsAt = (at: number): EventCandidates => {
    const event = events[at] as StrokeEvent;
    return getOrCreate(tables.events, eventSignature(task.strokes, event.strokes, counts), () =>
      buildEventCandidates(task, context, strokesOf(event), { id: tables.events.size, most }),
    );
  };
  const linkBack = (at: number, distance: number): TransitionTables | null => {
    const before = findPrecedingEvent(task, events, at, distance);
    return before
      ? getTransitionTables(tables, context, optionsAt(before.index), optionsAt(at), distance, before)
      : null;
  };
  return (at: number, before: TrellisColumn | undefined): TrellisColumn => {
    const here = optionsAt(at);
    const own = addRecurrencePenalty(here, task, (events[at] as StrokeEvent).strokes);
    const made = (): TrellisColumn =>
      internColumn(tables, here, own, [linkBack(at, 1), linkBack(at, 2), linkBack(at, 3)]);
    return before ? getNextColumn(before, own, gapKey(gapBeforeEvent(events, at)), made) : made();
  };
};

const gapBeforeEvent = (events: readonly StrokeEvent[], index: number): TimeGap =>
  gapBetweenEvents(events[index - 1] as StrokeEvent, events[index] as StrokeEvent);

/**
 * The stage that follows another with some costs after some time. The one before knows the three events before it and
 * the times between them, so that nothing else has to be asked.
 */
const getNextColumn = (
  { successors }: TrellisColumn,
  own: Float64Array,
  gap: number,
  make: () => TrellisColumn,
): TrellisColumn => getOrCreate(getOrCreate(successors, own, createSuccessorMap), gap, make);

const createSuccessorMap = (): Map<number, TrellisColumn> => new Map();

/** The same costs and links make the same stage, so that what is known of it is found again. */
const internColumn = (
  { columns, budget }: TrellisTables,
  { options, conflicts, isBounded, actuators }: EventCandidates,
  own: Float64Array,
  links: readonly [TransitionTables | null, TransitionTables | null, TransitionTables | null],
): TrellisColumn => {
  const tree = getOrCreate<Float64Array, ColumnTree>(columns, own, () => new Map());
  const branch = getOrCreate(getOrCreate(tree, links[0], createBranchMap), links[1], createLeafMap);
  return getOrCreate(branch, links[2], () => {
    budget.used += COLUMN_MEMORY;
    return {
      options,
      conflicts,
      isBounded,
      stateCost: own,
      actuators,
      transitions: links,
      costsCache: createColumnCostsCache(budget),
      successors: new Map(),
    };
  });
};

const createLeafMap = (): Map<TransitionTables | null, TrellisColumn> => new Map();
const createBranchMap = (): Map<TransitionTables | null, Map<TransitionTables | null, TrellisColumn>> => new Map();
