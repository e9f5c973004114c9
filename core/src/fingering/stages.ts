import { STRIKERS, strikerOf, type Digit, type Striker } from '../pattern/index.ts';
import {
  OWN_COSTS,
  PAIR_COSTS,
  UNPLAYED_COST,
  NO_GAP,
  brushEnd,
  type CostContext,
  type Gap,
  type PairCost,
  type Scope,
} from './costs/index.ts';
import type { Hand } from './hand.ts';
import type { PlacedStroke } from './placed-stroke.ts';
import { optionsOf, type Option, type Options, type Unplaced } from './options.ts';
import type { School } from './school.ts';
import { WINDOW, eventBefore, placedStroke, type Event, type Task, type TaskStroke } from './task.ts';

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
const withHabit = ({ own, options }: EventOptions, strokes: readonly TaskStroke[], { school }: Task): Float64Array => {
  if (!strokes.some(({ habit }) => habit)) return own;
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
  const across = distance > 1 && context.school.weights.runsAcrossThumb;
  return {
    always: table(a.placed, b.placed, pairs(distance === 1 ? NEXT : WITHIN)),
    own,
    acrossThumb: across ? unlessEmpty(table(a.placed, b.placed, pairs(ACROSS))) : null,
    sums: [],
  };
};

/** Equal for strokes that have the same choices and weigh the same on others. */
const lookOf = (strokes: readonly TaskStroke[]): string =>
  strokes
    .map(
      (stroke) =>
        `${stroke.string}${stroke.pin ?? ''}${stroke.tremolo ? `t${stroke.tremolo}` : ''}${FLAGS.map(([key, sign]) => (stroke[key] ? sign : '')).join('')}`,
    )
    .join('+');

const FLAGS: readonly (readonly [keyof TaskStroke, string])[] = [
  ['opening', '!'],
  ['line', '~'],
  ['accent', '>'],
  ['rake', '/'],
  ['brush', '%'],
  ['harp', '*'],
  ['leads', '^'],
  ['chord', '&'],
  ['run', '='],
];

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

const eventOptions = (
  task: Task,
  context: CostContext,
  strokes: readonly TaskStroke[],
  { id, most }: { readonly id: number; readonly most: number },
): EventOptions => {
  const found = boundedTo(most, optionsOf(task, strokes), (option) => ownCost(context, strokes, option));
  const { options, conflicts, bounded } = found;
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
    byStriker,
    own: Float64Array.from(options, (option) => ownCost(context, strokes, option)),
    strikers: Uint8Array.from(options, (option) =>
      option.reduce((bits, digit) => bits | (digit ? bitOf(digit) : 0), 0),
    ),
  };
};

/** Computes once what is asked for by key: events that look alike share their tables. */
const remember = <T>(store: Map<string, T>, key: string, make: () => T): T => {
  const known = store.get(key);
  if (known !== undefined) return known;
  const made = make();
  store.set(key, made);
  return made;
};

/** Tables worked out for a school and a hand. They depend on nothing else, so an edit finds nearly all of them made. */
interface Tables {
  readonly events: Map<string, EventOptions>;
  readonly links: Map<string, Link>;
}

/** Links kept before all are let go: some tens of megabytes. */
const MOST_LINKS = 20_000;

const kept = new WeakMap<School, WeakMap<Hand, Tables>>();

const tablesFor = ({ school, hand }: Task): Tables => {
  const byHand = kept.get(school) ?? new WeakMap<Hand, Tables>();
  kept.set(school, byHand);
  const tables = byHand.get(hand) ?? { events: new Map<string, EventOptions>(), links: new Map<string, Link>() };
  byHand.set(hand, tables);
  if (tables.links.size > MOST_LINKS || tables.events.size > MOST_LINKS) {
    tables.links.clear();
    tables.events.clear();
  }
  return tables;
};

/** Builds the solver's stages: for each event its options, their own costs, and the links with the events before. */
export const stagesOf = (task: Task, events: readonly Event[]): readonly Stage[] => {
  const context: CostContext = { school: task.school, hand: task.hand, strings: task.strings };
  const tables = tablesFor(task);
  const strokes = events.map((event) => event.strokes.map((index) => task.strokes[index] as TaskStroke));
  const most = mostOptions(events.length);
  const byGrid = task.school.weights.gridTurn > 0;
  const all = strokes.map((those) =>
    remember(tables.events, `${task.strings} ${most} ${lookOf(those)}${byGrid && those[0]?.off ? 'o' : ''}`, () =>
      eventOptions(task, context, those, { id: tables.events.size, most }),
    ),
  );
  const link = (a: EventOptions, b: EventOptions, distance: number, gap: Gap): Link =>
    remember(
      tables.links,
      `${a.id} ${b.id} ${distance} ${Math.round(gap.seconds * 1e6)} ${Math.round(gap.rest * 1e6)}`,
      () => makeLink(context, a, b, distance, gap),
    );
  return all.map((here, index): Stage => ({
    options: here.options,
    conflicts: here.conflicts,
    bounded: here.bounded,
    own: withHabit(here, strokes[index] ?? [], task),
    strikers: here.strikers,
    links: Array.from({ length: WINDOW }, (_, place) => {
      const before = eventBefore(task, events, index, place + 1);
      return before ? link(all[before.index] as EventOptions, here, place + 1, before) : null;
    }),
  }));
};
