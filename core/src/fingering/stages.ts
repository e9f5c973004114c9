import { STRIKERS, strikerOf, type Digit, type Striker } from '../pattern/index.ts';
import { OWN_COSTS, PAIR_COSTS, UNPLAYED_COST, brushEnd, type Ground, type PairCost, type Scope } from './costs/index.ts';
import type { PlacedStroke } from './hand.ts';
import type { Option } from './options.ts';
import { WINDOW, eventBefore, type Event, type Task, type TaskStroke } from './task.ts';

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
  /** Cost of each option by itself. */
  readonly own: Float64Array;
  /** Which strikers each option uses, one bit a striker. */
  readonly strikers: Uint8Array;
  /** Links with the 1st, 2nd … WINDOWth event before; null before the beginning. */
  readonly links: readonly (Link | null)[];
}

/** The thumb's bit among the strikers. */
export const THUMB_BIT = 1 << STRIKERS.indexOf('p');

const bitOf = (digit: Digit): number => 1 << STRIKERS.indexOf(strikerOf(digit));

interface EventOptions {
  readonly options: readonly Option[];
  readonly strokes: readonly TaskStroke[];
  /** Each option as placed strokes, and those of each striker. */
  readonly placed: readonly (readonly PlacedStroke[])[];
  readonly byStriker: readonly (readonly (readonly PlacedStroke[])[])[];
  /** Equal for events that look alike: same strings, same choices. */
  readonly look: string;
}

const placed = (digit: Digit, { string, opening }: TaskStroke): PlacedStroke => ({ digit, string, opening });

const place = (option: Option, strokes: readonly TaskStroke[]): readonly PlacedStroke[] =>
  option.flatMap((digit, index) => (digit ? [placed(digit, strokes[index] as TaskStroke)] : []));


const sumPairs = (
  costs: readonly PairCost[],
  [from, to]: readonly [readonly PlacedStroke[], readonly PlacedStroke[]],
  seconds: number,
  ground: Ground,
): number => {
  let sum = 0;
  for (const a of from)
    for (const b of to) if (leadsOn(from, to, a, b)) for (const cost of costs) sum += cost.of(a, b, seconds, ground);
  return sum;
};

const single = (strokes: readonly PlacedStroke[], striker: Striker): readonly PlacedStroke[] =>
  strokes.filter(({ digit }) => strikerOf(digit) === striker);

/** Of a striker's brush only its ends lead from event to event. */
const leadsOn = (from: readonly PlacedStroke[], to: readonly PlacedStroke[], a: PlacedStroke, b: PlacedStroke): boolean => {
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

const ownCost = (task: Task, ground: Ground, { strokes }: EventOptions, option: Option): number => {
  let sum = 0;
  option.forEach((digit, index) => {
    const stroke = strokes[index] as TaskStroke;
    if (digit === null) sum += UNPLAYED_COST;
    else for (const cost of OWN_COSTS) sum += cost.of(placed(digit, stroke), ground);
    if (digit && stroke.wont && stroke.wont !== digit) sum += task.school.weights.consistency;
  });
  const all = place(option, strokes);
  all.forEach((to, index) => {
    for (const from of all.slice(0, index)) for (const cost of TOGETHER) sum += cost.of(from, to, 0, ground);
  });
  return sum;
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

const makeLink = (ground: Ground, a: EventOptions, b: EventOptions, distance: number, seconds: number): Link => {
  const pairs = (costs: readonly PairCost[]): Fill => (from, to) => sumPairs(costs, [from, to], seconds, ground);
  const own = STRIKERS.map((_, striker) => {
    const [from, to] = [a.byStriker[striker], b.byStriker[striker]];
    return from && to ? unlessEmpty(table(from, to, pairs(OWN))) : null;
  });
  const across = distance > 1 && ground.school.weights.runsAcrossThumb;
  return {
    always: table(a.placed, b.placed, pairs(distance === 1 ? NEXT : WITHIN)),
    own,
    acrossThumb: across ? unlessEmpty(table(a.placed, b.placed, pairs(ACROSS))) : null,
    sums: [],
  };
};

/** Equal for events whose strokes have the same choices at the same costs. */
export const lookOf = (strokes: readonly TaskStroke[]): string =>
  strokes.map(({ string, pin, wont, opening, line }) => [string, pin, wont, opening, line].join('~')).join('+');

const eventOptions = (strokes: readonly TaskStroke[], look: string, options: readonly Option[]): EventOptions => {
  const all = options.map((option) => place(option, strokes));
  const byStriker = STRIKERS.map((striker) => all.map((those) => single(those, striker)));
  return { strokes, look, options, placed: all, byStriker };
};

/** Computes once what is asked for by key: events that look alike share their tables. */
const remember = <T>(store: Map<string, T>, key: string, make: () => T): T => {
  const known = store.get(key);
  if (known !== undefined) return known;
  const made = make();
  store.set(key, made);
  return made;
};

const sharedLinks = (ground: Ground) => {
  const store = new Map<string, Link>();
  return (a: EventOptions, b: EventOptions, distance: number, seconds: number): Link =>
    remember(store, `${a.look}|${b.look}|${distance}|${seconds.toFixed(6)}`, () => makeLink(ground, a, b, distance, seconds));
};

/** Builds the solver's stages: for each event its options, their own costs, and the links with the events before. */
export const stagesOf = (task: Task, events: readonly Event[], known: readonly (readonly Option[])[]): readonly Stage[] => {
  const ground: Ground = { school: task.school, hand: task.hand, strings: task.strings };
  const link = sharedLinks(ground);
  const lookStore = new Map<string, EventOptions>();
  const ownStore = new Map<string, Pick<Stage, 'own' | 'strikers'>>();
  const all = events.map((event, index): EventOptions => {
    const strokes = event.strokes.map((index) => task.strokes[index] as TaskStroke);
    const look = lookOf(strokes);
    return remember(lookStore, look, () => eventOptions(strokes, look, known[index] ?? []));
  });
  return all.map((here, index): Stage => ({
    options: here.options,
    ...remember(ownStore, here.look, () => ownOf(task, ground, here)),
    links: Array.from({ length: WINDOW }, (_, place) => {
      const before = eventBefore(task, events, index, place + 1);
      return before ? link(all[before.index] as EventOptions, here, place + 1, before.seconds) : null;
    }),
  }));
};

const ownOf = (task: Task, ground: Ground, here: EventOptions): Pick<Stage, 'own' | 'strikers'> => ({
  own: Float64Array.from(here.options, (option) => ownCost(task, ground, here, option)),
  strikers: Uint8Array.from(here.options, (option) => option.reduce((bits, digit) => bits | (digit ? bitOf(digit) : 0), 0)),
});
