import { failure, problem, success, type Problem, type Result } from '../errors/index.ts';
import {
  DEFAULT_ESTIMATES,
  HAND_SCALE_RANGE,
  createHandProfile,
  type EstimateKey,
  type HandProfile,
} from '../fingering/index.ts';
import type { Message } from '../message/index.ts';
import { fingerName, type Striker } from '../pattern/index.ts';
import { median, clamp } from '../statistics/index.ts';

/** What a run of the tapping test is about: one digit as fast as it goes, or two in turn. */
export type TapTarget = readonly [Striker] | readonly [Striker, Striker];

/** One run: the times of the taps in seconds, in order. */
export interface TapRun {
  readonly target: TapTarget;
  readonly taps: readonly number[];
}

/** The runs of the tapping test, in order; the first ones warm the hand up for the pairs. */
export const TAP_RUNS: readonly TapTarget[] = [['p'], ['i'], ['m'], ['a'], ['p', 'i'], ['i', 'm'], ['m', 'a']];

/** Seconds a run lasts. */
export const TAP_SECONDS = 5;

/** A run has at least so many gaps, and they spread no more than this share of their median (est.). */
const USABLE = { gaps: 8, spread: 0.3 } as const;

/** What a usable run comes to: median seconds between taps, and their spread as a share of it. */
export interface TapMeasure {
  readonly seconds: number;
  readonly spread: number;
}

/** The value below which a share of the sorted values lies. */
const quantile = (values: readonly number[], share: number): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] as number;
};

/** Spread between the quartiles as a standard deviation would be for normal errors (1.349 of them apart). */
const quartileSpread = (values: readonly number[]): number => (quantile(values, 0.75) - quantile(values, 0.25)) / 1.349;

const nameOf = (target: TapTarget): readonly Message[] => target.map(fingerName);

/**
 * Measures a run: the median of the gaps between its taps and the spread between their quartiles, both robust against
 * a tap that is missed or doubled.
 * Errors: `taps-too-few`, `taps-uneven`.
 * @example
 * measureTaps({ target: ['i'], taps: [0, 0.2, 0.4] }).ok // => false
 */
export const measureTaps = ({ target, taps }: TapRun): Result<TapMeasure> => {
  const gaps = taps.slice(1).map((tap, index) => tap - (taps[index] as number));
  if (gaps.length < USABLE.gaps)
    return failure(problem('taps-too-few', { name: nameOf(target), value: taps.length, least: USABLE.gaps + 1 }));
  const seconds = median(gaps);
  const spread = quartileSpread(gaps) / seconds;
  if (!(seconds > 0) || spread > USABLE.spread)
    return failure(problem('taps-uneven', { name: nameOf(target), value: Math.round(spread * 100) }));
  return success({ seconds, spread });
};

interface Measured {
  readonly target: TapTarget;
  readonly seconds: number;
}

const isSingle = ({ target }: Measured): boolean => target.length === 1;

/**
 * Seconds between an able adult's taps on a table or a key, which are quicker than strokes on a string: single digits
 * after published finger-tapping rates of about 5 to 7 taps a second, from memory; pairs in turn are estimates.
 */
export const TAPPED = {
  p: 0.17,
  i: 0.16,
  m: 0.16,
  a: 0.19,
  c: 0.22,
  pick: 0.15,
  pair: { otherDigit: 0.085, middleThenRing: 0.095 },
} as const;

/** Where the taps of a test are made: on keys, a table or a screen, or on the strings themselves. */
export type TappedOn = 'keys' | 'strings';

/** Seconds between an able adult's strokes, by where they are made: on strings they are those the engine knows. */
const REFERENCE: Readonly<
  Record<
    TappedOn,
    Readonly<Record<Striker, number>> & { readonly pair: Readonly<Record<'otherDigit' | 'middleThenRing', number>> }
  >
> = {
  keys: TAPPED,
  strings: { ...DEFAULT_ESTIMATES, pair: DEFAULT_ESTIMATES },
};

const scalesOf = (measured: readonly Measured[], on: TappedOn): Readonly<Partial<Record<Striker, number>>> => {
  const found = measured
    .filter(isSingle)
    .map(({ target, seconds }) => [target[0], clamp(seconds / REFERENCE[on][target[0]], HAND_SCALE_RANGE)] as const);
  const scales: Partial<Record<Striker, number>> = Object.fromEntries(found);
  const typical = found.length > 0 ? median(found.map(([, scale]) => scale)) : 1;
  // Digits that were not measured are as quick as the measured ones on the whole.
  return { p: typical, i: typical, m: typical, a: typical, c: typical, pick: typical, ...scales };
};

/** The time two digits take in turn, before the scale of the slower one, which the engine lays over it. */
const pairTimes = (
  measured: readonly Measured[],
  scales: Readonly<Partial<Record<Striker, number>>>,
  on: TappedOn,
): Readonly<Partial<Record<EstimateKey, number>>> => {
  const unscaled = measured
    .filter((run) => !isSingle(run))
    .map(({ target, seconds }) => ({
      target,
      seconds: seconds / Math.max(...target.map((striker) => scales[striker] ?? 1)),
    }));
  const ring = unscaled.filter(({ target }) => target.includes('a')).map(({ seconds }) => seconds);
  const others = unscaled.filter(({ target }) => !target.includes('a')).map(({ seconds }) => seconds);
  const bounded = (key: 'otherDigit' | 'middleThenRing', values: readonly number[]) => {
    if (values.length === 0) return {};
    const share = median(values) / REFERENCE[on].pair[key];
    return { [key]: DEFAULT_ESTIMATES[key] * Math.min(4, Math.max(0.5, share)) };
  };
  return { ...bounded('otherDigit', others), ...bounded('middleThenRing', ring) };
};

/** A hand from a tapping test, and the runs that could not be used. */
export interface TappedHand {
  readonly hand: HandProfile;
  readonly unusable: readonly Problem[];
}

/**
 * The hand behind the runs of a tapping test. Runs too short or too uneven are named and left out; without a usable
 * run of a single digit there is no hand.
 * @example
 * handFromTaps('own', 'Own', []).ok // => false
 */
export const handFromTaps = (
  key: string,
  name: string,
  runs: readonly TapRun[],
  on: TappedOn = 'keys',
): Result<TappedHand> => {
  const read = runs.map((run) => ({ target: run.target, measure: measureTaps(run) }));
  const unusable = read.flatMap(({ measure }) => (measure.ok ? [] : measure.problems));
  const measured = read.flatMap(({ target, measure }): Measured[] =>
    measure.ok ? [{ target, seconds: measure.value.seconds }] : [],
  );
  if (!measured.some(isSingle)) return failure(...unusable);
  const scale = scalesOf(measured, on);
  const hand = createHandProfile({ key, name, scale, times: pairTimes(measured, scale, on) });
  return hand.ok ? success({ hand: hand.value, unusable }) : hand;
};
