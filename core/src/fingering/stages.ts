import type { CostContext, Gap } from './costs/index.ts';
import { eventOptions, mostOptions, type EventOptions } from './event-options.ts';
import type { Hand } from './hand.ts';
import { makeLink, type Link } from './links.ts';
import { lookOf } from './look.ts';
import type { Option, Unplaced } from './options.ts';
import { remember, rememberBy } from './remember.ts';
import { overlapOf, type Overlap } from './passes.ts';
import type { School } from './school.ts';
import { isFull, nothingKnown, type Known, type Room } from './steps.ts';
import { WINDOW, eventBefore, gapOf, type Event, type Task, type TaskStroke } from './task.ts';

/** One event as the solver sees it. */
export interface Stage {
  readonly options: readonly Option[];
  /** What had to be set aside to have any. */
  readonly conflicts: readonly Unplaced[];
  /** Whether there were more ways to play it than are looked at. */
  readonly bounded?: boolean;
  /** Cost of each option by itself. */
  readonly own: Float64Array;
  /** Which strikers each option uses, one bit a striker. */
  readonly strikers: Uint8Array;
  /** Links with the 1st, 2nd … WINDOWth event before; null before the beginning. */
  readonly links: readonly (Link | null)[];
  /** The steps of passes that are known to lead to it. */
  readonly known: Known;
  /** The stages that were met after it, by their costs and the time between. */
  readonly next: Map<Float64Array, Map<number, Stage>>;
}

/** The costs of the options, with those that leave the habit of their figure made dearer. */
const withHabit = (
  { own, options, habits }: EventOptions,
  { strokes, school }: Task,
  those: readonly number[],
): Float64Array => {
  if (!those.some((index) => strokes[index]?.habit)) return own;
  return remember(habits, those.map((index) => strokes[index]?.habit ?? '').join(), () =>
    leavingCosts(
      own,
      options,
      those.map((index) => strokes[index] as TaskStroke),
      school,
    ),
  );
};

const leavingCosts = (
  own: Float64Array,
  options: readonly Option[],
  strokes: readonly TaskStroke[],
  school: School,
): Float64Array => {
  const leaves = (option: Option): number =>
    option.filter((digit, index) => digit && strokes[index]?.habit && strokes[index].habit !== digit).length;
  return own.map((cost, index) => cost + school.weights.consistency * leaves(options[index] as Option));
};

/** Tables worked out for a school and a hand. They depend on nothing else, so an edit finds nearly all of them made. */
export interface Tables {
  readonly events: Map<number | string, EventOptions>;
  /** By the two events and how far apart they are counted, then by what lies between them. */
  readonly links: Map<number, Map<number, Link>>;
  /** The stages by the event's number and the number of its costs, then by its links. */
  readonly stages: Map<Float64Array, StageTree>;
  readonly room: Room;
  size: number;
}

/** Stages of one event by its links with the events before, the nearest first. */
type StageTree = Map<Link | null, Map<Link | null, Map<Link | null, Stage>>>;

/** Links kept before all are let go: some tens of megabytes. */
const MOST_LINKS = 20_000;

/** All tables there are, and the room that the steps of all of them share: a long day may see every school and many hands. */
interface House {
  readonly kept: WeakMap<School, WeakMap<Hand, Map<string, Tables>>>;
  readonly room: Room;
}

const newHouse = (): House => ({ kept: new WeakMap(), room: { numbers: 0 } });

let house = newHouse();

const newTables = (room: Room): Tables => ({
  events: new Map(),
  links: new Map(),
  stages: new Map(),
  room,
  size: 0,
});

const tablesFor = ({ school, hand, strings }: Task, most: number): Tables => {
  // What is at work with tables that are let go keeps them until it is done.
  if (isFull(house.room)) house = newHouse();
  const { kept, room } = house;
  const byHand = rememberBy(kept, school, () => new WeakMap<Hand, Map<string, Tables>>());
  const all = rememberBy(byHand, hand, () => new Map<string, Tables>());
  const made = [...all.values()];
  if (made.reduce((sum, { size }) => sum + size, 0) > MOST_LINKS) all.clear();
  return remember(all, `${strings} ${most}`, () => newTables(room));
};

/** Events at most this many in a table of links: two of them and a distance make one number. */
const MOST_EVENTS = 2 ** 20;

/** Two lengths of time as one number, to the microsecond; nothing is felt over minutes. */
const gapKey = ({ seconds, rest }: Gap): number =>
  Math.round(Math.min(seconds, 120) * 1e6) * 2 ** 26 + Math.round(Math.min(rest, 60) * 1e6);

/** Numbers' worth of room that a link and a stage take beside their tables: maps and objects (measured). */
const LINK_ROOM = 150;
const STAGE_ROOM = 150;

