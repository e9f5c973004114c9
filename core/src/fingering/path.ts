import type { Stage } from './stages.ts';
import { nothingKnown } from './steps.ts';
import type { Passes } from './passes.ts';
import { endCosts, size, sweep, walkBack } from './sweep.ts';

/** The k least-cost paths through the stages, exactly. The best path is the case k = 1. */

const NONE: Stage = {
  options: [[]],
  conflicts: [],
  own: new Float64Array(1),
  strikers: new Uint8Array(1),
  links: [null, null, null],
  known: nothingKnown({ numbers: 0 }),
  next: new Map(),
};

/** The places of the least finite values, in order. */
const leastPlaces = (values: Float64Array, count: number): readonly number[] =>
  [...values.keys()]
    .filter((place) => (values[place] as number) < Infinity)
    .sort((a, b) => (values[a] as number) - (values[b] as number) || a - b)
    .slice(0, count);

const startAt = (states: number, state: number, k: number): Float64Array => {
  const start = new Float64Array(states * k).fill(Infinity);
  start[state * k] = 0;
  return start;
};

/** The options of each stage on a path, and what they cost together. */
export interface Path {
  readonly choices: readonly number[];
  readonly cost: number;
}

/** Paths, cheapest first, and whether they are surely the cheapest there are. */
export interface Paths {
  readonly paths: readonly Path[];
  readonly exact: boolean;
}

/** The least-cost paths through stages that do not come round, cheapest first. */
export const openPaths = (stages: readonly Stage[], k: number, passes: Passes): Paths => {
  const done = sweep([NONE, NONE, NONE].concat(stages), startAt(1, 0, k), k, passes);
  const values = endCosts(done);
  const paths = leastPlaces(values, k).map((place) => ({
    choices: walkBack(done, place),
    cost: values[place] as number,
  }));
  return { paths, exact: true };
};

const rotate = <T>(items: readonly T[], by: number): readonly T[] => items.slice(by).concat(items.slice(0, by));

/** Where three neighbouring stages have the fewest states: the cheapest place to cut the cycle open. */
const bestCut = (stages: readonly Stage[]): number => {
  const { length } = stages;
  let [best, least] = [0, Infinity];
  for (let at = 0; at < length; at += 1) {
    const states = size(stages[at]) * size(stages[(at + 1) % length]) * size(stages[(at + 2) % length]);
    if (states < least) [best, least] = [at, states];
  }
  return best;
};

/** Times round the cycle with free ends for the bounds: each tightens them. */
const ROUNDS = 2;

/** A bound made tighter by what it costs to come to a state that was set out from at a cost. */
const tighter = (bound: number, comes: number, set: number): number =>
  comes === Infinity ? Infinity : Math.max(bound, comes - set);

/**
 * For each state at the cut, a cost that no closed path through it can undercut. For any numbers u, the least of
 * path(r → s) + u(r) over all r, less u(s), is at most path(s → s); u is what the round before cost to come to r, so
 * that the bounds close in on the cost of the best cycle as the rounds go on.
 */
const boundsOf = (unrolled: readonly Stage[], states: number, passes: Passes): Float64Array => {
  const bounds = new Float64Array(states);
  let before: Float64Array = new Float64Array(states);
  for (let round = 0; round < ROUNDS; round += 1) {
    const values = endCosts(sweep(unrolled, before, 1, passes));
    for (let state = 0; state < states; state += 1)
      bounds[state] = tighter(bounds[state] as number, values[state] as number, before[state] as number);
    before = values;
  }
  return bounds;
};

/** Room for the rounding of sums when bounds are compared with costs. */
const EPSILON = 1e-9;

/** A cycle cut open at three stages: the stages from there on with those three again, and how to turn a path back. */
interface CutCycle {
  readonly unrolled: readonly Stage[];
  /** How many states there are at the cut. */
  readonly states: number;
  /** The states from the lowest bound up, and the bounds: no closed path through a state costs less. */
  readonly ranked: readonly number[];
  readonly bounds: Float64Array;
  readonly turnBack: (choices: readonly number[]) => readonly number[];
}

const cutCycle = (stages: readonly Stage[], passes: Passes): CutCycle => {
  const cut = bestCut(stages);
  const order = rotate(stages, cut);
  const unrolled = order.concat(order.slice(0, 3));
  const states = size(order[0]) * size(order[1]) * size(order[2]);
  const bounds = boundsOf(unrolled, states, passes);
  const reached = [...bounds.keys()].filter((state) => bounds[state] !== Infinity);
  const ranked = reached.sort((a, b) => (bounds[a] as number) - (bounds[b] as number) || a - b);
  const turn = (2 * stages.length - 3 - cut) % stages.length;
  return { unrolled, states, ranked, bounds, turnBack: (choices) => rotate(choices, turn) };
};

/** Comparisons that trying states at a cut may take in all: a bound on the work, counted so that no clock is needed. */
const MOST_WORK = 60_000_000;

/** Comparisons one time through the stages takes. */
const workOf = (stages: readonly Stage[]): number => {
  let sum = 0;
  let [n3, n2, n1] = [1, 1, 1];
  for (const stage of stages) {
    const n0 = size(stage);
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
export const closedPaths = (stages: readonly Stage[], k: number, passes: Passes): Paths =>
  tryStates(cutCycle(stages, passes), k, passes);

const tryStates = ({ unrolled, states, ranked, bounds, turnBack }: CutCycle, k: number, passes: Passes): Paths => {
  const most = Math.max(1, Math.floor(MOST_WORK / (workOf(unrolled) * k)));
  let best: readonly Path[] = [];
  let tried = 0;
  for (const state of ranked) {
    if ((bounds[state] as number) >= (best[k - 1]?.cost ?? Infinity) - EPSILON) break;
    if (tried === most) return { paths: best, exact: false };
    tried += 1;
    const done = sweep(unrolled, startAt(states, state, k), k, passes);
    const values = endCosts(done);
    const found = Array.from({ length: k }, (_, rank) => state * k + rank)
      .filter((place) => (values[place] as number) < Infinity)
      .map((place): Path => ({ cost: values[place] as number, choices: turnBack(walkBack(done, place)) }));
    best = [...best, ...found].sort((a, b) => a.cost - b.cost).slice(0, k);
  }
  return { paths: best, exact: true };
};
