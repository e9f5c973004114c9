import { isFinger, strikerOf } from '../../pattern/index.ts';
import { otherNeed, ownNeed } from '../hand.ts';
import type { PlacedStroke } from '../placed-stroke.ts';
import { pickChange } from '../pick-path.ts';
import { carriesPick, type School } from '../school.ts';
import { near, type CostContext, type Gap, type PairCost } from './cost.ts';

/** Whether the school rakes that way: fingers toward the bass, the thumb toward the treble over the basses. */
const schoolRakes = ({ rakes, weights }: School, from: PlacedStroke, to: PlacedStroke): boolean => {
  if (weights.rake === undefined) return false;
  const thumb = from.digit === 'p';
  if (rakes === (thumb ? 'fingers' : 'thumb')) return false;
  return thumb ? to.string === from.string - 1 && to.string > 3 : to.string === from.string + 1;
};

/**
 * Whether the second stroke rakes on from the first: as its mark asks, or as the school does.
 * @example
 * rakesOn({ digit: 'i', string: 2 }, { digit: 'i', string: 3 }, schoolOf({ school: 'one-per-string' })) // => false
 */
export const rakesOn = (from: PlacedStroke, to: PlacedStroke, school: School): boolean => {
  if (from.digit !== to.digit || strikerOf(from.digit) === 'pick') return false;
  if (to.rake && Math.abs(to.string - from.string) === 1) return true;
  return schoolRakes(school, from, to);
};

const repeatCost = (from: PlacedStroke, to: PlacedStroke, gap: Gap, context: CostContext): number => {
  const { weights } = context.school;
  if (from.digit !== to.digit || strikerOf(from.digit) === 'pick') return 0;
  if (rakesOn(from, to, context.school)) return (weights.rake ?? MARKED_RAKE.cost) * near(gap, context);
  const again = from.chord && to.chord && from.string === to.string ? CHORD_AGAIN : 1;
  return again * (from.digit === 'p' ? weights.thumbRepeat : weights.repeat) * near(gap, context);
};

/** A chord struck again keeps its fingers: that much of what a finger twice running costs otherwise (est.). */
const CHORD_AGAIN = 0.1;

/** What a rake that is asked for costs, and what it costs not to give it (est.). */
const MARKED_RAKE = { cost: 0.3, refused: 25 } as const;

/** The same finger twice running. */
export const repeat: PairCost = { family: 'repeat', scopes: ['next'], of: repeatCost };

/** A stroke marked as a rake, played by another digit than the stroke before. */
export const rakeMark: PairCost = {
  family: 'rake',
  scopes: ['next'],
  of: (from, to) => (to.rake && from.digit !== to.digit ? MARKED_RAKE.refused : 0),
};

/** Another digit coming back to the string next toward the bass, where the school would rake. */
export const returning: PairCost = {
  family: 'returning',
  scopes: ['next'],
  of: (from, to, gap, context) => {
    const { weights } = context.school;
    const back = to.string - from.string === 1 && from.digit !== to.digit && isFinger(from.digit);
    const thumbAtHome = to.digit === 'p' && to.string > 3;
    return back && !thumbAtHome ? weights.returning * near(gap, context) : 0;
  },
};

/** The same finger twice running but for thumb strokes in between, in schools where that counts. */
export const repeatAcrossThumb: PairCost = {
  family: 'repeat',
  scopes: ['across-thumb'],
  of: (from, to, gap, context) =>
    context.school.weights.runsAcrossThumb && isFinger(from.digit) ? repeatCost(from, to, gap, context) : 0,
};

/** How steep the cost of rushing gets when more than all the time there is is needed (est.). */
const BEYOND = 20;

/**
 * Cost of needing a share of the time there is: nothing up to a free share (45 % by the estimates), rising to the
 * weight at 100 %, then steep.
 * @example
 * rushCost(1, 4, 0.45) // => 4
 */
export const rushCost = (share: number, weight: number, free: number): number => {
  if (share <= free) return 0;
  if (share > 1) return (free < 1 ? weight : 0) + weight * BEYOND * (share - 1);
  return weight * ((share - free) / (1 - free)) ** 2;
};

