import { linkTable, type Stage } from './stages.ts';
import { EPSILON, NONE, addRow, cutCycle, size, type FourStages, type Path } from './path.ts';

/**
 * The k best paths, exactly: the same dynamic programming as for the best one, with the k least costs kept for each
 * state instead of the least, each with where it came from.
 */
interface RankedStep {
  /** `k` costs a state, ascending; infinite where there are fewer ways. */
  readonly values: Float64Array;
  /** For each of them, the option three events back times k, plus the rank there. */
  readonly from: Uint32Array;
}

/** Puts a cost among the k least of a state, keeping them in order. */
const insert = ({ values, from }: RankedStep, state: number, k: number, cost: number, origin: number): void => {
  const base = state * k;
  let place = k - 1;
  if (cost >= (values[base + place] as number)) return;
  while (place > 0 && (values[base + place - 1] as number) > cost) {
    values[base + place] = values[base + place - 1] as number;
    from[base + place] = from[base + place - 1] as number;
    place -= 1;
  }
  values[base + place] = cost;
  from[base + place] = origin;
};

interface Arrival {
  readonly costs: Float64Array;
  readonly third: Float64Array | null;
  /** First of the states arrived at, and the old state of option 0 three back with the stride between options. */
  readonly state: number;
  readonly before: number;
  readonly stride: number;
}

const relax = (
  values: Float64Array,
  step: RankedStep,
  k: number,
  { costs, third, state, before, stride }: Arrival,
): void => {
  const states = values.length / k;
  for (let o3 = 0, at = before; at < states; o3 += 1, at += stride) {
    for (let rank = 0; rank < k; rank += 1) {
      const value = values[at * k + rank] as number;
      if (value === Infinity) break;
      for (let o0 = 0; o0 < costs.length; o0 += 1)
        insert(
          step,
          state + o0,
          k,
          value + (costs[o0] as number) + (third === null ? 0 : (third[o3 * costs.length + o0] as number)),
          o3 * k + rank,
        );
    }
  }
};

const advance = (values: Float64Array, [, s2, s1, s0]: FourStages, k: number): RankedStep => {
  const [n2, n1, n0] = [size(s2), size(s1), size(s0)];
  const step: RankedStep = {
    values: new Float64Array(n2 * n1 * n0 * k).fill(Infinity),
    from: new Uint32Array(n2 * n1 * n0 * k),
  };
  const [l1, l2, l3] = s0.links;
  for (let o1 = 0; o1 < n1; o1 += 1) {
    const who = s1.strikers[o1] as number;
    for (let o2 = 0; o2 < n2; o2 += 1) {
      const costs = Float64Array.from(s0.own);
      if (l1) addRow(costs, linkTable(l1, 0), o1);
      if (l2) addRow(costs, linkTable(l2, who), o2);
      const third = l3 ? linkTable(l3, who | (s2.strikers[o2] as number)) : null;
      relax(values, step, k, { costs, third, state: (o2 * n1 + o1) * n0, before: o2 * n1 + o1, stride: n2 * n1 });
    }
  }
  return step;
};

interface Sweep {
  readonly values: Float64Array;
  readonly steps: readonly RankedStep[];
}

const sweep = (stages: readonly Stage[], start: Float64Array, k: number): Sweep => {
  const steps: RankedStep[] = [];
  let values = start;
  for (let at = 3; at < stages.length; at += 1) {
    const step = advance(
      values,
      [stages[at - 3], stages[at - 2], stages[at - 1], stages[at]] as unknown as FourStages,
      k,
    );
    steps.push(step);
    values = step.values;
  }
  return { values, steps };
};

/** Walks back from a rank of a last state to the options of the stages after the first three. */
const walkBack = (
  stages: readonly Stage[],
  steps: readonly RankedStep[],
  k: number,
  last: number,
): readonly number[] => {
  const path: number[] = [];
  let [state, rank] = [Math.floor(last / k), last % k];
  for (let at = stages.length - 1; at >= 3; at -= 1) {
    const [n0, n1, n2] = [size(stages[at]), size(stages[at - 1]), size(stages[at - 2])];
    path.push(state % n0);
    const [o1, o2] = [Math.floor(state / n0) % n1, Math.floor(state / (n0 * n1))];
    const origin = (steps[at - 3] as RankedStep).from[state * k + rank] as number;
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

/** The least-cost paths through stages that do not come round, cheapest first. */
export const bestOpenPaths = (stages: readonly Stage[], k: number): readonly Path[] => {
  const padded = [NONE, NONE, NONE, ...stages];
  const { values, steps } = sweep(padded, startAt(1, 0, k), k);
  return leastPlaces(values, k).map((place) => ({
    choices: walkBack(padded, steps, k, place),
    cost: values[place] as number,
  }));
};

/** The least-cost paths through four or more stages that come round, cheapest first. */
export const bestClosedPaths = (stages: readonly Stage[], k: number): readonly Path[] => {
  const { unrolled, states, ranked, bounds, turnBack } = cutCycle(stages);
  let best: Path[] = [];
  for (const state of ranked) {
    if ((bounds[state] as number) >= (best[k - 1]?.cost ?? Infinity) - EPSILON) break;
    const { values, steps } = sweep(unrolled, startAt(states, state, k), k);
    const found = Array.from({ length: k }, (_, rank) => state * k + rank)
      .filter((place) => (values[place] as number) < Infinity)
      .map((place): Path => ({
        cost: values[place] as number,
        choices: turnBack(walkBack(unrolled, steps, k, place)),
      }));
    best = [...best, ...found].sort((a, b) => a.cost - b.cost).slice(0, k);
  }
  return best;
};
