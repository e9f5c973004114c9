import { message, type Label } from '../message/message.ts';
import { failure, createProblem, success, type Problem, type Result } from '../errors/index.ts';
import { ACTUATORS, fingerName, actuatorOf, type Digit, type Actuator } from '../pattern/index.ts';
import {
  ESTIMATE_DEFINITIONS,
  ESTIMATE_KEYS,
  ESTIMATE_RANGE,
  DEFAULT_ESTIMATES,
  type EstimateKey,
  type EstimateValues,
} from './hand-estimates.ts';
import { classifyPickStringChange } from './pick-string-change.ts';
import type { FingeredStroke } from './task/fingered-stroke.ts';

/**
 * A picking hand: the least times of an able adult, and how a person's compare with them. Each striker's times are
 * multiplied by its scale.
 */
export interface HandProfile {
  readonly key: string;
  readonly name: Label;
  readonly scale: Readonly<Record<Actuator, number>>;
  readonly times: EstimateValues;
}

const uniformScale = (scale: number): Readonly<Record<Actuator, number>> => ({
  p: scale,
  i: scale,
  m: scale,
  a: scale,
  c: scale,
  pick: scale,
});

/** Hands to start from before a person's own is measured (est.). */
export const HAND_PRESETS: readonly HandProfile[] = [
  { key: 'new-to-it', name: message('hand-preset.new'), scale: uniformScale(1.7), times: DEFAULT_ESTIMATES },
  { key: 'able-adult', name: message('hand-preset.able-adult'), scale: uniformScale(1), times: DEFAULT_ESTIMATES },
  { key: 'advanced', name: message('hand-preset.advanced'), scale: uniformScale(0.82), times: DEFAULT_ESTIMATES },
];

/** The able adult's hand. */
export const ABLE_ADULT_HAND = HAND_PRESETS[1] as HandProfile;

/** How far a person's scale may be from the able adult's. */
export const HAND_SCALE_RANGE = { least: 0.4, most: 4 } as const;

const isWithin = (value: number, least: number, most: number): boolean =>
  Number.isFinite(value) && value >= least && value <= most;

const validateScale = (scale: Readonly<Record<string, number>>): readonly Problem[] =>
  ACTUATORS.filter(
    (striker) => !isWithin(scale[striker] ?? Number.NaN, HAND_SCALE_RANGE.least, HAND_SCALE_RANGE.most),
  ).map((striker) =>
    createProblem('hand-wrong', { digit: fingerName(striker), value: String(scale[striker]), ...HAND_SCALE_RANGE }),
  );

const validateEstimates = (times: Readonly<Partial<Record<EstimateKey, number>>>): readonly Problem[] =>
  ESTIMATE_KEYS.flatMap((key) => {
    const value = times[key];
    const { value: shipped, label } = ESTIMATE_DEFINITIONS[key];
    if (value === undefined || isWithin(value, shipped * ESTIMATE_RANGE.least, shipped * ESTIMATE_RANGE.most))
      return [];
    return [
      createProblem('estimate-wrong', {
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
 * createHandProfile({ key: 'x', name: 'X', scale: { p: 0 } }).ok // => false
 */
export const createHandProfile = ({
  key,
  name,
  scale = {},
  times = {},
}: {
  readonly key: string;
  readonly name: Label;
  readonly scale?: Readonly<Partial<Record<Actuator, number>>>;
  readonly times?: Readonly<Partial<Record<EstimateKey, number>>>;
}): Result<HandProfile> => {
  const whole = { ...uniformScale(1), ...scale };
  const problems = [...validateScale(whole), ...validateEstimates(times)];
  return problems.length > 0
    ? failure(...problems)
    : success({ key, name, scale: whole, times: { ...DEFAULT_ESTIMATES, ...times } });
};

const minPickInterval = (from: FingeredStroke, to: FingeredStroke, times: EstimateValues): number => {
  const { kind, skipped } = classifyPickStringChange(from, to);
  const strings = kind === 'same-string' ? 0 : skipped + 1;
  const passed = skipped * times.passedString;
  if (kind === 'sweep') return times.sweep + passed;
  const turn = from.digit === to.digit ? times.pick : times.pickAlternate;
  const round = kind === 'outside' || kind === 'inside' ? times[kind] : 0;
  return turn + round + passed + strings * times.travelPerString;
};

/**
 * Least seconds between two strokes of one striker, before a person's scale.
 * @example
 * baseMinIntervalSameActuator({ digit: 'p', string: 6 }, { digit: 'p', string: 4 }).toFixed(3) // => '0.262'
 */
export const baseMinIntervalSameActuator = (
  from: FingeredStroke,
  to: FingeredStroke,
  times: EstimateValues = DEFAULT_ESTIMATES,
): number => {
  if (from.digit === 'down' || from.digit === 'up') return minPickInterval(from, to, times);
  const travel = times.travelPerString * Math.abs(from.string - to.string);
  // Thumb and fingers that come together need longer to gather.
  const pinched = from.isInChord || to.isInChord ? times.pinch : 1;
  return times[actuatorOf(from.digit)] * pinched + travel;
};

/**
 * Whether the thumb falls through from one string to the next one up: part of one movement rather than a new stroke.
 * @example
 * isThumbGlide({ digit: 'p', string: 6 }, { digit: 'p', string: 5 }) // => true
 */
export const isThumbGlide = (from: FingeredStroke, to: FingeredStroke): boolean =>
  from.digit === 'p' && to.digit === 'p' && from.string - to.string === 1 && !from.isInChord && !to.isInChord;

/**
 * Least seconds between strokes of two different strikers one after another, before a person's scale.
 * @example
 * baseMinIntervalOtherActuator('m', 'a') // => 0.11
 */
export const baseMinIntervalOtherActuator = (
  from: Digit,
  to: Digit,
  times: EstimateValues = DEFAULT_ESTIMATES,
): number => ((from === 'm' && to === 'a') || (from === 'a' && to === 'm') ? times.middleThenRing : times.otherDigit);