const rush = (need: number, seconds: number, { school, hand }: CostContext): number =>
  rushCost(need / seconds, school.weights.rush, hand.times.rushFree);

/**
 * Seconds a striker needs from one stroke to its next, for a hand and a school.
 * @example
 * needOwn({ digit: 'i', string: 3 }, { digit: 'i', string: 3 }, { school: schoolOf({ school: 'one-per-string' }), hand: taskOf(newPattern('P')).hand, strings: 6 }) > 0 // => true
 */
export const needOwn = (from: PlacedStroke, to: PlacedStroke, { school, hand }: CostContext): number => {
  const scale = hand.scale[strikerOf(from.digit)];
  return scale * (rakesOn(from, to, school) ? hand.times.sweep : ownNeed(from, to, hand.times));
};

/**
 * Seconds two strikers need one after the other, for a hand.
 * @example
 * needOther({ digit: 'i', string: 3 }, { digit: 'm', string: 2 }, { school: schoolOf({ school: 'one-per-string' }), hand: taskOf(newPattern('P')).hand, strings: 6 }) > 0 // => true
 */
export const needOther = (from: PlacedStroke, to: PlacedStroke, { hand }: CostContext): number =>
  otherNeed(from.digit, to.digit, hand.times) *
  Math.max(hand.scale[strikerOf(from.digit)], hand.scale[strikerOf(to.digit)]);

/** A striker that has to hurry to its next stroke. */
export const rushOwn: PairCost = {
  family: 'rush',
  scopes: ['own'],
  of: (from, to, gap, context) => rush(needOwn(from, to, context), gap.seconds, context),
};

/** Two strikers that have to hurry one after the other. */
export const rushOther: PairCost = {
  family: 'rush',
  scopes: ['next'],
  of: (from, to, gap, context) =>
    strikerOf(from.digit) === strikerOf(to.digit) ? 0 : rush(needOther(from, to, context), gap.seconds, context),
};

/** The index going from touching a harmonic to playing, or back. */
export const touchRush: PairCost = {
  family: 'touch',
  scopes: ['next'],
  of: (from, to, gap, context) => {
    const index = (from.harp && to.digit === 'i') || (to.harp && from.digit === 'i');
    return index ? rush(context.hand.times.touch * context.hand.scale.i, gap.seconds, context) : 0;
  },
};

/** A finger that leaves its string for another within a figure. */
export const move: PairCost = {
  family: 'move',
  scopes: ['own'],
  of: (from, to, gap, context) =>
    isFinger(from.digit) ? context.school.weights.move * Math.abs(from.string - to.string) * near(gap, context) : 0,
};

/** The pick twice running over the strings of a group, which its fingers should share. */
export const pickAgain: PairCost = {
  family: 'pick-change',
  scopes: ['next'],
  of: (from, to, gap, context) => {
    const both = strikerOf(from.digit) === 'pick' && strikerOf(to.digit) === 'pick';
    return both && to.string < from.string ? context.school.weights.pickAgain * near(gap, context) : 0;
  },
};

/** What it costs the pick not to turn where its school has it turn each time; counted anew where the task opens. */
export const turnCost = (from: PlacedStroke, to: PlacedStroke, { school }: CostContext): number =>
  from.digit === to.digit && !to.opening ? school.weights.strictTurn : 0;

/** The pick's way from string to string, and the same direction twice. */
export const pickPath: PairCost = {
  family: 'pick-change',
  scopes: ['own'],
  of: (from, to, gap, context) => {
    if (strikerOf(from.digit) !== 'pick') return 0;
    const { kind, skipped } = pickChange(from, to);
    const { weights } = context.school;
    const again = from.digit === to.digit;
    const same = again && kind !== 'sweep' ? weights.sameDirection : 0;
    const change = kind === 'same-string' ? 0 : weights[kind] + skipped * weights.skip;
    const strict = again && !carriesPick(context.school) ? turnCost(from, to, context) : 0;
    // A school that goes by the way to the next string begins anew where its figure does.
    if (weights.towards > 0 && to.opening) return 0;
    const towards = to.string === from.string ? to.digit : to.string < from.string ? 'down' : 'up';
    return (towards === to.digit ? 0 : weights.towards) + strict + (same + change) * near(gap, context);
  },
};
