import { handPosition, isFinger, actuatorOf, type Digit } from '../../pattern/index.ts';
import { decayWithRest, type StrokePairCost } from './cost.ts';

/**
 * Whether the two digits stand crossed: the higher one on the lower-pitched string.
 * @example
 * areFingersCrossed({ digit: 'i', string: 1 }, { digit: 'm', string: 3 }) // => true
 */
export const areFingersCrossed = (
  a: { readonly digit: Digit; readonly string: number },
  b: { readonly digit: Digit; readonly string: number },
): boolean => (handPosition(a.digit) - handPosition(b.digit)) * (a.string - b.string) > 0;

/** A higher digit on a lower-pitched string than a lower digit, as far apart as the hand keeps its shape. */
export const crossingCost: StrokePairCost = {
  category: 'cross',
  scopes: ['together', 'within'],
  cost: (a, b, gap, context) =>
    !context.school.hasMovingHand && areFingersCrossed(a, b)
      ? context.school.weights.cross * decayWithRest(gap, context)
      : 0,
};

/** The same in schools whose hand moves over the strings: only what follows at once can cross. */
export const consecutiveCrossingCost: StrokePairCost = {
  category: 'cross',
  scopes: ['together', 'next'],
  cost: (a, b, gap, context) =>
    context.school.hasMovingHand && areFingersCrossed(a, b)
      ? context.school.weights.cross * decayWithRest(gap, context)
      : 0,
};

/** Natural gap in strings between two fingers: one for each step across the hand. */
const naturalStringDistance = (a: Digit, b: Digit): number => handPosition(b) - handPosition(a);

/** Two fingers off their natural gap. */
export const spanCost: StrokePairCost = {
  category: 'span',
  scopes: ['together', 'within'],
  cost: (a, b, gap, context) => {
    if (!isFinger(a.digit) || !isFinger(b.digit) || a.digit === b.digit) return 0;
    // A run on one string is played with the fingers drawn together.
    if (a.isInRun && b.isInRun && a.string === b.string) return 0;
    return (
      context.school.weights.span *
      decayWithRest(gap, context) *
      Math.abs(a.string - b.string - naturalStringDistance(a.digit, b.digit))
    );
  },
};

/** One digit over several strings at one time; where the strokes are marked as a brush it is what is wanted. */
export const brushCost: StrokePairCost = {
  category: 'brush',
  scopes: ['together'],
  cost: (a, b, _gap, { school }) =>
    actuatorOf(a.digit) === actuatorOf(b.digit) && !(a.brush && b.brush)
      ? school.weights.brush * Math.abs(a.string - b.string)
      : 0,
};

const isPickAndMiddle = (a: Digit, b: Digit): boolean =>
  (actuatorOf(a) === 'pick' && b === 'm') || (actuatorOf(b) === 'pick' && a === 'm');

/** Pick and middle on neighbouring strings, in the variants that find it cramped. */
export const crampedPickCost: StrokePairCost = {
  category: 'confined',
  scopes: ['together', 'next'],
  cost: (a, b, gap, context) => {
    const { weights } = context.school;
    if (weights.confined === 0 || !isPickAndMiddle(a.digit, b.digit) || Math.abs(a.string - b.string) !== 1) return 0;
    return weights.confined * decayWithRest(gap, context);
  },
};
