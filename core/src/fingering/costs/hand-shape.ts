import { handOrder, isFinger, strikerOf, type Digit } from '../../pattern/index.ts';
import { near, type PairCost } from './cost.ts';

/**
 * Whether the two digits stand crossed: the higher one on the lower-pitched string.
 * @example
 * crossed({ digit: 'i', string: 1 }, { digit: 'm', string: 3 }) // => true
 */
export const crossed = (
  a: { readonly digit: Digit; readonly string: number },
  b: { readonly digit: Digit; readonly string: number },
): boolean => (handOrder(a.digit) - handOrder(b.digit)) * (a.string - b.string) > 0;

/** A higher digit on a lower-pitched string than a lower digit, as far apart as the hand keeps its shape. */
export const cross: PairCost = {
  family: 'cross',
  scopes: ['together', 'within'],
  of: (a, b, gap, context) =>
    !context.school.handMoves && crossed(a, b) ? context.school.weights.cross * near(gap, context) : 0,
};

/** The same in schools whose hand moves over the strings: only what follows at once can cross. */
export const crossNext: PairCost = {
  family: 'cross',
  scopes: ['together', 'next'],
  of: (a, b, gap, context) =>
    context.school.handMoves && crossed(a, b) ? context.school.weights.cross * near(gap, context) : 0,
};

/** Natural gap in strings between two fingers: one for each step across the hand. */
const naturalGap = (a: Digit, b: Digit): number => handOrder(b) - handOrder(a);

/** Two fingers off their natural gap. */
export const span: PairCost = {
  family: 'span',
  scopes: ['together', 'within'],
  of: (a, b, gap, context) => {
    if (!isFinger(a.digit) || !isFinger(b.digit) || a.digit === b.digit) return 0;
    // A run on one string is played with the fingers drawn together.
    if (a.run && b.run && a.string === b.string) return 0;
    return (
      context.school.weights.span * near(gap, context) * Math.abs(a.string - b.string - naturalGap(a.digit, b.digit))
    );
  },
};

/** One digit over several strings at one time; where the strokes are marked as a brush it is what is wanted. */
export const brush: PairCost = {
  family: 'brush',
  scopes: ['together'],
  of: (a, b, _gap, { school }) =>
    strikerOf(a.digit) === strikerOf(b.digit) && !(a.brush && b.brush)
      ? school.weights.brush * Math.abs(a.string - b.string)
      : 0,
};

const isPickAndMiddle = (a: Digit, b: Digit): boolean =>
  (strikerOf(a) === 'pick' && b === 'm') || (strikerOf(b) === 'pick' && a === 'm');

/** Pick and middle on neighbouring strings, in the variants that find it cramped. */
export const confined: PairCost = {
  family: 'confined',
  scopes: ['together', 'next'],
  of: (a, b, gap, context) => {
    const { weights } = context.school;
    if (weights.confined === 0 || !isPickAndMiddle(a.digit, b.digit) || Math.abs(a.string - b.string) !== 1) return 0;
    return weights.confined * near(gap, context);
  },
};
