import { median, quantile } from '../../statistics/index.ts';
import { ATTACK_STEP } from '../signal/attack-envelope.ts';
import { computeResidualAttack } from '../signal/prediction-residual.ts';

/** Solo strokes a pitch needs before its delay is measured from those alone (est.). */
export const MIN_STACKED_STROKES = 3;

/** How attacks are stacked and compared (est.; docs/takes.md). Times in seconds. */
const STACKING = {
  /** Sound analysed on either side of a peak, and the longest delay that is considered. */
  reach: 0.09,
  maxDelay: 0.05,
  /** Strokes analysed for one pitch, and for all pitches together. */
  maxStrokes: 24,
  maxTotal: 240,
  /** Correlation with the template from which a delay is used, and from which it is certain. */
  minAgreement: 0.7,
  certainAgreement: 0.88,
  /** How far a certain delay may deviate from the one its lag predicts. */
  maxDeviation: 0.03,
  rounds: 4,
} as const;

/** The same for pitches that are only ever pinched, whose stacks also contain the attacks of other strings (est.). */
const PINCHED = { maxDeviation: 0.014, reach: 0.012, minAgreement: 0.9, minShare: 0.3 } as const;

const REACH_STEPS = Math.round(STACKING.reach / ATTACK_STEP);
const DELAY_STEPS = Math.round(STACKING.maxDelay / ATTACK_STEP);

/** The onset-strength peaks of one pitch. */
export interface PitchPeaks {
  readonly pitch: number;
  /** Seconds. */
  readonly times: readonly number[];
  /** Seconds by which its peaks are expected to trail those of a high string. */
  readonly lag: number;
  /** Whether too few of its strokes are solo. */
  readonly isPinched: boolean;
}

/** Evenly spaced picks from a list, no more than a number of them. */
const thinOut = (times: readonly number[], most: number): readonly number[] => {
  const step = Math.max(1, times.length / most);
  return Array.from(
    { length: Math.min(times.length, Math.floor(most)) },
    (_, index) => times[Math.floor(index * step)] as number,
  );
};

/** The sum of products of two curves, the first shifted to the left. */
const correlate = (one: Float32Array, other: Float32Array, shift = 0): number => {
  let sum = 0;
  const to = Math.min(one.length, one.length - shift);
  for (let at = Math.max(0, -shift); at < to; at += 1) sum += (one[at + shift] as number) * (other[at] as number);
  return sum;
};

const toUnitLength = (curve: Float32Array): Float32Array => {
  const length = Math.sqrt(correlate(curve, curve)) || 1;
  return curve.map((value) => value / length);
};

/** A curve smoothed over three steps, without its floor, at unit length. */
const isolatePeaks = (curve: Float32Array): Float32Array => {
  const smooth = curve.map((value, at) => (2 * value + (curve[at - 1] ?? value) + (curve[at + 1] ?? value)) / 4);
  const floor = quantile([...smooth], 0.4);
  return toUnitLength(smooth.map((value) => Math.max(0, value - floor)));
};

/** The average attack about some peaks, in which whatever differs from stroke to stroke cancels; null if too few. */
const stackAttacks = (samples: Float32Array, times: readonly number[], most: number): Float32Array | null => {
  const sum = new Float32Array(2 * REACH_STEPS + 1);
  let count = 0;
  for (const time of thinOut(times, most)) {
    const attack = computeResidualAttack(samples, time, STACKING.reach);
    if (!attack) continue;
    attack.forEach((value, step) => (sum[step] = (sum[step] as number) + value));
    count += 1;
  }
  return count < MIN_STACKED_STROKES ? null : isolatePeaks(sum);
};

interface Stack extends PitchPeaks {
  readonly curve: Float32Array;
  readonly count: number;
}

const stackByPitch = (samples: Float32Array, peaks: readonly PitchPeaks[]): readonly Stack[] => {
  const { maxStrokes, maxTotal } = STACKING;
  const most = Math.max(2 * MIN_STACKED_STROKES, Math.min(maxStrokes, maxTotal / Math.max(1, peaks.length)));
  return peaks.flatMap((one) => {
    const curve = stackAttacks(samples, one.times, most);
    return curve ? [{ ...one, curve, count: Math.min(one.times.length, most) }] : [];
  });
};

/** Where a stack fits a template best, in steps, and how well, 0 to 1. */
interface StackMatch {
  readonly shift: number;
  readonly agreement: number;
}

const matchStack = (curve: Float32Array, template: Float32Array): StackMatch => {
  let best: StackMatch = { shift: 0, agreement: 0 };
  for (let shift = -DELAY_STEPS; shift <= DELAY_STEPS; shift += 1) {
    const agreement = correlate(curve, template, shift);
    if (agreement > best.agreement) best = { shift, agreement };
  }
  return best;
};

const averageAligned = (
  stacks: readonly Stack[],
  matches: readonly StackMatch[],
  weights: readonly number[],
): Float32Array => {
  const sum = new Float32Array(2 * REACH_STEPS + 1);
  stacks.forEach(({ curve }, index) => {
    const { shift } = matches[index] as StackMatch;
    sum.forEach((value, at) => (sum[at] = value + (weights[index] as number) * (curve[at + shift] ?? 0)));
  });
  return toUnitLength(sum);
};

const indexOfHighest = (values: ArrayLike<number>): number => {
  let highest = 0;
  for (let at = 1; at < values.length; at += 1) if ((values[at] as number) > (values[highest] as number)) highest = at;
  return highest;
};

