import { ACTUATORS, actuatorOf, type Digit } from '../../pattern/index.ts';
import {
  STROKE_PAIR_COSTS,
  findBrushEdge,
  computePickReversalCost,
  type CostContext,
  type TimeGap,
  type StrokePairCost,
  type PairCostScope,
} from '../costs/index.ts';
import { strokesOfActuator, type EventCandidates } from './event-candidates.ts';
import type { FingeredStroke } from '../task/fingered-stroke.ts';

/** Costs between the options of two events; tables are flat, earlier option × options of the later event. */
export interface TransitionTables {
  /** What counts whoever plays in between. */
  readonly unconditional: Float64Array;
  /** What counts for a striker only if it does not play in between, one table a striker, null where nothing. */
  readonly perActuator: readonly (Float64Array | null)[];
  /** What counts only if nobody but the thumb plays in between; null where nothing. */
  readonly acrossThumb: Float64Array | null;
  /** The sums already asked for, by who plays in between. */
  readonly sumsByActuators: (Float64Array | undefined)[];
}

/** The costs of a link when certain strikers (bits) play in between; worked out once and kept. */
export const getTransitionTable = (link: TransitionTables, between: number): Float64Array => {
  const known = link.sumsByActuators[between];
  if (known) return known;
  const free = link.perActuator.filter((_, bit) => (between & (1 << bit)) === 0);
  const across = (between & ~THUMB_BIT_MASK) === 0 ? [link.acrossThumb] : [];
  const sum = sumTables([link.unconditional, ...free, ...across], link.unconditional.length);
  link.sumsByActuators[between] = sum;
  return sum;
};

/** The thumb's bit among the strikers. */
const THUMB_BIT_MASK = 1 << ACTUATORS.indexOf('p');

const sumPairCosts = (
  costs: readonly StrokePairCost[],
  [from, to]: readonly [readonly FingeredStroke[], readonly FingeredStroke[]],
  gap: TimeGap,
  context: CostContext,
): number => {
  let sum = 0;
  for (const a of from)
    for (const b of to)
      if (isBrushEdgePair(from, to, a, b)) for (const cost of costs) sum += cost.cost(a, b, gap, context);
  return sum;
};

/** Of a striker's brush only its ends lead from event to event. */
const isBrushEdgePair = (
  from: readonly FingeredStroke[],
  to: readonly FingeredStroke[],
  a: FingeredStroke,
  b: FingeredStroke,
): boolean => {
  const striker = actuatorOf(a.digit);
  if (striker !== actuatorOf(b.digit) || (from.length === 1 && to.length === 1)) return true;
  return (
    a === findBrushEdge(strokesOfActuator(from, striker), 'last') &&
    b === findBrushEdge(strokesOfActuator(to, striker), 'first')
  );
};

const costsInScope = (...scopes: readonly PairCostScope[]): readonly StrokePairCost[] =>
  STROKE_PAIR_COSTS.filter((cost) => cost.scopes.some((scope) => scopes.includes(scope)));

const CONSECUTIVE_COSTS = costsInScope('next', 'within');
const WITHIN_FIGURE_COSTS = costsInScope('within');
const SAME_ACTUATOR_COSTS = costsInScope('own');
const ACROSS_THUMB_COSTS = costsInScope('across-thumb');

type CellCost = (from: readonly FingeredStroke[], to: readonly FingeredStroke[]) => number;

type FingeredCandidates = readonly (readonly FingeredStroke[])[];

const fillTable = (earlier: FingeredCandidates, later: FingeredCandidates, fill: CellCost): Float64Array => {
  const values = new Float64Array(earlier.length * later.length);
  earlier.forEach((from, row) => later.forEach((to, column) => (values[row * later.length + column] = fill(from, to))));
  return values;
};

const nullIfZero = (values: Float64Array): Float64Array | null => (values.some((value) => value > 0) ? values : null);

const sumTables = (tables: readonly (Float64Array | null)[], size: number): Float64Array => {
  const sum = new Float64Array(size);
  for (const values of tables) values?.forEach((value, index) => (sum[index] = (sum[index] as number) + value));
  return sum;
};

/** The costs between two events so far apart. */
export const buildTransitionTables = (
  context: CostContext,
  a: EventCandidates,
  b: EventCandidates,
  distance: number,
  gap: TimeGap,
): TransitionTables => {
  const pairs =
    (costs: readonly StrokePairCost[]): CellCost =>
    (from, to) =>
      sumPairCosts(costs, [from, to], gap, context);
  const own = ACTUATORS.map((_, striker) => {
    const [from, to] = [a.byActuator[striker], b.byActuator[striker]];
    return from && to ? nullIfZero(fillTable(from, to, pairs(SAME_ACTUATOR_COSTS))) : null;
  });
  const next = () => fillTable(a.fingeredStrokes, b.fingeredStrokes, pairs(CONSECUTIVE_COSTS));
  const within = () => fillTable(a.fingeredStrokes, b.fingeredStrokes, pairs(WITHIN_FIGURE_COSTS));
  const across = distance > 1 && context.school.weights.runsAcrossThumb;
  return {
    unconditional:
      distance === 1
        ? sumTables([next(), pickReversalTable(context, a, b)], a.options.length * b.options.length)
        : within(),
    perActuator: own,
    acrossThumb: across ? nullIfZero(fillTable(a.fingeredStrokes, b.fingeredStrokes, pairs(ACROSS_THUMB_COSTS))) : null,
    sumsByActuators: [],
  };
};

/** What it costs that the pick goes on as it last went; what cannot follow each other costs without end. */
const pickReversalTable = (context: CostContext, a: EventCandidates, b: EventCandidates): Float64Array | null => {
  const { lastPickDirections } = a;
  if (!lastPickDirections || !b.lastPickDirections) return null;
  const values = new Float64Array(lastPickDirections.length * b.options.length);
  lastPickDirections.forEach((went, row) =>
    b.fingeredStrokes.forEach((to, column) => {
      const first = findBrushEdge(strokesOfActuator(to, 'pick'), 'first');
      const staying = went === b.lastPickDirections?.[column] ? 0 : Infinity;
      const cost = first ? computePickReversalCost({ ...first, digit: went as Digit }, first, context) : staying;
      values[row * b.options.length + column] = cost;
    }),
  );
  return values;
};
