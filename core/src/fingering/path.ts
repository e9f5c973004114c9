import { linkTable, type Stage } from './stages.ts';

/**
 * The k least-cost paths through the stages, exactly: dynamic programming whose state is the options of the last three
 * events, after the optimum-path paradigm (Sayegh, Computer Music Journal 13(3), 1989), with the k least costs kept for
 * each state. The best path is the case k = 1.
 */

/** Adds one row of a cost table to the costs of a stage's options. */
const addRow = (sum: Float64Array, table: Float64Array, row: number): void => {
  const base = row * sum.length;
  for (let to = 0; to < sum.length; to += 1) sum[to] = (sum[to] as number) + (table[base + to] as number);
};

const NONE: Stage = {
  options: [[]],
  conflicts: [],
  own: new Float64Array(1),
  strikers: new Uint8Array(1),
  links: [null, null, null],
};

/** The least costs of all states after a stage, `k` a state in ascending order, and where each came from. */
interface Step {
  readonly values: Float64Array;
  /** The option three events back times k, plus the rank there. */
  readonly from: Uint32Array;
}

type FourStages = readonly [Stage, Stage, Stage, Stage];

/** Puts a cost among the k least of a state, which begin at `base`, keeping them in order. */
const insert = ({ values, from }: Step, base: number, k: number, cost: number, origin: number): void => {
  let place = base + k - 1;
  while (place > base && (values[place - 1] as number) > cost) {
    values[place] = values[place - 1] as number;
    from[place] = from[place - 1] as number;
    place -= 1;
  }
  values[place] = cost;
  from[place] = origin;
};

/**
 * Finds for every option of the stage, given one pair of options just before it, the cheapest ways to come there. The
 * new states begin at `state`; the old ones lie `stride` apart from `before` on. Plain numbers and arrays rather than an
 * object: this is the innermost loop.
 */
const relax = (
  values: Float64Array,
  step: Step,
  k: number,
  costs: Float64Array,
  third: Float64Array | null,
  state: number,
  before: number,
  stride: number,
): void => {
  const count = costs.length;
  const states = values.length / k;
  const next = step.values;
  for (let o3 = 0, at = before; at < states; o3 += 1, at += stride) {
    const row = o3 * count;
    for (let rank = 0; rank < k; rank += 1) {
      const value = values[at * k + rank] as number;
      if (value === Infinity) break;
      for (let o0 = 0; o0 < count; o0 += 1) {
        const cost = value + (costs[o0] as number) + (third === null ? 0 : (third[row + o0] as number));
        const base = (state + o0) * k;
        if (cost < (next[base + k - 1] as number)) insert(step, base, k, cost, o3 * k + rank);
      }
    }
  }
};

/** A state is the index of (option two back, option one back, option here), the last running quickest. */
const advance = (values: Float64Array, [, s2, s1, s0]: FourStages, k: number): Step => {
  const [n2, n1, n0] = [s2.own.length, s1.own.length, s0.own.length];
  const room = n2 * n1 * n0 * k;
  const step: Step = { values: new Float64Array(room).fill(Infinity), from: new Uint32Array(room) };
  const near1 = new Float64Array(n0);
  const costs = new Float64Array(n0);
  const [l1, l2, l3] = s0.links;
  for (let o1 = 0; o1 < n1; o1 += 1) {
    const who1 = s1.strikers[o1] as number;
    near1.set(s0.own);
    if (l1) addRow(near1, linkTable(l1, 0), o1);
    const second = l2 ? linkTable(l2, who1) : null;
    for (let o2 = 0; o2 < n2; o2 += 1) {
      costs.set(near1);
      if (second) addRow(costs, second, o2);
      const third = l3 ? linkTable(l3, who1 | (s2.strikers[o2] as number)) : null;
      relax(values, step, k, costs, third, (o2 * n1 + o1) * n0, o2 * n1 + o1, n2 * n1);
    }
  }
  return step;
};

interface Sweep {
  readonly values: Float64Array;
  readonly steps: readonly Step[];
}

/** Runs through stages from given costs of the state before the fourth of them. */
const sweep = (stages: readonly Stage[], start: Float64Array, k: number): Sweep => {
  let values = start;
  const steps: Step[] = [];
  for (let at = 3; at < stages.length; at += 1) {
    const four = [stages[at - 3], stages[at - 2], stages[at - 1], stages[at]] as unknown as FourStages;
    const step = advance(values, four, k);
    steps.push(step);
    values = step.values;
  }
  return { values, steps };
};

const size = (stage: Stage | undefined): number => stage?.own.length ?? 1;

