import { failure, createProblem, success, type Problem, type Result } from '../../errors/index.ts';
import {
  DEFAULT_ESTIMATES,
  HAND_SCALE_RANGE,
  createHandProfile,
  type EstimateKey,
  type HandProfile,
} from '../../fingering/index.ts';
import type { Message } from '../../message/index.ts';
import { fingerName, type Actuator } from '../../pattern/index.ts';
import { median, clamp } from '../../statistics/index.ts';

/** What a run of the tapping test is about: one digit as fast as it goes, or two in turn. */
export type TapTarget = readonly [Actuator] | readonly [Actuator, Actuator];

/** One run: the times of the taps in seconds, in order. */
export interface TapRun {
  readonly target: TapTarget;
  readonly taps: readonly number[];
}

/** The runs of the tapping test, in order; the first ones warm the hand up for the pairs. */
export const TAP_TARGETS: readonly TapTarget[] = [['p'], ['i'], ['m'], ['a'], ['p', 'i'], ['i', 'm'], ['m', 'a']];

/** Seconds a run lasts. */
export const TAP_RUN_SECONDS = 5;

/** A run has at least so many gaps, and they spread no more than this share of their median (est.). */
const USABLE_RUN = { gaps: 8, spread: 0.3 } as const;

/** What a usable run comes to: median seconds between taps, and their spread as a share of it. */
export interface TapMeasurement {
  readonly seconds: number;
  readonly spread: number;
}

/** The value below which a share of the sorted values lies. */
const quantile = (values: readonly number[], share: number): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] as number;
};

/** Spread between the quartiles as a standard deviation would be for normal errors (1.349 of them apart). */
const computeInterquartileSpread = (values: readonly number[]): number =>
  (quantile(values, 0.75) - quantile(values, 0.25)) / 1.349;

const nameOf = (target: TapTarget): readonly Message[] => target.map(fingerName);

/**
 * Measures a run: the median of the gaps between its taps and the spread between their quartiles, both robust against
 * a tap that is missed or doubled.
 * Errors: `taps-too-few`, `taps-uneven`.
 * @example
 * measureTapRun({ target: ['i'], taps: [0, 0.2, 0.4] }).ok // => false
 */
export const measureTapRun = ({ target, taps }: TapRun): Result<TapMeasurement> => {
  const gaps = taps.slice(1).map((tap, index) => tap - (taps[index] as number));
  if (gaps.length < USABLE_RUN.gaps)
    return failure(
      createProblem('taps-too-few', { name: nameOf(target), value: taps.length, least: USABLE_RUN.gaps + 1 }),
    );
  const seconds = median(gaps);
  const spread = computeInterquartileSpread(gaps) / seconds;
  if (!(seconds > 0) || spread > USABLE_RUN.spread)
    return failure(createProblem('taps-uneven', { name: nameOf(target), value: Math.round(spread * 100) }));
  return success({ seconds, spread });
};

interface MeasuredRun {
  readonly target: TapTarget;
  readonly seconds: number;
}

const isSingleDigit = ({ target }: MeasuredRun): boolean => target.length === 1;

/**
 * Seconds between an able adult's taps on a table or a key, which are quicker than strokes on a string: single digits
 * after published finger-tapping rates of about 5 to 7 taps a second, from memory; pairs in turn are estimates.
 */
export const ADULT_TAP_INTERVALS = {
  p: 0.17,
  i: 0.16,
  m: 0.16,
  a: 0.19,
  c: 0.22,
  pick: 0.15,
  pair: { otherDigit: 0.085, middleThenRing: 0.095 },
} as const;

/** Where the taps of a test are made: on keys, a table or a screen, or on the strings themselves. */
export type TapSurface = 'keys' | 'strings';

/** Seconds between an able adult's strokes, by where they are made: on strings they are those the engine knows. */
const REFERENCE_INTERVALS: Readonly<
  Record<
    TapSurface,
    Readonly<Record<Actuator, number>> & { readonly pair: Readonly<Record<'otherDigit' | 'middleThenRing', number>> }
  >
> = {
  keys: ADULT_TAP_INTERVALS,
  strings: { ...DEFAULT_ESTIMATES, pair: DEFAULT_ESTIMATES },
};

const computeTimeScales = (
  measured: readonly MeasuredRun[],
  on: TapSurface,
): Readonly<Partial<Record<Actuator, number>>> => {
  const found = measured
    .filter(isSingleDigit)
    .map(
      ({ target, seconds }) =>
        [target[0], clamp(seconds / REFERENCE_INTERVALS[on][target[0]], HAND_SCALE_RANGE)] as const,
    );
  const scales: Partial<Record<Actuator, number>> = Object.fromEntries(found);
  const typical = found.length > 0 ? median(found.map(([, scale]) => scale)) : 1;
  // Digits that were not measured are as quick as the measured ones on the whole.
  return { p: typical, i: typical, m: typical, a: typical, c: typical, pick: typical, ...scales };
};

/** The time two digits take in turn, before the scale of the slower one, which the engine lays over it. */
const computePairTimes = (
  measured: readonly MeasuredRun[],
  scales: Readonly<Partial<Record<Actuator, number>>>,
  on: TapSurface,
): Readonly<Partial<Record<EstimateKey, number>>> => {
  const unscaled = measured
    .filter((run) => !isSingleDigit(run))
    .map(({ target, seconds }) => ({
      target,
      seconds: seconds / Math.max(...target.map((striker) => scales[striker] ?? 1)),
    }));
  const ring = unscaled.filter(({ target }) => target.includes('a')).map(({ seconds }) => seconds);
  const others = unscaled.filter(({ target }) => !target.includes('a')).map(({ seconds }) => seconds);
  const bounded = (key: 'otherDigit' | 'middleThenRing', values: readonly number[]) => {
    if (values.length === 0) return {};
    const share = median(values) / REFERENCE_INTERVALS[on].pair[key];
    return { [key]: DEFAULT_ESTIMATES[key] * Math.min(4, Math.max(0.5, share)) };
  };
  return { ...bounded('otherDigit', others), ...bounded('middleThenRing', ring) };
};

/** A hand from a tapping test, and the runs that could not be used. */
export interface TapTestResult {
  readonly hand: HandProfile;
  readonly unusableRuns: readonly Problem[];
}

/**
 * The hand behind the runs of a tapping test. Runs too short or too uneven are named and left out; without a usable
 * run of a single digit there is no hand.
 * @example
 * estimateHandFromTaps('own', 'Own', []).ok // => false
 */
export const estimateHandFromTaps = (
  key: string,
  name: string,
  runs: readonly TapRun[],
  on: TapSurface = 'keys',
): Result<TapTestResult> => {
  const read = runs.map((run) => ({ target: run.target, measure: measureTapRun(run) }));
  const unusableRuns = read.flatMap(({ measure }) => (measure.ok ? [] : measure.problems));
  const measured = read.flatMap(({ target, measure }): MeasuredRun[] =>
    measure.ok ? [{ target, seconds: measure.value.seconds }] : [],
  );
  if (!measured.some(isSingleDigit)) return failure(...unusableRuns);
  const scale = computeTimeScales(measured, on);
  const hand = createHandProfile({ key, name, scale, times: computePairTimes(measured, scale, on) });
  return hand.ok ? success({ hand: hand.value, unusableRuns }) : hand;
};
