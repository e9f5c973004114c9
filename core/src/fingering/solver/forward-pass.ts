import { getTransitionTable } from './transition-tables.ts';
import { findReusablePass, findReusableRange, type ForwardPassRecord, type SearchHistory } from './pass-reuse.ts';
import type { TrellisColumn } from './trellis-column.ts';
import { advanceMemoised, normaliseInitialCosts } from './column-costs.ts';
import { type ColumnCostsWithOffset } from './trellis-column.ts';
import { type ColumnCosts } from './trellis-column.ts';

/**
 * One pass of dynamic programming through stages, whose state is the options of the last three events, after the
 * optimum-path paradigm (Sayegh, Computer Music Journal 13(3), 1989), with the k least costs kept for each state.
 *
 * Music repeats itself, and what lies more than a few strokes back soon weighs on nothing: the costs of the states
 * after a stage, less the least of them, are few. A pass is therefore a walk through known steps (`steps.ts`), and only
 * what was never met is worked out.
 */

/** Adds one row of a cost table to the costs of a stage's options. */
const addTableRow = (sum: Float64Array, table: Float64Array, row: number): void => {
  const base = row * sum.length;
  for (let to = 0; to < sum.length; to += 1) sum[to] = (sum[to] as number) + (table[base + to] as number);
};

type ColumnWindow = readonly [TrellisColumn, TrellisColumn, TrellisColumn, TrellisColumn];

/** Puts a cost among the k least of a state, which begin at `base`, keeping them in order. */
const insertRanked = (
  { accumulatedCosts, backpointers }: ColumnCosts,
  base: number,
  k: number,
  cost: number,
  origin: number,
): void => {
  let place = base + k - 1;
  while (place > base && (accumulatedCosts[place - 1] as number) > cost) {
    accumulatedCosts[place] = accumulatedCosts[place - 1] as number;
    backpointers[place] = backpointers[place - 1] as number;
    place -= 1;
  }
  accumulatedCosts[place] = cost;
  backpointers[place] = origin;
};

/**
 * Finds for every option of the stage, given one pair of options just before it, the cheapest ways to come there. The
 * new states begin at `state`; the old ones lie `stride` apart from `before` on. Plain numbers and arrays rather than
 * an object: this is the innermost loop.
 */
const relaxTransitions = (
  values: Float64Array,
  step: ColumnCosts,
  k: number,
  costs: Float64Array,
  third: Float64Array | null,
  state: number,
  before: number,
  stride: number,
): void => {
  const count = costs.length;
  const states = values.length / k;
  const next = step.accumulatedCosts;
  for (let o3 = 0, at = before; at < states; o3 += 1, at += stride) {
    const row = o3 * count;
    for (let rank = 0; rank < k; rank += 1) {
      const value = values[at * k + rank] as number;
      if (value === Infinity) break;
      for (let o0 = 0; o0 < count; o0 += 1) {
        const cost = value + (costs[o0] as number) + (third === null ? 0 : (third[row + o0] as number));
        const base = (state + o0) * k;
        if (cost < (next[base + k - 1] as number)) insertRanked(step, base, k, cost, o3 * k + rank);
      }
    }
  }
};

/** A state is the index of (option two back, option one back, option here), the last running quickest. */
const advanceColumn = (values: Float64Array, [, s2, s1, s0]: ColumnWindow, k: number): ColumnCosts => {
  const [n2, n1, n0] = [s2.stateCost.length, s1.stateCost.length, s0.stateCost.length];
  const room = n2 * n1 * n0 * k;
  const step: ColumnCosts = {
    accumulatedCosts: new Float64Array(room).fill(Infinity),
    backpointers: new Uint32Array(room),
  };
  const near1 = new Float64Array(n0);
  const costs = new Float64Array(n0);
  const [l1, l2, l3] = s0.transitions;
  for (let o1 = 0; o1 < n1; o1 += 1) {
    const who1 = s1.actuators[o1] as number;
    near1.set(s0.stateCost);
    if (l1) addTableRow(near1, getTransitionTable(l1, 0), o1);
    const second = l2 ? getTransitionTable(l2, who1) : null;
    for (let o2 = 0; o2 < n2; o2 += 1) {
      costs.set(near1);
      if (second) addTableRow(costs, second, o2);
      const third = l3 ? getTransitionTable(l3, who1 | (s2.actuators[o2] as number)) : null;
      relaxTransitions(values, step, k, costs, third, (o2 * n1 + o1) * n0, o2 * n1 + o1, n2 * n1);
    }
  }
  return step;
};

