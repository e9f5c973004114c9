import { linkTable } from './links.ts';
import { guideFor, takenOver, type Pass, type Passes } from './passes.ts';
import type { Stage } from './stages.ts';
import { follow, settle, type Reached, type Step } from './steps.ts';

/**
 * One pass of dynamic programming through stages, whose state is the options of the last three events, after the
 * optimum-path paradigm (Sayegh, Computer Music Journal 13(3), 1989), with the k least costs kept for each state.
 *
 * Music repeats itself, and what lies more than a few strokes back soon weighs on nothing: the costs of the states after
 * a stage, less the least of them, are few. A pass is therefore a walk through known steps (`steps.ts`), and only what
 * was never met is worked out.
 */

/** Adds one row of a cost table to the costs of a stage's options. */
const addRow = (sum: Float64Array, table: Float64Array, row: number): void => {
  const base = row * sum.length;
  for (let to = 0; to < sum.length; to += 1) sum[to] = (sum[to] as number) + (table[base + to] as number);
};

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

/** A pass from given costs of the state before the fourth of its stages. */
export interface Sweep extends Pass {
  readonly start: Float64Array;
}

/** Works out, or finds, what a pass reaches after a stage from the step before. */
const onward = (stages: readonly Stage[], at: number, before: Step, k: number, { tally }: Passes): Reached => {
  const four = [stages[at - 3], stages[at - 2], stages[at - 1], stages[at]] as unknown as FourStages;
  tally.steps += 1;
  return follow(before, four[3], (values) => {
    tally.worked += 1;
    return advance(values, four, k);
  });
};

/** Runs through stages from given costs of the state before the fourth of them. */
export const sweep = (stages: readonly Stage[], start: Float64Array, k: number, passes: Passes): Sweep => {
  const reached: Reached[] = stages.length > 3 ? [settle(stages[3] as Stage, start)] : [];
  const guide = guideFor(passes, stages, k);
  for (let at = 2; at < stages.length - 1; at = reached.length + 1) {
    const { step } = reached[at - 2] as Reached;
    const taken = guide && takenOver(guide, stages, at, step);
    if (guide && taken) takeOver(reached, guide.pass, taken.from, taken.count, passes);
    else reached.push(onward(stages, at + 1, step, k, passes));
  }
  const made = { stages, start, reached, k };
  passes.made.push(made);
  return made;
};

const takeOver = (reached: Reached[], { reached: old }: Pass, from: number, count: number, { tally }: Passes): void => {
  for (let index = from; index < from + count; index += 1) reached.push(old[index] as Reached);
  tally.steps += count;
};

/** What a pass costs at its end, by state. */
export const endCosts = ({ start, reached }: Sweep): Float64Array => {
  const last = reached.at(-1);
  if (!last) return start;
  let base = 0;
  for (const { raise } of reached) base += raise;
  return last.step.values.map((value) => value + base);
};

/** How many options a stage has. */
export const size = (stage: Stage | undefined): number => stage?.own.length ?? 1;

/** Walks back from a rank of a last state to the options of the stages after the first three. */
export const walkBack = ({ stages, reached, k }: Sweep, last: number): readonly number[] => {
  const path = new Array<number>(Math.max(0, stages.length - 3)).fill(0);
  let state = Math.floor(last / k);
  let rank = last % k;
  let n0 = size(stages.at(-1));
  let n1 = size(stages.at(-2));
  for (let at = stages.length - 1; at >= 3; at -= 1) {
    const n2 = size(stages[at - 2]);
    const before = Math.floor(state / n0);
    path[at - 3] = state - before * n0;
    const origin = (reached[at - 2] as Reached).step.from[state * k + rank] as number;
    const o3 = Math.floor(origin / k);
    rank = origin - o3 * k;
    // Of the state there are left the options one and two back; the third comes from where it was reached.
    state = o3 * n2 * n1 + before;
    n0 = n1;
    n1 = n2;
  }
  return path;
};
