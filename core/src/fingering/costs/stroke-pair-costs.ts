import { isFinger, actuatorOf } from '../../pattern/index.ts';
import { baseMinIntervalOtherActuator, baseMinIntervalSameActuator, isThumbGlide } from '../hand-profile.ts';
import type { HandProfile } from '../hand-profile.ts';
import type { FingeredStroke } from '../task/fingered-stroke.ts';
import { classifyPickStringChange, type PickStringChangeKind } from '../pick-string-change.ts';
import {
  DEFAULT_PENALTY_WEIGHTS,
  hasContinuousPickDirection,
  thumbFromOf,
  type PenaltyWeights,
  type School,
} from '../school.ts';
import { decayWithRest, type CostContext, type TimeGap, type StrokePairCost } from './cost.ts';

/** Whether the school rakes that way: fingers toward the bass, the thumb toward the treble over the basses. */
const canSchoolRake = (school: School, from: FingeredStroke, to: FingeredStroke): boolean => {
  const { rakes, weights } = school;
  if (weights.rake === undefined) return false;
  const thumb = from.digit === 'p';
  if (rakes === (thumb ? 'fingers' : 'thumb')) return false;
  return thumb ? to.string === from.string - 1 && to.string >= thumbFromOf(school) : to.string === from.string + 1;
};

/**
 * Whether the second stroke rakes on from the first: as its mark asks, or as the school does.
 * @example
 * isRakeContinuation(
 *   { digit: 'i', string: 2 },
 *   { digit: 'i', string: 3 },
 *   resolveSchoolOrThrow({ school: 'one-per-string' }),
 * ) // => false
 */
export const isRakeContinuation = (from: FingeredStroke, to: FingeredStroke, school: School): boolean => {
  if (from.digit !== to.digit || actuatorOf(from.digit) === 'pick') return false;
  if (to.rake && Math.abs(to.string - from.string) === 1) return true;
  return canSchoolRake(school, from, to);
};

const computeRepeatCost = (from: FingeredStroke, to: FingeredStroke, gap: TimeGap, context: CostContext): number => {
  const { weights } = context.school;
  if (from.digit !== to.digit || actuatorOf(from.digit) === 'pick') return 0;
  if (isRakeContinuation(from, to, context.school))
    return (weights.rake ?? RAKE_MARK_PENALTIES.cost) * decayWithRest(gap, context);
  const again = from.isInChord && to.isInChord && from.string === to.string ? REPEATED_CHORD_FACTOR : 1;
  return again * repeatWeight(from, to, context.school) * decayWithRest(gap, context);
};

/** A finger twice running is the worse where it has to change string (est.). */
const REPEAT_ELSEWHERE_FACTOR = 1.35;

/** On one of its own strings the thumb plays on with ease, in every school. */
const repeatWeight = (from: FingeredStroke, to: FingeredStroke, school: School): number => {
  const { weights } = school;
  if (from.digit !== 'p') return weights.repeat * (from.string === to.string ? 1 : REPEAT_ELSEWHERE_FACTOR);
  const isOwnString = from.string === to.string && to.string >= thumbFromOf(school);
  return isOwnString ? Math.min(weights.thumbRepeat, DEFAULT_PENALTY_WEIGHTS.thumbRepeat) : weights.thumbRepeat;
};

/** A chord struck again keeps its fingers: that much of what a finger twice running costs otherwise (est.). */
const REPEATED_CHORD_FACTOR = 0.1;

/** What a rake that is asked for costs, and what it costs not to give it (est.). */
const RAKE_MARK_PENALTIES = { cost: 0.3, refused: 25 } as const;

/** The same finger twice running. */
export const repeatedFingerCost: StrokePairCost = { category: 'repeat', scopes: ['next'], cost: computeRepeatCost };

/** A stroke marked as a rake, played by another digit than the stroke before. */
export const rakeMarkCost: StrokePairCost = {
  category: 'rake',
  scopes: ['next'],
  cost: (from, to) => (to.rake && from.digit !== to.digit ? RAKE_MARK_PENALTIES.refused : 0),
};