/** A pass from given costs of the state before the fourth of its stages. */
export interface ForwardPass extends ForwardPassRecord {
  readonly initialCosts: Float64Array;
}

/** Works out, or finds, what a pass reaches after a stage from the step before. */
const advanceOrReuse = (
  stages: readonly TrellisColumn[],
  at: number,
  before: ColumnCosts,
  k: number,
  { tally }: SearchHistory,
): ColumnCostsWithOffset => {
  const four = [stages[at - 3], stages[at - 2], stages[at - 1], stages[at]] as unknown as ColumnWindow;
  tally.steps += 1;
  return advanceMemoised(before, four[3], (values) => {
    tally.computed += 1;
    return advanceColumn(values, four, k);
  });
};

/** Runs through stages from given costs of the state before the fourth of them. */
export const runForwardPass = (
  stages: readonly TrellisColumn[],
  initialCosts: Float64Array,
  k: number,
  passes: SearchHistory,
): ForwardPass => {
  const columnCosts: ColumnCostsWithOffset[] =
    stages.length > 3 ? [normaliseInitialCosts(stages[3] as TrellisColumn, initialCosts)] : [];
  const guide = findReusablePass(passes, stages, k);
  for (let at = 2; at < stages.length - 1; at = columnCosts.length + 1) {
    const { step } = columnCosts[at - 2] as ColumnCostsWithOffset;
    const taken = guide && findReusableRange(guide, stages, at, step);
    if (guide && taken) copyReusedColumns(columnCosts, guide.pass, taken.from, taken.count, passes);
    else columnCosts.push(advanceOrReuse(stages, at + 1, step, k, passes));
  }
  const made = { stages, initialCosts, columnCosts, k };
  passes.currentPasses.push(made);
  return made;
};

const copyReusedColumns = (
  reached: ColumnCostsWithOffset[],
  { columnCosts: old }: ForwardPassRecord,
  from: number,
  count: number,
  { tally }: SearchHistory,
): void => {
  for (let index = from; index < from + count; index += 1) reached.push(old[index] as ColumnCostsWithOffset);
  tally.steps += count;
};

/** What a pass costs at its end, by state. */
export const finalStateCosts = ({ initialCosts, columnCosts }: ForwardPass): Float64Array => {
  const last = columnCosts.at(-1);
  if (!last) return initialCosts;
  let base = 0;
  for (const { offset } of columnCosts) base += offset;
  return last.step.accumulatedCosts.map((value) => value + base);
};

/** How many options a stage has. */
export const candidateCount = (stage: TrellisColumn | undefined): number => stage?.stateCost.length ?? 1;

/** Walks back from a rank of a last state to the options of the stages after the first three. */
export const traceBackpointers = ({ stages, columnCosts, k }: ForwardPass, last: number): readonly number[] => {
  const path = new Array<number>(Math.max(0, stages.length - 3)).fill(0);
  let state = Math.floor(last / k);
  let rank = last % k;
  let n0 = candidateCount(stages.at(-1));
  let n1 = candidateCount(stages.at(-2));
  for (let at = stages.length - 1; at >= 3; at -= 1) {
    const n2 = candidateCount(stages[at - 2]);
    const before = Math.floor(state / n0);
    path[at - 3] = state - before * n0;
    const origin = (columnCosts[at - 2] as ColumnCostsWithOffset).step.backpointers[state * k + rank] as number;
    const o3 = Math.floor(origin / k);
    rank = origin - o3 * k;
    // Of the state there are left the options one and two back; the third comes from where it was reached.
    state = o3 * n2 * n1 + before;
    n0 = n1;
    n1 = n2;
  }
  return path;
};
