import { linkTable, type Stage } from './stages.ts';

/**
 * The least-cost path through the stages, exactly: dynamic programming whose state is the options of the last three
 * events, after the optimum-path paradigm (Sayegh, Computer Music Journal 13(3), 1989).
 */

/** Adds one row of a cost table to the costs of a stage's options. */
export const addRow = (sum: Float64Array, table: Float64Array, row: number): void => {
  const base = row * sum.length;
  for (let to = 0; to < sum.length; to += 1) sum[to] = (sum[to] as number) + (table[base + to] as number);
};

export const NONE: Stage = {
  options: [[]],
  conflicts: [],
  own: new Float64Array(1),
  strikers: new Uint8Array(1),
  links: [null, null, null],
};

/** The least costs of all states after a stage, and for each the option three events back it came from. */
interface Step {
  readonly values: Float64Array;
  readonly from: Uint16Array;
}

export type FourStages = readonly [Stage, Stage, Stage, Stage];

/**
 * Finds for every option of the stage, given one pair of options just before it, which option three events back is the
 * cheapest to come from. The new states begin at `state`; the old ones lie `stride` apart from `before` on. Plain
 * numbers and arrays rather than an object: this is the innermost loop.
 */
const relax = (
  values: Float64Array,
  { values: next, from }: Step,
  costs: Float64Array,
  third: Float64Array | null,
  state: number,
  before: number,
  stride: number,
): void => {
  const count = costs.length;
  for (let o3 = 0, at = before; at < values.length; o3 += 1, at += stride) {
    const value = values[at] as number;
    if (value === Infinity) continue;
    const base = o3 * count;
    for (let o0 = 0; o0 < count; o0 += 1) {
      const cost = value + (costs[o0] as number) + (third === null ? 0 : (third[base + o0] as number));
      if (cost < (next[state + o0] as number)) {
        next[state + o0] = cost;
        from[state + o0] = o3;
      }
    }
  }
};

/** A state is the index of (option two back, option one back, option here), the last running quickest. */
const advance = (values: Float64Array, [, s2, s1, s0]: FourStages): Step => {
  const [n2, n1, n0] = [s2.own.length, s1.own.length, s0.own.length];
  const step: Step = { values: new Float64Array(n2 * n1 * n0).fill(Infinity), from: new Uint16Array(n2 * n1 * n0) };
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
      relax(values, step, costs, third, (o2 * n1 + o1) * n0, o2 * n1 + o1, n2 * n1);
    }
  }
  return step;
};

interface Sweep {
  readonly values: Float64Array;
  readonly steps: readonly Step[];
}

/** Runs through stages from given costs of the state before the first of them; `back` are the three before it. */
const sweep = (stages: readonly Stage[], start: Float64Array): Sweep => {
  let values = start;
  const steps: Step[] = [];
  for (let at = 3; at < stages.length; at += 1) {
    const four = [stages[at - 3], stages[at - 2], stages[at - 1], stages[at]] as unknown as FourStages;
    const step = advance(values, four);
    steps.push(step);
    values = step.values;
  }
  return { values, steps };
};

const leastIndex = (values: Float64Array): number => {
  let best = 0;
  for (let index = 1; index < values.length; index += 1)
    if ((values[index] as number) < (values[best] as number)) best = index;
  return best;
};

/** Walks back from a last state to the options of the stages after the first three. */
const walkBack = (stages: readonly Stage[], steps: readonly Step[], last: number): readonly number[] => {
  const path: number[] = [];
  let state = last;
  for (let at = stages.length - 1; at >= 3; at -= 1) {
    const n0 = (stages[at] as Stage).own.length;
    const n1 = (stages[at - 1] as Stage).own.length;
    const n2 = (stages[at - 2] as Stage).own.length;
    path.push(state % n0);
    const o1 = Math.floor(state / n0) % n1;
    const o2 = Math.floor(state / (n0 * n1));
    const o3 = (steps[at - 3] as Step).from[state] as number;
    state = (o3 * n2 + o2) * n1 + o1;
  }
  return path.reverse();
};

/** The best option of each stage, and what they cost together. */
export interface Path {
  readonly choices: readonly number[];
  readonly cost: number;
}

/** The least-cost path through stages that do not come round. */
export const openPath = (stages: readonly Stage[]): Path => {
  const padded = [NONE, NONE, NONE, ...stages];
  const { values, steps } = sweep(padded, new Float64Array(1));
  const last = leastIndex(values);
  return { choices: walkBack(padded, steps, last), cost: values[last] as number };
};

const rotate = <T>(items: readonly T[], by: number): readonly T[] => [...items.slice(by), ...items.slice(0, by)];

export const size = (stage: Stage | undefined): number => stage?.own.length ?? 1;

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
  let before = new Float64Array(states);
  for (let round = 0; round < ROUNDS; round += 1) {
    const { values } = sweep(unrolled, before);
    values.forEach(
      (value, state) => (bounds[state] = Math.max(bounds[state] as number, value - (before[state] as number))),
    );
    before = values as Float64Array<ArrayBuffer>;
  }
  return bounds;
};

/** Room for the rounding of sums when bounds are compared with costs. */
export const EPSILON = 1e-9;

/** A cycle cut open at three stages: the stages from there on with those three again, and how to turn a path back. */
export interface CutCycle {
  readonly unrolled: readonly Stage[];
  /** How many states there are at the cut. */
  readonly states: number;
  /** The states from the lowest bound up, and the bounds: no closed path through a state costs less. */
  readonly ranked: readonly number[];
  readonly bounds: Float64Array;
  readonly turnBack: (choices: readonly number[]) => readonly number[];
}

/** Cuts a cycle of four or more stages open where it is cheapest. */
export const cutCycle = (stages: readonly Stage[]): CutCycle => {
  const cut = bestCut(stages);
  const order = rotate(stages, cut);
  const unrolled = [...order, ...order.slice(0, 3)];
  const states = size(order[0]) * size(order[1]) * size(order[2]);
  const bounds = boundsOf(unrolled, states);
  const ranked = [...bounds.keys()].sort((a, b) => (bounds[a] as number) - (bounds[b] as number) || a - b);
  const turn = (2 * stages.length - 3 - cut) % stages.length;
  return { unrolled, states, ranked, bounds, turnBack: (choices) => rotate(choices, turn) };
};

/**
 * The least-cost path through four or more stages that come round. The cycle is cut open at three stages, and the
 * states there are tried from the lowest bound up until no bound is below the best found.
 */
export const closedPath = (stages: readonly Stage[]): Path => {
  const { unrolled, states, ranked, bounds, turnBack } = cutCycle(stages);
  let best: Path = { choices: [], cost: Infinity };
  for (const state of ranked) {
    if ((bounds[state] as number) >= best.cost - EPSILON) break;
    const start = new Float64Array(states).fill(Infinity);
    start[state] = 0;
    const { values, steps } = sweep(unrolled, start);
    const cost = values[state] as number;
    if (cost < best.cost - EPSILON) best = { cost, choices: walkBack(unrolled, steps, state) };
  }
  return { cost: best.cost, choices: turnBack(best.choices) };
};
