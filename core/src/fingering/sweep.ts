import { linkTable, type Stage } from './stages.ts';

/**
 * One pass of dynamic programming through stages, whose state is the options of the last three events, after the
 * optimum-path paradigm (Sayegh, Computer Music Journal 13(3), 1989), with the k least costs kept for each state.
 *
 * A pass that was made before is taken up again: it restarts at the first stage that differs and ends where its costs
 * differ from the old ones by a constant, since from there on every choice is the same. Costs are fractions of two (see
 * `inSteps`), so that sums are exact and the constant is one.
 */

/** Adds one row of a cost table to the costs of a stage's options. */
const addRow = (sum: Float64Array, table: Float64Array, row: number): void => {
  const base = row * sum.length;
  for (let to = 0; to < sum.length; to += 1) sum[to] = (sum[to] as number) + (table[base + to] as number);
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

/** A pass through stages from given costs of the state before the fourth of them. */
export interface Sweep {
  readonly stages: readonly Stage[];
  readonly start: Float64Array;
  readonly steps: readonly Step[];
  /** What is to be added to the values of each step. */
  readonly bases: Float64Array;
  readonly k: number;
  /** How many steps were worked out rather than taken over. */
  readonly worked: number;
}

/** Whether two stages put the same choices at the same costs before the solver. */
const sameStage = (a: Stage | undefined, b: Stage | undefined): boolean =>
  a === b ||
  (a !== undefined &&
    b !== undefined &&
    a.options === b.options &&
    a.own === b.own &&
    a.links.every((link, place) => link === b.links[place]));

/** For each stage of a new list the stage of an old one that is the same, -1 for none: `moved` stages later or earlier. */
const counterparts = (old: readonly Stage[], stages: readonly Stage[]): Int32Array => {
  const found = new Int32Array(stages.length).fill(-1);
  const moved = stages.length - old.length;
  const most = Math.min(old.length, stages.length);
  let before = 0;
  while (before < most && sameStage(old[before], stages[before])) found[before] = before++;
  for (let at = stages.length - 1; at >= Math.max(before, moved); at -= 1)
    if (sameStage(old[at - moved], stages[at])) found[at] = at - moved;
    else if (moved !== 0) break;
  return found;
};

/** The number by which all of `b` differ from `a`; undefined where they differ by several. */
const constantBetween = (a: Float64Array, b: Float64Array): number | undefined => {
  if (a.length !== b.length) return undefined;
  let by: number | undefined;
  for (let at = 0; at < a.length; at += 1) {
    const [old, now] = [a[at] as number, b[at] as number];
    if (old === Infinity && now === Infinity) continue;
    by ??= now - old;
    if (now - old !== by) return undefined;
  }
  return by ?? 0;
};

const fourAt = (stages: readonly Stage[], at: number): FourStages =>
  [stages[at - 3], stages[at - 2], stages[at - 1], stages[at]] as unknown as FourStages;

/** Whether the four stages that end at one are those that end at its counterpart. */
const fourAlike = (same: Int32Array, at: number): boolean => {
  const was = same[at] as number;
  return was >= 3 && [1, 2, 3].every((back) => same[at - back] === was - back);
};

/** The steps of a new pass: an old one's, raised by a constant, wherever the costs before differ by that alone. */
const resume = (old: Sweep, stages: readonly Stage[], start: Float64Array, k: number, same: Int32Array): Sweep => {
  const bases = new Float64Array(stages.length - 3);
  const steps: Step[] = [];
  let [worked, values, base] = [0, start, 0];
  let raise = [0, 1, 2].every((at) => same[at] === at) ? constantBetween(old.start, start) : undefined;
  for (let at = 3; at < stages.length; at += 1) {
    const wasAt = fourAlike(same, at) ? (same[at] as number) - 3 : -1;
    const was = old.steps[wasAt];
    const known = was !== undefined && raise !== undefined;
    const step = known ? was : advance(values, fourAt(stages, at), k);
    if (known) base = (old.bases[wasAt] as number) + (raise as number);
    else {
      worked += 1;
      const by = was && constantBetween(was.values, step.values);
      raise = by === undefined ? undefined : by + base - (old.bases[wasAt] as number);
    }
    values = step.values;
    bases[at - 3] = base;
    steps.push(step);
  }
  return { stages, start, steps, bases, k, worked };
};

/** Runs through stages from given costs of the state before the fourth of them. */
const sweepAnew = (stages: readonly Stage[], start: Float64Array, k: number): Sweep => {
  const steps: Step[] = [];
  let values = start;
  for (let at = 3; at < stages.length; at += 1) {
    const step = advance(values, fourAt(stages, at), k);
    steps.push(step);
    values = step.values;
  }
  return { stages, start, steps, bases: new Float64Array(steps.length), k, worked: steps.length };
};

/** Finds what the passes over one list of stages share with those over another, once for each pair. */
const sharedWith = new WeakMap<readonly Stage[], { readonly old: readonly Stage[]; readonly same: Int32Array }>();

const sharedStages = (old: readonly Stage[], stages: readonly Stage[]): Int32Array => {
  const known = sharedWith.get(stages);
  if (known?.old === old) return known.same;
  const same = counterparts(old, stages);
  sharedWith.set(stages, { old, same });
  return same;
};

/** Runs through stages from given costs of the state before the fourth of them, taking up an older pass if there is one. */
export const sweep = (stages: readonly Stage[], start: Float64Array, k: number, old?: Sweep): Sweep =>
  old?.k === k ? resume(old, stages, start, k, sharedStages(old.stages, stages)) : sweepAnew(stages, start, k);

/** What a pass costs at its end, by state. */
export const endCosts = ({ start, steps, bases }: Sweep): Float64Array => {
  const last = steps.at(-1);
  return last ? last.values.map((value) => value + (bases.at(-1) as number)) : start;
};

/** How many options a stage has. */
export const size = (stage: Stage | undefined): number => stage?.own.length ?? 1;

/** Walks back from a rank of a last state to the options of the stages after the first three. */
export const walkBack = ({ stages, steps, k }: Sweep, last: number): readonly number[] => {
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
