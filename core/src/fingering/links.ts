import { STRIKERS, strikerOf, type Digit } from '../pattern/index.ts';
import {
  PAIR_COSTS,
  brushEnd,
  turnCost,
  type CostContext,
  type Gap,
  type PairCost,
  type Scope,
} from './costs/index.ts';
import { single, type EventOptions } from './event-options.ts';
import type { PlacedStroke } from './placed-stroke.ts';

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

/** The thumb's bit among the strikers. */
const THUMB_BIT = 1 << STRIKERS.indexOf('p');

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

const NEXT = withScope('next', 'within');
const WITHIN = withScope('within');
const OWN = withScope('own');
const ACROSS = withScope('across-thumb');

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

/** The costs between two events so far apart. */
export const makeLink = (context: CostContext, a: EventOptions, b: EventOptions, distance: number, gap: Gap): Link => {
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