/** Walks back from a rank of a last state to the options of the stages after the first three. */
const walkBack = (stages: readonly Stage[], steps: readonly Step[], k: number, last: number): readonly number[] => {
  const path: number[] = [];
  let [state, rank] = [Math.floor(last / k), last % k];
  for (let at = stages.length - 1; at >= 3; at -= 1) {
    const [n0, n1, n2] = [size(stages[at]), size(stages[at - 1]), size(stages[at - 2])];
    path.push(state % n0);
    const [o1, o2] = [Math.floor(state / n0) % n1, Math.floor(state / (n0 * n1))];
    const origin = (steps[at - 3] as Step).from[state * k + rank] as number;
    rank = origin % k;
    state = (Math.floor(origin / k) * n2 + o2) * n1 + o1;
  }
  return path.reverse();
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
export const openPaths = (stages: readonly Stage[], k: number): Paths => {
  const padded = [NONE, NONE, NONE, ...stages];
  const { values, steps } = sweep(padded, startAt(1, 0, k), k);
  const paths = leastPlaces(values, k).map((place) => ({
    choices: walkBack(padded, steps, k, place),
    cost: values[place] as number,
  }));
  return { paths, exact: true };
};

const rotate = <T>(items: readonly T[], by: number): readonly T[] => [...items.slice(by), ...items.slice(0, by)];

/** Where three neighbouring stages have the fewest states: the cheapest place to cut the cycle open. */
const bestCut = (stages: readonly Stage[]): number => {
  const around = (at: number): number =>
    [0, 1, 2].reduce((product, step) => product * size(stages[(at + step) % stages.length]), 1);
  return stages.reduce((best, _, at) => (around(at) < around(best) ? at : best), 0);
};

/** Times round the cycle with free ends for the bounds: each tightens them. */
const ROUNDS = 2;

/**
 * For each state at the cut, a cost that no closed path through it can undercut. For any numbers u, the least of
 * path(r → s) + u(r) over all r, less u(s), is at most path(s → s); u is what the round before cost to come to r, so
 * that the bounds close in on the cost of the best cycle as the rounds go on.
 */
const boundsOf = (unrolled: readonly Stage[], states: number): Float64Array => {
  const bounds = new Float64Array(states);
  let before: Float64Array = new Float64Array(states);
  for (let round = 0; round < ROUNDS; round += 1) {
    const { values } = sweep(unrolled, before, 1);
    for (let state = 0; state < states; state += 1)
      bounds[state] = Math.max(bounds[state] as number, (values[state] as number) - (before[state] as number));
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

const cutCycle = (stages: readonly Stage[]): CutCycle => {
  const cut = bestCut(stages);
  const order = rotate(stages, cut);
  const unrolled = [...order, ...order.slice(0, 3)];
  const states = size(order[0]) * size(order[1]) * size(order[2]);
  const bounds = boundsOf(unrolled, states);
  const ranked = [...bounds.keys()].sort((a, b) => (bounds[a] as number) - (bounds[b] as number) || a - b);
  const turn = (2 * stages.length - 3 - cut) % stages.length;
  return { unrolled, states, ranked, bounds, turnBack: (choices) => rotate(choices, turn) };
};

/** Comparisons that trying states at a cut may take in all: a bound on the work, counted so that no clock is needed. */
const MOST_WORK = 60_000_000;

/** Comparisons one time through the stages takes. */
const workOf = (stages: readonly Stage[]): number =>
  stages.reduce(
    (sum, stage, at) => sum + size(stage) * size(stages[at - 1]) * size(stages[at - 2]) * size(stages[at - 3]),
    0,
  );

/**
 * The least-cost paths through four or more stages that come round, cheapest first. The cycle is cut open at three
 * stages, and the states there are tried from the lowest bound up until no bound is below the best found, or the work
 * is more than it may be: then the answer need not be exact.
 */
export const closedPaths = (stages: readonly Stage[], k: number): Paths => {
  const { unrolled, states, ranked, bounds, turnBack } = cutCycle(stages);
  const most = Math.max(1, Math.floor(MOST_WORK / (workOf(unrolled) * k)));
  let best: readonly Path[] = [];
  let tried = 0;
  for (const state of ranked) {
    if ((bounds[state] as number) >= (best[k - 1]?.cost ?? Infinity) - EPSILON) break;
    if (tried === most) return { paths: best, exact: false };
    tried += 1;
    const { values, steps } = sweep(unrolled, startAt(states, state, k), k);
    const found = Array.from({ length: k }, (_, rank) => state * k + rank)
      .filter((place) => (values[place] as number) < Infinity)
      .map((place): Path => ({
        cost: values[place] as number,
        choices: turnBack(walkBack(unrolled, steps, k, place)),
      }));
    best = [...best, ...found].sort((a, b) => a.cost - b.cost).slice(0, k);
  }
  return { paths: best, exact: true };
};