const linkIn = (tables: Tables, context: CostContext, a: EventOptions, b: EventOptions, distance: number, gap: Gap) => {
  const key = (a.id * MOST_EVENTS + b.id) * 4 + distance;
  return remember(
    remember(tables.links, key, () => new Map<number, Link>()),
    gapKey(gap),
    () => {
      tables.size += 1;
      tables.room.numbers += LINK_ROOM + 8 * a.options.length * b.options.length;
      return makeLink(context, a, b, distance, gap);
    },
  );
};

/** The stages of a task, and what they were made with. */
export interface Staged {
  readonly task: Task;
  readonly events: readonly Event[];
  readonly stages: readonly Stage[];
  readonly tables: Tables;
}

/** Which events of a task are the same strokes, at the same times, as those of the task before. */
const sameEvents = (before: Staged | undefined, task: Task, events: readonly Event[], tables: Tables): Overlap => {
  if (!before || before.tables !== tables || before.task.cyclic !== task.cyclic) return { front: 0, back: 0 };
  const [old, now] = [before.task.strokes, task.strokes];
  return overlapOf(before.events.length, events.length, (was, at) => {
    const [a, b] = [(before.events[was] as Event).strokes, (events[at] as Event).strokes];
    if (a.length !== b.length) return false;
    for (let place = 0; place < a.length; place += 1)
      if (old[a[place] as number] !== now[b[place] as number]) return false;
    return true;
  });
};

/**
 * Builds the solver's stages: for each event its options, their own costs, and the links with the events before. A stage
 * of the task before stands where its event and the three before it do; those at the beginning of a cycle are made anew.
 */
export const stagesOf = (task: Task, events: readonly Event[], before?: Staged): Staged => {
  const most = mostOptions(events.length);
  const tables = tablesFor(task, most);
  const { front, back } = sameEvents(before, task, events, tables);
  const old = before?.stages ?? [];
  const moved = events.length - old.length;
  const make = stageMaker(task, events, tables, most);
  const first = task.cyclic ? WINDOW : 0;
  const stages: Stage[] = [];
  for (let at = 0; at < events.length; at += 1) {
    const was = at < front ? at : at >= events.length - back + WINDOW ? at - moved : -1;
    const known = at >= first && was >= first ? old[was] : undefined;
    stages.push(known ?? make(at, stages[at - 1]));
  }
  return { task, events, stages, tables };
};

/** Makes the stage of an event, given the one before it. */
const stageMaker = (task: Task, events: readonly Event[], tables: Tables, most: number) => {
  const context: CostContext = { school: task.school, hand: task.hand, strings: task.strings };
  const byGrid = task.school.weights.gridTurn > 0;
  const strokesOf = ({ strokes }: Event): readonly TaskStroke[] =>
    strokes.map((index) => task.strokes[index] as TaskStroke);
  const optionsAt = (at: number): EventOptions => {
    const event = events[at] as Event;
    return remember(tables.events, lookOf(task.strokes, event.strokes, byGrid), () =>
      eventOptions(task, context, strokesOf(event), { id: tables.events.size, most }),
    );
  };
  const linkBack = (at: number, distance: number): Link | null => {
    const before = eventBefore(task, events, at, distance);
    return before ? linkIn(tables, context, optionsAt(before.index), optionsAt(at), distance, before) : null;
  };
  return (at: number, before: Stage | undefined): Stage => {
    const here = optionsAt(at);
    const own = withHabit(here, task, (events[at] as Event).strokes);
    const made = (): Stage => stageIn(tables, here, own, [linkBack(at, 1), linkBack(at, 2), linkBack(at, 3)]);
    return before ? nextStage(before, own, gapKey(gapBetween(events, at)), made) : made();
  };
};

const gapBetween = (events: readonly Event[], index: number): Gap =>
  gapOf(events[index - 1] as Event, events[index] as Event);

/**
 * The stage that follows another with some costs after some time. The one before knows the three events before it and the
 * times between them, so that nothing else has to be asked.
 */
const nextStage = ({ next }: Stage, own: Float64Array, gap: number, make: () => Stage): Stage =>
  remember(remember(next, own, newFollowing), gap, make);

const newFollowing = (): Map<number, Stage> => new Map();

/** The same costs and links make the same stage, so that what is known of it is found again. */
const stageIn = (
  { stages, room }: Tables,
  { options, conflicts, bounded, strikers }: EventOptions,
  own: Float64Array,
  links: readonly [Link | null, Link | null, Link | null],
): Stage => {
  const tree = remember<Float64Array, StageTree>(stages, own, () => new Map());
  const branch = remember(remember(tree, links[0], newBranch), links[1], newTwig);
  return remember(branch, links[2], () => {
    room.numbers += STAGE_ROOM;
    return {
      options,
      conflicts,
      bounded,
      own,
      strikers,
      links,
      known: nothingKnown(room),
      next: new Map(),
    };
  });
};

const newTwig = (): Map<Link | null, Stage> => new Map();
const newBranch = (): Map<Link | null, Map<Link | null, Stage>> => new Map();