/** Stacks aligned with their own average, starting from the sharpest (Woody 1967). */
const alignStacks = (
  stacks: readonly Stack[],
): { readonly matches: readonly StackMatch[]; readonly template: Float32Array } => {
  const sharpness = stacks.map(({ curve, count }) => Math.max(...curve) * Math.sqrt(count));
  let template = (stacks[indexOfHighest(sharpness)] as Stack).curve;
  let matches: readonly StackMatch[] = [];
  for (let round = 0; round < STACKING.rounds; round += 1) {
    matches = stacks.map(({ curve }) => matchStack(curve, template));
    const weights = matches.map(({ agreement }, index) => Math.sqrt((stacks[index] as Stack).count) * agreement ** 4);
    template = averageAligned(stacks, matches, weights);
  }
  return { matches, template };
};

interface PitchShift {
  readonly shift: number;
  readonly isCertain: boolean;
}

type PitchShifts = ReadonlyMap<number, PitchShift>;

interface MeasuredShifts {
  readonly shifts: PitchShifts;
  readonly template: Float32Array;
}

const lagInSteps = ({ lag }: Stack): number => Math.round(lag / ATTACK_STEP);

/** The shift of a pitch without lag, by the median of some stacks; null of none. */
const findLagFreeShift = (
  stacks: readonly Stack[],
  shiftOf: (stack: Stack, index: number) => number | null,
): number | null => {
  const shifts = stacks.flatMap((stack, index) => {
    const shift = shiftOf(stack, index);
    return shift === null ? [] : [shift + lagInSteps(stack)];
  });
  return shifts.length === 0 ? null : median(shifts);
};

const measureShifts = (stacks: readonly Stack[]): MeasuredShifts => {
  const { matches, template } = alignStacks(stacks);
  const agrees = ({ agreement }: StackMatch): boolean => agreement >= STACKING.certainAgreement;
  const lagFree = findLagFreeShift(stacks, (_, index) => {
    const match = matches[index] as StackMatch;
    return agrees(match) ? match.shift : null;
  });
  const shifts = stacks.flatMap((stack, index): readonly [number, PitchShift][] => {
    const match = matches[index] as StackMatch;
    if (match.agreement < STACKING.minAgreement || Math.abs(match.shift) >= DELAY_STEPS) return [];
    const deviation = Math.abs(match.shift + lagInSteps(stack) - (lagFree ?? 0)) * ATTACK_STEP;
    return [[stack.pitch, { shift: match.shift, isCertain: agrees(match) && deviation <= STACKING.maxDeviation }]];
  });
  return { shifts: new Map(shifts), template };
};

/** Part of a curve about a step, at unit length, and its share of the whole. */
const cutAbout = (curve: Float32Array, at: number): { readonly part: Float32Array; readonly share: number } => {
  const reach = Math.round(PINCHED.reach / ATTACK_STEP);
  const part = curve.slice(Math.max(0, at - reach), at + reach + 1);
  return { part: toUnitLength(part), share: Math.sqrt(correlate(part, part)) };
};

/** Where a stack fits the peak of a template best, close to the shift its lag predicts. */
const matchPinchedStack = ({ curve }: Stack, template: Float32Array, predicted: number): StackMatch => {
  const peak = indexOfHighest(template);
  const { part: wanted } = cutAbout(template, peak);
  const most = Math.round(PINCHED.maxDeviation / ATTACK_STEP);
  let best: StackMatch = { shift: predicted, agreement: 0 };
  for (let shift = predicted - most + 1; shift < predicted + most; shift += 1) {
    const { part, share } = cutAbout(curve, peak + shift);
    const agreement = share < PINCHED.minShare || part.length !== wanted.length ? 0 : correlate(part, wanted);
    if (agreement > best.agreement) best = { shift, agreement };
  }
  return best;
};

/** Adds the shifts of pinched pitches, predicted from those of the others. */
const addPinchedShifts = (stacks: readonly Stack[], { shifts, template }: MeasuredShifts): PitchShifts => {
  const lagFree = findLagFreeShift(stacks, ({ pitch }) => {
    const known = shifts.get(pitch);
    return known?.isCertain ? known.shift : null;
  });
  if (lagFree === null) return shifts;
  const all = new Map(shifts);
  for (const stack of stacks.filter(({ isPinched }) => isPinched)) {
    const { shift, agreement } = matchPinchedStack(stack, template, Math.round(lagFree) - lagInSteps(stack));
    if (agreement >= PINCHED.minAgreement) all.set(stack.pitch, { shift, isCertain: true });
    else all.delete(stack.pitch);
  }
  return all;
};

/** The time from an onset-strength peak of a pitch to the attack that caused it. */
export interface PitchDelay {
  /** Usually negative: the attack comes first. */
  readonly seconds: number;
  /** Whether it is reliable enough to time strokes by. */
  readonly isCertain: boolean;
}

/**
 * The delay between attack and onset-strength peak of each pitch. It grows towards the low strings and with
 * reverberation but is the same for all strokes of a pitch, so that an average over many strokes shows an attack that a
 * single stroke hides. Since a room responds to all strings alike, the averages of all pitches are compared by their
 * whole shape; pitches whose shape does not match are left out.
 */
export const estimatePitchDelays = (
  samples: Float32Array,
  peaks: readonly PitchPeaks[],
): ReadonlyMap<number, PitchDelay> => {
  const stacks = stackByPitch(samples, peaks);
  const solo = stacks.filter(({ isPinched }) => !isPinched);
  const compared = solo.length < 2 ? stacks : solo;
  if (compared.length < 2) return new Map();
  const measured = measureShifts(compared);
  const attack = indexOfHighest(measured.template) - REACH_STEPS;
  return new Map(
    [...addPinchedShifts(stacks, measured)].map(([pitch, { shift, isCertain }]) => [
      pitch,
      { seconds: (shift + attack) * ATTACK_STEP, isCertain },
    ]),
  );
};
