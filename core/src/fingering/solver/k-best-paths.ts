import type { TrellisColumn } from './trellis-column.ts';
import { createColumnCostsCache } from './column-costs.ts';
import type { SearchHistory } from './pass-reuse.ts';
import { finalStateCosts, candidateCount, runForwardPass, traceBackpointers } from './forward-pass.ts';

/** The k least-cost paths through the stages, exactly. The best path is the case k = 1. */

const SENTINEL_COLUMN: TrellisColumn = {
  options: [[]],
  conflicts: [],
  stateCost: new Float64Array(1),
  actuators: new Uint8Array(1),
  transitions: [null, null, null],
  costsCache: createColumnCostsCache({ used: 0 }),
  successors: new Map(),
};

/** The places of the least finite values, in order. */
const indexesOfSmallest = (values: Float64Array, count: number): readonly number[] =>
  [...values.keys()]
    .filter((place) => (values[place] as number) < Infinity)
    .sort((a, b) => (values[a] as number) - (values[b] as number) || a - b)
    .slice(0, count);

const initialCostsAt = (states: number, state: number, k: number): Float64Array => {
  const start = new Float64Array(states * k).fill(Infinity);
  start[state * k] = 0;
  return start;
};

/** The options of each stage on a path, and what they cost together. */
export interface TrellisPath {
  readonly candidateIndexes: readonly number[];
  readonly cost: number;
}

/** Paths, cheapest first, and whether they are surely the cheapest there are. */
export interface KBestPaths {
  readonly paths: readonly TrellisPath[];
  readonly isExact: boolean;
}

/** The least-cost paths through stages that do not come round, cheapest first. */
export const findKBestOpenPaths = (stages: readonly TrellisColumn[], k: number, passes: SearchHistory): KBestPaths => {
  const done = runForwardPass(
    [SENTINEL_COLUMN, SENTINEL_COLUMN, SENTINEL_COLUMN].concat(stages),
    initialCostsAt(1, 0, k),
    k,
    passes,
  );
  const values = finalStateCosts(done);
  const paths = indexesOfSmallest(values, k).map((place) => ({
    candidateIndexes: traceBackpointers(done, place),
    cost: values[place] as number,
  }));
  return { paths, isExact: true };
};

const rotate = <T>(items: readonly T[], by: number): readonly T[] => items.slice(by).concat(items.slice(0, by));

/** Where three neighbouring stages have the fewest states: the cheapest place to cut the cycle open. */
const findCheapestCut = (stages: readonly TrellisColumn[]): number => {
  const { length } = stages;
  let [best, least] = [0, Infinity];
  for (let at = 0; at < length; at += 1) {
    const states =
      candidateCount(stages[at]) *
      candidateCount(stages[(at + 1) % length]) *
      candidateCount(stages[(at + 2) % length]);
    if (states < least) [best, least] = [at, states];
  }
  return best;
};

/** Times round the cycle with free ends for the bounds: each tightens them. */
const BOUND_ITERATIONS = 2;

/** A bound made tighter by what it costs to come to a state that was set out from at a cost. */
const tightenBound = (bound: number, comes: number, set: number): number =>
  comes === Infinity ? Infinity : Math.max(bound, comes - set);

/**
 * For each state at the cut, a cost that no closed path through it can undercut. For any numbers u, the least of
 * path(r → s) + u(r) over all r, less u(s), is at most path(s → s); u is what the round before cost to come to r, so
 * that the bounds close in on the cost of the best cycle as the rounds go on.
 */
const computeLowerBounds = (
  unrolled: readonly TrellisColumn[],
  states: number,
  passes: SearchHistory,
): Float64Array => {
  const bounds = new Float64Array(states);
  let before: Float64Array = new Float64Array(states);
  for (let round = 0; round < BOUND_ITERATIONS; round += 1) {
    const values = finalStateCosts(runForwardPass(unrolled, before, 1, passes));
    for (let state = 0; state < states; state += 1)
      bounds[state] = tightenBound(bounds[state] as number, values[state] as number, before[state] as number);
    before = values;
  }
  return bounds;
};

/** Room for the rounding of sums when bounds are compared with costs. */
const COST_TOLERANCE = 1e-9;

/** A cycle cut open at three stages: the stages from there on with those three again, and how to turn a path back. */
interface CutCycle {
  readonly unrolled: readonly TrellisColumn[];
  /** How many states there are at the cut. */
  readonly states: number;
  /** The states from the lowest bound up, and the bounds: no closed path through a state costs less. */
  readonly ranked: readonly number[];
  readonly bounds: Float64Array;
  readonly turnBack: (choices: readonly number[]) => readonly number[];
}

const cutCycle = (stages: readonly TrellisColumn[], passes: SearchHistory): CutCycle => {
  const cut = findCheapestCut(stages);
  const order = rotate(stages, cut);
  const unrolled = order.concat(order.slice(0, 3));
  const states = candidateCount(order[0]) * candidateCount(order[1]) * candidateCount(order[2]);
  const bounds = computeLowerBounds(unrolled, states, passes);
  const reached = [...bounds.keys()].filter((state) => bounds[state] !== Infinity);
  const ranked = reached.sort((a, b) => (bounds[a] as number) - (bounds[b] as number) || a - b);
  const turn = (2 * stages.length - 3 - cut) % stages.length;
  return { unrolled, states, ranked, bounds, turnBack: (choices) => rotate(choices, turn) };
};

/** Comparisons that trying states at a cut may take in all: a bound on the work, counted so that no clock is needed. */
const MAX_COMPARISONS = 60_000_000;

/** Comparisons one time through the stages takes. */
const countComparisons = (stages: readonly TrellisColumn[]): number => {
  let sum = 0;
  let [n3, n2, n1] = [1, 1, 1];
  for (const stage of stages) {
    const n0 = candidateCount(stage);
    sum += n0 * n1 * n2 * n3;
    [n3, n2, n1] = [n2, n1, n0];
  }
  return sum;
};

/**
 * The least-cost paths through four or more stages that come round, cheapest first. The cycle is cut open at three
 * stages, and the states there are tried from the lowest bound up until no bound is below the best found, or the work
 * is more than it may be: then the answer need not be exact.
 */
export const findKBestClosedPaths = (stages: readonly TrellisColumn[], k: number, passes: SearchHistory): KBestPaths =>
  searchCutStates(cutCycle(stages, passes), k, passes);

const searchCutStates = (
  { unrolled, states, ranked, bounds, turnBack }: CutCycle,
  k: number,
  passes: SearchHistory,
): KBestPaths => {
  const most = Math.max(1, Math.floor(MAX_COMPARISONS / (countComparisons(unrolled) * k)));
  let best: readonly TrellisPath[] = [];
  let tried = 0;
  for (const state of ranked) {
    if ((bounds[state] as number) >= (best[k - 1]?.cost ?? Infinity) - COST_TOLERANCE) break;
    if (tried === most) return { paths: best, isExact: false };
    tried += 1;
    const done = runForwardPass(unrolled, initialCostsAt(states, state, k), k, passes);
    const values = finalStateCosts(done);
    const found = Array.from({ length: k }, (_, rank) => state * k + rank)
      .filter((place) => (values[place] as number) < Infinity)
      .map((place): TrellisPath => ({
        cost: values[place] as number,
        candidateIndexes: turnBack(traceBackpointers(done, place)),
      }));
    best = [...best, ...found].sort((a, b) => a.cost - b.cost).slice(0, k);
  }
  return { paths: best, isExact: true };
};
