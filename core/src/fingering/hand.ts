import { message, type Label } from '../message/message.ts';
import { failure, problem, success, type Problem, type Result } from '../errors/index.ts';
import { STRIKERS, fingerName, strikerOf, type Digit, type Striker } from '../pattern/index.ts';
import { ESTIMATES, ESTIMATE_KEYS, ESTIMATE_RANGE, HAND_TIMES, type EstimateKey, type HandTimes } from './estimates.ts';
import { pickChange } from './pick-path.ts';
import type { PlacedStroke } from './placed-stroke.ts';

/**
 * A picking hand: the least times of an able adult, and how a person's compare with them. Each striker's times are
 * multiplied by its scale.
 */
export interface Hand {
  readonly key: string;
  readonly name: Label;
  readonly scale: Readonly<Record<Striker, number>>;
  readonly times: HandTimes;
}

const evenly = (scale: number): Readonly<Record<Striker, number>> => ({
  p: scale,
  i: scale,
  m: scale,
  a: scale,
  c: scale,
  pick: scale,
});

/** Hands to start from before a person's own is measured (est.). */
export const HANDS: readonly Hand[] = [
  { key: 'new-to-it', name: message('hand-preset.new'), scale: evenly(1.4), times: HAND_TIMES },
  { key: 'able-adult', name: message('hand-preset.able-adult'), scale: evenly(1), times: HAND_TIMES },
  { key: 'advanced', name: message('hand-preset.advanced'), scale: evenly(0.82), times: HAND_TIMES },
];

/** The able adult's hand. */
export const ABLE_ADULT = HANDS[1] as Hand;

/** How far a person's scale may be from the able adult's. */
export const SCALE_RANGE = { least: 0.4, most: 4 } as const;

const within = (value: number, least: number, most: number): boolean =>
  Number.isFinite(value) && value >= least && value <= most;

const scaleProblems = (scale: Readonly<Record<string, number>>): readonly Problem[] =>
  STRIKERS.filter((striker) => !within(scale[striker] ?? Number.NaN, SCALE_RANGE.least, SCALE_RANGE.most)).map(
    (striker) => problem('hand-wrong', { digit: fingerName(striker), value: String(scale[striker]), ...SCALE_RANGE }),
  );

const timeProblems = (times: Readonly<Partial<Record<EstimateKey, number>>>): readonly Problem[] =>
  ESTIMATE_KEYS.flatMap((key) => {
    const value = times[key];
    const { value: shipped, label } = ESTIMATES[key];
    if (value === undefined || within(value, shipped * ESTIMATE_RANGE.least, shipped * ESTIMATE_RANGE.most)) return [];
    return [
      problem('estimate-wrong', {
        label,
        value: String(value),
        least: shipped * ESTIMATE_RANGE.least,
        most: shipped * ESTIMATE_RANGE.most,
      }),
    ];
  });

/**
 * A hand with a person's scales and a studio's estimates. Errors: `hand-wrong` and `estimate-wrong` for each value
 * that no hand can have; what is not given stays the able adult's.
 * @example
 * makeHand({ key: 'x', name: 'X', scale: { p: 0 } }).ok // => false
 */
export const makeHand = ({
  key,
  name,
  scale = {},
  times = {},
}: {
  readonly key: string;
  readonly name: Label;
  readonly scale?: Readonly<Partial<Record<Striker, number>>>;
  readonly times?: Readonly<Partial<Record<EstimateKey, number>>>;
}): Result<Hand> => {
  const whole = { ...evenly(1), ...scale };
  const problems = [...scaleProblems(whole), ...timeProblems(times)];
  return problems.length > 0
    ? failure(...problems)
    : success({ key, name, scale: whole, times: { ...HAND_TIMES, ...times } });
};

const pickNeed = (from: PlacedStroke, to: PlacedStroke, times: HandTimes): number => {
  const { kind, skipped } = pickChange(from, to);
  const strings = kind === 'same-string' ? 0 : skipped + 1;
  const passed = skipped * times.passedString;
  if (kind === 'sweep') return times.sweep + passed;
  const turn = from.digit === to.digit ? times.pick : times.pickAlternate;
  const round = kind === 'outside' ? times.outside : kind === 'inside' ? times.inside : 0;
  return turn + round + passed + strings * times.travelPerString;
};

/**
 * Least seconds between two strokes of one striker, before a person's scale.
 * @example
 * ownNeed({ digit: 'p', string: 6 }, { digit: 'p', string: 4 }).toFixed(3) // => '0.262'
 */
export const ownNeed = (from: PlacedStroke, to: PlacedStroke, times: HandTimes = HAND_TIMES): number => {
  if (from.digit === 'down' || from.digit === 'up') return pickNeed(from, to, times);
  return times[strikerOf(from.digit)] + times.travelPerString * Math.abs(from.string - to.string);
};

/**
 * Least seconds between strokes of two different strikers one after another, before a person's scale.
 * @example
 * otherNeed('m', 'a') // => 0.11
 */
export const otherNeed = (from: Digit, to: Digit, times: HandTimes = HAND_TIMES): number =>
  (from === 'm' && to === 'a') || (from === 'a' && to === 'm') ? times.middleThenRing : times.otherDigit;
