import { median, quantile } from '../../statistics/index.ts';
import { ATTACK_STEP } from '../signal/attack-envelope.ts';
import { computeResidualAttack } from '../signal/prediction-residual.ts';

/**
 * Seconds looked at about a swell, and how far its pluck may be; strokes of a pitch that are needed, that are looked at
 * at the most, and of all pitches together; how alike the plucks of two pitches have to be to go by them, and to be
 * sure; seconds a sure one may be beside where those of the others put it (est.; docs/takes.md).
 */
const STACKING = {
  reach: 0.09,
  maxDelay: 0.05,
  fewest: 3,
  most: 24,
  inAll: 240,
  likely: 0.7,
  sure: 0.88,
  beside: 0.03,
  rounds: 4,
} as const;

const REACH_STEPS = Math.round(STACKING.reach / ATTACK_STEP);
const DELAY_STEPS = Math.round(STACKING.maxDelay / ATTACK_STEP);

/**
 * The same of strokes that are always struck with others: seconds their pluck may be beside where it is supposed, and
 * looked at about it, how alike it has to be there, and how much of all it has to be (est.).
 */
const SHARED = { maxDelay: 0.014, reach: 0.012, agreement: 0.9, share: 0.3 } as const;

/** Strokes of a pitch, where their swells were heard. */
export interface PitchSwells {
  readonly pitch: number;
  /** Seconds. */
  readonly times: readonly number[];
  /** Seconds by which its swell is supposed to come later than that of a high string. */
  readonly lag: number;
  /** Whether it is never struck alone: others' plucks are beside its own. */
  readonly isShared: boolean;
}

const thinOut = (times: readonly number[], most: number): readonly number[] => {
  const step = Math.max(1, times.length / most);
  return Array.from(
    { length: Math.min(times.length, Math.floor(most)) },
    (_, index) => times[Math.floor(index * step)] as number,
  );
};

const dot = (one: Float32Array, other: Float32Array, shift = 0): number => {
  let sum = 0;
  const to = Math.min(one.length, one.length - shift);
  for (let at = Math.max(0, -shift); at < to; at += 1) sum += (one[at + shift] as number) * (other[at] as number);
  return sum;
};

const toUnitLength = (curve: Float32Array): Float32Array => {
  const length = Math.sqrt(dot(curve, curve)) || 1;
  return curve.map((value) => value / length);
};

/** What stands out of a curve, smoothed over three steps, at unit length. */
const emphasise = (curve: Float32Array): Float32Array => {
  const smooth = curve.map((value, at) => (2 * value + (curve[at - 1] ?? value) + (curve[at + 1] ?? value)) / 4);
  const usual = quantile([...smooth], 0.4);
  return toUnitLength(smooth.map((value) => Math.max(0, value - usual)));
};

/**
 * The plucks of a pitch laid over each other by its swells: what each stroke has by chance goes out. Null of too few.
 */
const stackPlucks = (samples: Float32Array, times: readonly number[], most: number): Float32Array | null => {
  const sum = new Float32Array(2 * REACH_STEPS + 1);
  let count = 0;
  for (const time of thinOut(times, most)) {
    const attack = computeResidualAttack(samples, time, STACKING.reach);
    if (!attack) continue;
    attack.forEach((value, step) => (sum[step] = (sum[step] as number) + value));
    count += 1;
  }
  return count < STACKING.fewest ? null : emphasise(sum);
};

interface Lag {
  readonly shift: number;
  readonly agreement: number;
}

/** The shift at which a stack is most like a template. */
const findLag = (stack: Float32Array, template: Float32Array): Lag => {
  let best: Lag = { shift: 0, agreement: 0 };
  for (let shift = -DELAY_STEPS; shift <= DELAY_STEPS; shift += 1) {
    const agreement = dot(stack, template, shift);
    if (agreement > best.agreement) best = { shift, agreement };
  }
  return best;
};

const averageAt = (stacks: readonly Float32Array[], lags: readonly Lag[], weights: readonly number[]): Float32Array => {
  const sum = new Float32Array(2 * REACH_STEPS + 1);
  stacks.forEach((stack, index) => {
    const { shift } = lags[index] as Lag;
    sum.forEach((value, at) => (sum[at] = value + (weights[index] as number) * (stack[at + shift] ?? 0)));
  });
  return toUnitLength(sum);
};

const indexOfHighest = (values: ArrayLike<number>): number => {
  let highest = 0;
  for (let at = 1; at < values.length; at += 1) if ((values[at] as number) > (values[highest] as number)) highest = at;
  return highest;
};

/**
 * How stacks lie against each other, from the sharpest on: each against the mean of all, again and again (Woody 1967).
 */
const alignStacks = (
  stacks: readonly Float32Array[],
  counts: readonly number[],
): { readonly lags: readonly Lag[]; readonly template: Float32Array } => {
  const sharpness = stacks.map((stack, index) => Math.max(...stack) * Math.sqrt(counts[index] as number));
  let template = stacks[indexOfHighest(sharpness)] as Float32Array;
  let lags: readonly Lag[] = [];
  for (let round = 0; round < STACKING.rounds; round += 1) {
    lags = stacks.map((stack) => findLag(stack, template));
    const weights = lags.map(({ agreement }, index) => Math.sqrt(counts[index] as number) * agreement ** 4);
    template = averageAt(stacks, lags, weights);
  }
  return { lags, template };
};

