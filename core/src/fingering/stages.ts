import { STRIKERS, strikerOf, type Digit, type Striker } from '../pattern/index.ts';
import {
  OWN_COSTS,
  PAIR_COSTS,
  UNPLAYED_COST,
  turnCost,
  NO_GAP,
  brushEnd,
  type CostContext,
  type Gap,
  type PairCost,
  type Scope,
} from './costs/index.ts';
import type { Hand } from './hand.ts';
import { lookOf } from './look.ts';
import type { PlacedStroke } from './placed-stroke.ts';
import { isFull, nothingKnown, type Known, type Room } from './steps.ts';
import { optionsOf, type Option, type Options, type Unplaced } from './options.ts';
import { remember, rememberBy } from './remember.ts';
import { carriesPick, type School } from './school.ts';
import { eventBefore, gapOf, placedStroke, type Event, type Task, type TaskStroke } from './task.ts';

/** Costs between the options of two events; tables are flat, earlier option × options of the later event. */
export interface Link {
  /** What counts whoever plays in between. */
  readonly always: Float64Array;
  /** What counts for a striker only if it does not play in between, one table a striker, null where nothing. */
  readonly own: readonly (Float64Array | null)[];
  /** What counts only if nobody but the thumb plays in between; null where nothing. */
  readonly acrossThumb: Float64Array | null;
  /** The sums already asked for, by who plays in between. */
  readonly sums: (Float64Array | undefined)[];
}

/** The costs of a link when certain strikers (bits) play in between; worked out once and kept. */
export const linkTable = (link: Link, between: number): Float64Array => {
  const known = link.sums[between];
  if (known) return known;
  const free = link.own.filter((_, bit) => (between & (1 << bit)) === 0);
  const across = (between & ~THUMB_BIT) === 0 ? [link.acrossThumb] : [];
  const sum = plus([link.always, ...free, ...across], link.always.length);
  link.sums[between] = sum;
  return sum;
};

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

/** The thumb's bit among the strikers. */
const THUMB_BIT = 1 << STRIKERS.indexOf('p');

const bitOf = (digit: Digit): number => 1 << STRIKERS.indexOf(strikerOf(digit));

interface EventOptions {
  readonly options: readonly Option[];
  readonly conflicts: readonly Unplaced[];
  readonly bounded: boolean;
  /** Each option as placed strokes, and those of each striker. */
  readonly placed: readonly (readonly PlacedStroke[])[];
  readonly byStriker: readonly (readonly (readonly PlacedStroke[])[] | null)[];
  readonly own: Float64Array;
  readonly strikers: Uint8Array;
  /** The way the pick went last once each option is played, where the school counts it through any rest. */
  readonly pickWent: readonly (Digit | null)[] | null;
  /** The costs with those of leaving a habit, by the habits. */
  readonly habits: Map<string, Float64Array>;
  /** A number of its own for each look: same strings, same choices. */
  readonly id: number;
}

const place = (option: Option, strokes: readonly TaskStroke[]): readonly PlacedStroke[] =>
  option.flatMap((digit, index) => (digit ? [placedStroke(strokes[index] as TaskStroke, digit)] : []));

const sumPairs = (
  costs: readonly PairCost[],
  [from, to]: readonly [readonly PlacedStroke[], readonly PlacedStroke[]],
  gap: Gap,
  context: CostContext,
): number => {
  let sum = 0;
  for (const a of from)
    for (const b of to) if (leadsOn(from, to, a, b)) for (const cost of costs) sum += cost.of(a, b, gap, context);
  return sum;
};

const single = (strokes: readonly PlacedStroke[], striker: Striker): readonly PlacedStroke[] =>
  strokes.filter(({ digit }) => strikerOf(digit) === striker);

/** Of a striker's brush only its ends lead from event to event. */
const leadsOn = (
  from: readonly PlacedStroke[],
  to: readonly PlacedStroke[],
  a: PlacedStroke,
  b: PlacedStroke,
): boolean => {
  const striker = strikerOf(a.digit);
  if (striker !== strikerOf(b.digit) || (from.length === 1 && to.length === 1)) return true;
  return a === brushEnd(single(from, striker), 'last') && b === brushEnd(single(to, striker), 'first');
};

const withScope = (...scopes: readonly Scope[]): readonly PairCost[] =>
  PAIR_COSTS.filter((cost) => cost.scopes.some((scope) => scopes.includes(scope)));

const TOGETHER = withScope('together');
const NEXT = withScope('next', 'within');
const WITHIN = withScope('within');
const OWN = withScope('own');
const ACROSS = withScope('across thumb');