/** Another digit coming back to the string next toward the bass, where the school would rake. */
export const returnStrokeCost: StrokePairCost = {
  category: 'returning',
  scopes: ['next'],
  cost: (from, to, gap, context) => {
    const { school } = context;
    const back = to.string - from.string === 1 && from.digit !== to.digit && isFinger(from.digit);
    const thumbAtHome = to.digit === 'p' && to.string >= thumbFromOf(school);
    return back && !thumbAtHome ? school.weights.returning * decayWithRest(gap, context) : 0;
  },
};

/** The same finger twice running but for thumb strokes in between, in schools where that counts. */
export const repeatedFingerAcrossThumbCost: StrokePairCost = {
  category: 'repeat',
  scopes: ['across-thumb'],
  cost: (from, to, gap, context) =>
    context.school.weights.runsAcrossThumb && isFinger(from.digit) ? computeRepeatCost(from, to, gap, context) : 0,
};

/** How steep the cost of rushing gets when more than all the time there is is needed (est.). */
const OVERLOAD_SLOPE = 20;

/**
 * Cost of needing a share of the time there is: nothing up to a free share (45 % by the estimates), rising to the
 * weight at 100 %, then steep.
 * @example
 * computeTimePressure(1, 4, 0.45) // => 4
 */
export const computeTimePressure = (share: number, weight: number, free: number): number => {
  if (share <= free) return 0;
  if (share > 1) return (free < 1 ? weight : 0) + weight * OVERLOAD_SLOPE * (share - 1);
  return weight * ((share - free) / (1 - free)) ** 2;
};

const timePressureBetween = (need: number, seconds: number, { school, hand }: CostContext): number =>
  computeTimePressure(need / seconds, school.weights.rush, hand.times.rushFree);

/**
 * Seconds a striker needs from one stroke to its next, for a hand and a school; where nothing is struck between them
 * the thumb falls through to the next string.
 * @example
 * minIntervalSameActuator(
 *   { digit: 'i', string: 3 },
 *   { digit: 'i', string: 3 },
 *   {
 *     school: resolveSchoolOrThrow({ school: 'one-per-string' }),
 *     hand: createTaskFromPattern(createPattern('P')).hand,
 *     strings: 6,
 *   },
 * ) > 0 // => true
 */
export const minIntervalSameActuator = (
  from: FingeredStroke,
  to: FingeredStroke,
  { school, hand }: CostContext,
  isNext = false,
): number => {
  const scale = hand.scale[actuatorOf(from.digit)];
  if (isNext && isThumbGlide(from, to)) return scale * hand.times.glide;
  return (
    scale *
    (isRakeContinuation(from, to, school) ? hand.times.sweep : baseMinIntervalSameActuator(from, to, hand.times))
  );
};

/**
 * Seconds two strikers need one after the other, for a hand.
 * @example
 * minIntervalOtherActuator(
 *   { digit: 'i', string: 3 },
 *   { digit: 'm', string: 2 },
 *   {
 *     school: resolveSchoolOrThrow({ school: 'one-per-string' }),
 *     hand: createTaskFromPattern(createPattern('P')).hand,
 *     strings: 6,
 *   },
 * ) > 0 // => true
 */
export const minIntervalOtherActuator = (from: FingeredStroke, to: FingeredStroke, { hand }: CostContext): number =>
  baseMinIntervalOtherActuator(from.digit, to.digit, hand.times) *
  Math.max(hand.scale[actuatorOf(from.digit)], hand.scale[actuatorOf(to.digit)]);

/** A striker that has to hurry to its next stroke. */
export const sameActuatorTimePressureCost: StrokePairCost = {
  category: 'rush',
  scopes: ['own'],
  cost: (from, to, gap, context) =>
    timePressureBetween(minIntervalSameActuator(from, to, context, gap.distance === 1), gap.seconds, context),
};

/** Two strikers that have to hurry one after the other. */
export const otherActuatorTimePressureCost: StrokePairCost = {
  category: 'rush',
  scopes: ['next'],
  cost: (from, to, gap, context) =>
    actuatorOf(from.digit) === actuatorOf(to.digit)
      ? 0
      : timePressureBetween(minIntervalOtherActuator(from, to, context), gap.seconds, context),
};

/**
 * Seconds the picking hand needs between a stroke and the next where one is at the fretboard: the index from touching
 * a harmonic to playing or back; all that plucks from a tap or to it, but the thumb. Undefined where nobody travels.
 * @example
 * secondsToTouch({ digit: 'i', string: 3 }, { digit: 'm', string: 1, tapped: true }, ABLE_ADULT_HAND) // => 0.12
 */