interface Stack extends PitchSwells {
  readonly curve: Float32Array;
  readonly count: number;
}

const stackAll = (samples: Float32Array, swells: readonly PitchSwells[]): readonly Stack[] => {
  const most = Math.max(2 * STACKING.fewest, Math.min(STACKING.most, STACKING.inAll / Math.max(1, swells.length)));
  return swells.flatMap((one) => {
    const curve = stackPlucks(samples, one.times, most);
    return curve ? [{ ...one, curve, count: Math.min(one.times.length, most) }] : [];
  });
};

/** Part of a curve about a step, at unit length, and how much of the whole it is. */
const cutAbout = (curve: Float32Array, at: number): { readonly part: Float32Array; readonly share: number } => {
  const reach = Math.round(SHARED.reach / ATTACK_STEP);
  const part = curve.slice(Math.max(0, at - reach), at + reach + 1);
  return { part: toUnitLength(part), share: Math.sqrt(dot(part, part)) };
};

/** The shift of a stack that others' plucks fall into: only about where its own is supposed. */
const findSharedLag = ({ curve }: Stack, template: Float32Array, supposed: number): Lag => {
  const peak = indexOfHighest(template);
  const { part: wanted } = cutAbout(template, peak);
  const most = Math.round(SHARED.maxDelay / ATTACK_STEP);
  let best: Lag = { shift: supposed, agreement: 0 };
  for (let shift = supposed - most + 1; shift < supposed + most; shift += 1) {
    const { part, share } = cutAbout(curve, peak + shift);
    const agreement = share < SHARED.share || part.length !== wanted.length ? 0 : dot(part, wanted);
    if (agreement > best.agreement) best = { shift, agreement };
  }
  return best;
};

interface PitchShift {
  readonly shift: number;
  readonly isSure: boolean;
}

type PitchShifts = ReadonlyMap<number, PitchShift>;

/** The shifts that are told, by pitch, and what all are held against. */
interface ToldShifts {
  readonly shifts: PitchShifts;
  readonly template: Float32Array;
}

const stepsOf = ({ lag }: Stack): number => Math.round(lag / ATTACK_STEP);

/** Where the shift of each pitch would be by its lag alone, as steps for one without a lag. */
const findCommonShift = (stacks: readonly Stack[], lags: readonly Lag[]): number =>
  median(
    stacks.flatMap((stack, index) => {
      const { shift, agreement } = lags[index] as Lag;
      return agreement >= STACKING.sure ? [shift + stepsOf(stack)] : [];
    }),
  );

const tellShifts = (stacks: readonly Stack[]): ToldShifts => {
  const { lags, template } = alignStacks(
    stacks.map(({ curve }) => curve),
    stacks.map(({ count }) => count),
  );
  const common = findCommonShift(stacks, lags);
  const told = stacks.flatMap((stack, index): readonly [number, PitchShift][] => {
    const { shift, agreement } = lags[index] as Lag;
    if (agreement < STACKING.likely || Math.abs(shift) >= DELAY_STEPS) return [];
    const beside = Math.abs(shift + stepsOf(stack) - common) * ATTACK_STEP;
    return [[stack.pitch, { shift, isSure: agreement >= STACKING.sure && beside <= STACKING.beside }]];
  });
  return { shifts: new Map(told), template };
};

/** Shifts of pitches that are never struck alone, by those that surely are. */
const tellSharedShifts = (stacks: readonly Stack[], { shifts, template }: ToldShifts): PitchShifts => {
  const unlagged = stacks.flatMap((stack) => {
    const told = shifts.get(stack.pitch);
    return told?.isSure ? [told.shift + stepsOf(stack)] : [];
  });
  if (unlagged.length === 0) return shifts;
  const told = new Map(shifts);
  for (const stack of stacks.filter(({ isShared }) => isShared)) {
    const { shift, agreement } = findSharedLag(stack, template, Math.round(median(unlagged)) - stepsOf(stack));
    if (agreement >= SHARED.agreement) told.set(stack.pitch, { shift, isSure: true });
    else told.delete(stack.pitch);
  }
  return told;
};

/** How far the pluck of a pitch is from its swell. */
export interface PitchDelay {
  /** Below nothing, for a pluck comes first. */
  readonly seconds: number;
  /** Whether it is known well enough to say of strokes when they came. */
  readonly isSure: boolean;
}

/**
 * Seconds from the swell of each pitch to its pluck, where that can be told: swells come later the lower a string is
 * and the more a room carries on, alike for all strokes of a pitch, so that the plucks of many strokes laid over each
 * other show what a single one does not. A room answers the plucks of all strings alike: pitches are held against each
 * other by the whole shape, and told where they agree.
 */
export const estimatePitchDelays = (
  samples: Float32Array,
  swells: readonly PitchSwells[],
): ReadonlyMap<number, PitchDelay> => {
  const stacks = stackAll(samples, swells);
  const alone = stacks.filter(({ isShared }) => !isShared);
  const known = alone.length < 2 ? stacks : alone;
  if (known.length < 2) return new Map();
  const told = tellShifts(known);
  const common = indexOfHighest(told.template) - REACH_STEPS;
  return new Map(
    [...tellSharedShifts(stacks, told)].map(([pitch, { shift, isSure }]) => [
      pitch,
      { seconds: (shift + common) * ATTACK_STEP, isSure },
    ]),
  );
};