/** What an option costs by itself, whatever the strokes around it. */
const ownCost = (context: CostContext, strokes: readonly TaskStroke[], option: Option): number => {
  let sum = 0;
  option.forEach((digit, index) => {
    if (digit === null) sum += UNPLAYED_COST;
    else for (const cost of OWN_COSTS) sum += cost.of(placedStroke(strokes[index] as TaskStroke, digit), context);
  });
  const all = place(option, strokes);
  all.forEach((to, index) => {
    for (const from of all.slice(0, index)) for (const cost of TOGETHER) sum += cost.of(from, to, NO_GAP, context);
  });
  return sum;
};

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

type Fill = (from: readonly PlacedStroke[], to: readonly PlacedStroke[]) => number;

type Placed = readonly (readonly PlacedStroke[])[];

const table = (earlier: Placed, later: Placed, fill: Fill): Float64Array => {
  const values = new Float64Array(earlier.length * later.length);
  earlier.forEach((from, row) => later.forEach((to, column) => (values[row * later.length + column] = fill(from, to))));
  return values;
};

const unlessEmpty = (values: Float64Array): Float64Array | null => (values.some((value) => value > 0) ? values : null);

const plus = (tables: readonly (Float64Array | null)[], size: number): Float64Array => {
  const sum = new Float64Array(size);
  for (const values of tables) values?.forEach((value, index) => (sum[index] = (sum[index] as number) + value));
  return sum;
};

const makeLink = (context: CostContext, a: EventOptions, b: EventOptions, distance: number, gap: Gap): Link => {
  const pairs =
    (costs: readonly PairCost[]): Fill =>
    (from, to) =>
      sumPairs(costs, [from, to], gap, context);
  const own = STRIKERS.map((_, striker) => {
    const [from, to] = [a.byStriker[striker], b.byStriker[striker]];
    return from && to ? unlessEmpty(table(from, to, pairs(OWN))) : null;
  });
  const next = () => table(a.placed, b.placed, pairs(NEXT));
  const within = () => table(a.placed, b.placed, pairs(WITHIN));
  const across = distance > 1 && context.school.weights.runsAcrossThumb;
  return {
    always: distance === 1 ? plus([next(), turnTable(context, a, b)], a.options.length * b.options.length) : within(),
    own,
    acrossThumb: across ? unlessEmpty(table(a.placed, b.placed, pairs(ACROSS))) : null,
    sums: [],
  };
};

/** Ways to play one event that are looked at: so many that no shipped school has more for a chord of four. */
const MOST_OPTIONS = 24;

/** Comparisons a pass through all events may take: with more events there, fewer ways are looked at for each. */
const MOST_WORK = 400_000_000;

const mostOptions = (events: number): number =>
  Math.min(MOST_OPTIONS, Math.floor((MOST_WORK / Math.max(1, events)) ** 0.25));

/** The ways that cost least by themselves, at most so many. */
const boundedTo = (
  most: number,
  { options, ...rest }: Options,
  cost: (option: Option) => number,
): Options & { readonly bounded: boolean } => {
  if (options.length <= most) return { ...rest, options, bounded: false };
  const costs = new Map(options.map((option) => [option, cost(option)]));
  const ranked = [...options].sort((a, b) => (costs.get(a) as number) - (costs.get(b) as number));
  return { ...rest, options: ranked.slice(0, most), bounded: true };
};

interface Carried {
  readonly option: Option;
  readonly went: Digit;
}

/** An option without the pick stands twice: after the pick went down, and after it went up. */
const withPickWent = (option: Option): readonly Carried[] => {
  const own = option.filter((digit) => digit && strikerOf(digit) === 'pick');
  const last = own.at(-1);
  return last
    ? [{ option, went: last }]
    : [
        { option, went: 'down' },
        { option, went: 'up' },
      ];
};

/** What it costs that the pick goes on as it last went; what cannot follow each other costs without end. */
const turnTable = (context: CostContext, a: EventOptions, b: EventOptions): Float64Array | null => {
  const { pickWent } = a;
  if (!pickWent || !b.pickWent) return null;
  const values = new Float64Array(pickWent.length * b.options.length);
  pickWent.forEach((went, row) =>
    b.placed.forEach((to, column) => {
      const first = brushEnd(single(to, 'pick'), 'first');
      const cost = first
        ? turnCost({ ...first, digit: went as Digit }, first, context)
        : went === b.pickWent?.[column]
          ? 0
          : Infinity;
      values[row * b.options.length + column] = cost;
    }),
  );
  return values;
};

