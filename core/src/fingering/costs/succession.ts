import { isFinger, strikerOf } from '../../pattern/index.ts';
import { HAND_TIMES, otherNeed, ownNeed, type PlacedStroke } from '../hand.ts';
import { pickChange } from '../pick-path.ts';
import { near, type Ground, type PairCost } from './cost.ts';

/** Whether the second stroke rakes on from the first: fingers toward the bass, the thumb toward the treble. */
export const rakesOn = (from: PlacedStroke, to: PlacedStroke): boolean =>
  from.digit === to.digit && to.string - from.string === (from.digit === 'p' ? -1 : 1);

const repeatCost = (from: PlacedStroke, to: PlacedStroke, seconds: number, { school }: Ground): number => {
  const { weights } = school;
  if (from.digit !== to.digit || strikerOf(from.digit) === 'pick') return 0;
  if (weights.rake !== undefined && rakesOn(from, to)) return weights.rake * near(seconds);
  return (from.digit === 'p' ? weights.thumbRepeat : weights.repeat) * near(seconds);
};

/** The same finger twice running. */
export const repeat: PairCost = { family: 'repeat', scopes: ['next'], of: repeatCost };

/** The same finger twice running but for thumb strokes in between, in schools where that counts. */
export const repeatAcrossThumb: PairCost = {
  family: 'repeat',
  scopes: ['across thumb'],
  of: (from, to, seconds, ground) =>
    ground.school.weights.runsAcrossThumb && isFinger(from.digit) ? repeatCost(from, to, seconds, ground) : 0,
};

/** Share of the time there is below which nothing is rushed, and how steep it gets beyond the whole (est.). */
const RUSH = { free: 0.45, beyond: 20 } as const;

/**
 * Cost of needing a share of the time there is: nothing up to 45 %, rising to the weight at 100 %, then steep.
 * @example
 * rushCost(1, 4) // => 4
 */
export const rushCost = (share: number, weight: number): number => {
  if (share <= RUSH.free) return 0;
  if (share > 1) return weight + weight * RUSH.beyond * (share - 1);
  return weight * ((share - RUSH.free) / (1 - RUSH.free)) ** 2;
};

/** Seconds a striker needs from one stroke to its next, for a hand and a school. */
export const needOwn = (from: PlacedStroke, to: PlacedStroke, { school, hand }: Ground): number => {
  const scale = hand.scale[strikerOf(from.digit)];
  const raking = school.weights.rake !== undefined && rakesOn(from, to);
  return scale * (raking ? HAND_TIMES.sweep : ownNeed(from, to));
};

/** Seconds two strikers need one after the other, for a hand. */
export const needOther = (from: PlacedStroke, to: PlacedStroke, { hand }: Ground): number =>
  otherNeed(from.digit, to.digit) * Math.max(hand.scale[strikerOf(from.digit)], hand.scale[strikerOf(to.digit)]);

/** A striker that has to hurry to its next stroke. */
export const rushOwn: PairCost = {
  family: 'rush',
  scopes: ['own'],
  of: (from, to, seconds, ground) => rushCost(needOwn(from, to, ground) / seconds, ground.school.weights.rush),
};

/** Two strikers that have to hurry one after the other. */
export const rushOther: PairCost = {
  family: 'rush',
  scopes: ['next'],
  of: (from, to, seconds, ground) =>
    strikerOf(from.digit) === strikerOf(to.digit)
      ? 0
      : rushCost(needOther(from, to, ground) / seconds, ground.school.weights.rush),
};

/** The pick's way from string to string, and the same direction twice. */
export const pickPath: PairCost = {
  family: 'pick change',
  scopes: ['own'],
  of: (from, to, seconds, { school }) => {
    if (strikerOf(from.digit) !== 'pick') return 0;
    const { kind, skipped } = pickChange(from, to);
    const { weights } = school;
    const again = from.digit === to.digit;
    const same = again && kind !== 'sweep' ? weights.sameDirection : 0;
    const change = kind === 'same-string' ? 0 : weights[kind] + skipped * weights.skip;
    const strict = again && !to.opening ? weights.strictTurn : 0;
    return strict + (same + change) * near(seconds);
  },
};