export const secondsToTouch = (
  from: FingeredStroke,
  to: FingeredStroke,
  { times, scale }: HandProfile,
): number | undefined => {
  if ((from.harp && to.digit === 'i') || (to.harp && from.digit === 'i')) return times.touch * scale.i;
  if (Boolean(from.tapped) === Boolean(to.tapped)) return undefined;
  const { digit } = from.tapped ? to : from;
  return isFinger(digit) ? times.touch * scale[actuatorOf(digit)] : undefined;
};

/** The picking hand going to the fretboard or coming from it. */
export const harmonicTouchTimePressureCost: StrokePairCost = {
  category: 'touch',
  scopes: ['next'],
  cost: (from, to, gap, context) => {
    const needed = secondsToTouch(from, to, context.hand);
    return needed === undefined ? 0 : timePressureBetween(needed, gap.seconds, context);
  },
};

/** A finger that leaves its string for another within a figure. */
export const stringChangeCost: StrokePairCost = {
  category: 'move',
  scopes: ['own'],
  cost: (from, to, gap, context) =>
    isFinger(from.digit)
      ? context.school.weights.move * Math.abs(from.string - to.string) * decayWithRest(gap, context)
      : 0,
};

/**
 * What it costs the pick to play twice running in one direction where it turns, or at all where it never does (est.).
 */
const PICK_RUN_PENALTIES = { turn: 2, never: 6 } as const;

const pickRunPenalty = (from: FingeredStroke, to: FingeredStroke, { pickRuns }: School): number => {
  // Pinches are struck the same way each time.
  if (from.isInChord || to.isInChord) return 0;
  if (pickRuns === 'never') return PICK_RUN_PENALTIES.never;
  return pickRuns === 'turn' && from.digit === to.digit ? PICK_RUN_PENALTIES.turn : 0;
};

/** The pick twice running over the strings of a group, which its fingers should share. */
export const repeatedPickCost: StrokePairCost = {
  category: 'pick-change',
  scopes: ['next'],
  cost: (from, to, gap, context) => {
    const { school } = context;
    if (actuatorOf(from.digit) !== 'pick' || actuatorOf(to.digit) !== 'pick') return 0;
    const again = to.string < from.string ? school.weights.pickAgain : 0;
    return (again + pickRunPenalty(from, to, school)) * decayWithRest(gap, context);
  },
};

/** What it costs the pick not to turn where its school has it turn each time; counted anew where the task opens. */
export const computePickReversalCost = (from: FingeredStroke, to: FingeredStroke, { school }: CostContext): number =>
  from.digit === to.digit && !to.isFirstOfTask ? school.weights.strictTurn : 0;

/** What a change of string weighs; pinches are struck down each time, and nothing is swept between them. */
const changeWeight = (
  kind: Exclude<PickStringChangeKind, 'same-string'>,
  from: FingeredStroke,
  to: FingeredStroke,
  weights: PenaltyWeights,
): number =>
  kind === 'sweep' && (from.isInChord || to.isInChord)
    ? Math.min(weights.sweep, DEFAULT_PENALTY_WEIGHTS.sweep)
    : weights[kind];

/** The pick's way from string to string, and the same direction twice. */
export const pickPathCost: StrokePairCost = {
  category: 'pick-change',
  scopes: ['own'],
  cost: (from, to, gap, context) => {
    if (actuatorOf(from.digit) !== 'pick') return 0;
    const { kind, skipped } = classifyPickStringChange(from, to);
    const { weights } = context.school;
    const again = from.digit === to.digit;
    const same = again && kind !== 'sweep' ? weights.sameDirection : 0;
    const change = kind === 'same-string' ? 0 : changeWeight(kind, from, to, weights) + skipped * weights.skip;
    const strict =
      again && !hasContinuousPickDirection(context.school) ? computePickReversalCost(from, to, context) : 0;
    // A school that goes by the way to the next string begins anew where its figure does.
    if (weights.towards > 0 && to.isFirstOfTask) return 0;
    const way = to.string < from.string ? 'down' : 'up';
    const towards = to.string === from.string ? to.digit : way;
    return (towards === to.digit ? 0 : weights.towards) + strict + (same + change) * decayWithRest(gap, context);
  },
};