const eventOptions = (
  task: Task,
  context: CostContext,
  strokes: readonly TaskStroke[],
  { id, most }: { readonly id: number; readonly most: number },
): EventOptions => {
  const found = boundedTo(most, optionsOf(task, strokes), (option) => ownCost(context, strokes, option));
  const { conflicts, bounded } = found;
  const carried = carriesPick(task.school) ? found.options.flatMap(withPickWent) : null;
  const options = carried ? carried.map(({ option }) => option) : found.options;
  const all = options.map((option) => place(option, strokes));
  const byStriker = STRIKERS.map((striker) => {
    const own = all.map((those) => single(those, striker));
    return own.some((those) => those.length > 0) ? own : null;
  });
  return {
    id,
    options,
    conflicts,
    bounded,
    placed: all,
    pickWent: carried ? carried.map(({ went }) => went) : null,
    habits: new Map(),
    byStriker,
    own: Float64Array.from(options, (option) => ownCost(context, strokes, option)),
    strikers: Uint8Array.from(options, (option) =>
      option.reduce((bits, digit) => bits | (digit ? bitOf(digit) : 0), 0),
    ),
  };
};

/** Tables worked out for a school and a hand. They depend on nothing else, so an edit finds nearly all of them made. */
interface Tables {
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

const kept = new WeakMap<School, WeakMap<Hand, Map<string, Tables>>>();

const newTables = (): Tables => ({
  events: new Map(),
  links: new Map(),
  stages: new Map(),
  room: { numbers: 0 },
  size: 0,
});

const tablesFor = ({ school, hand, strings }: Task, most: number): Tables => {
  const byHand = rememberBy(kept, school, () => new WeakMap<Hand, Map<string, Tables>>());
  const all = rememberBy(byHand, hand, () => new Map<string, Tables>());
  const made = [...all.values()];
  if (made.reduce((sum, { size }) => sum + size, 0) > MOST_LINKS || made.some(({ room }) => isFull(room))) all.clear();
  return remember(all, `${strings} ${most}`, newTables);
};

/** Events at most this many in a table of links: two of them and a distance make one number. */
const MOST_EVENTS = 2 ** 20;

/** Two lengths of time as one number, to the microsecond; nothing is felt over minutes. */
const gapKey = ({ seconds, rest }: Gap): number =>
  Math.round(Math.min(seconds, 120) * 1e6) * 2 ** 26 + Math.round(Math.min(rest, 60) * 1e6);

const linkIn = (tables: Tables, context: CostContext, a: EventOptions, b: EventOptions, distance: number, gap: Gap) => {
  const key = (a.id * MOST_EVENTS + b.id) * 4 + distance;
  return remember(
    remember(tables.links, key, () => new Map<number, Link>()),
    gapKey(gap),
    () => {
      tables.size += 1;
      return makeLink(context, a, b, distance, gap);
    },
  );
};

/** Builds the solver's stages: for each event its options, their own costs, and the links with the events before. */
export const stagesOf = (task: Task, events: readonly Event[]): readonly Stage[] => {
  const context: CostContext = { school: task.school, hand: task.hand, strings: task.strings };
  const most = mostOptions(events.length);
  const tables = tablesFor(task, most);
  const byGrid = task.school.weights.gridTurn > 0;
  const strokesOf = ({ strokes }: Event): readonly TaskStroke[] =>
    strokes.map((index) => task.strokes[index] as TaskStroke);
  const all = events.map((event) =>
    remember(tables.events, lookOf(task.strokes, event.strokes, byGrid), () =>
      eventOptions(task, context, strokesOf(event), { id: tables.events.size, most }),
    ),
  );
  const linkBack = (index: number, distance: number): Link | null => {
    const before = eventBefore(task, events, index, distance);
    return before
      ? linkIn(tables, context, all[before.index] as EventOptions, all[index] as EventOptions, distance, before)
      : null;
  };
  const stages: Stage[] = [];
  events.forEach((event, index) => {
    const here = all[index] as EventOptions;
    const own = withHabit(here, task, event.strokes);
    const made = (): Stage => stageIn(tables, here, own, [linkBack(index, 1), linkBack(index, 2), linkBack(index, 3)]);
    const before = stages[index - 1];
    stages.push(before ? nextStage(before, own, gapKey(gapBetween(events, index)), made) : made());
  });
  return stages;
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
  return remember(branch, links[2], () => ({
    options,
    conflicts,
    bounded,
    own,
    strikers,
    links,
    known: nothingKnown(room),
    next: new Map(),
  }));
};

const newTwig = (): Map<Link | null, Stage> => new Map();
const newBranch = (): Map<Link | null, Map<Link | null, Stage>> => new Map();
