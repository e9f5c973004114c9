import { handOrder, isFinger, strikerOf, type Digit } from '../../pattern/index.ts';
import { near, type PairCost } from './cost.ts';

/** Whether the two digits stand crossed: the higher one on the lower-pitched string. */
export const crossed = (
  a: { readonly digit: Digit; readonly string: number },
  b: { readonly digit: Digit; readonly string: number },
): boolean => (handOrder(a.digit) - handOrder(b.digit)) * (a.string - b.string) > 0;

/** A higher digit on a lower-pitched string than a lower digit. */
export const cross: PairCost = {
  family: 'cross',
  scopes: ['together', 'within'],
  of: (a, b, seconds, { school }) => (crossed(a, b) ? school.weights.cross * near(seconds) : 0),
};

/** Natural gap in strings between two fingers: one for each step across the hand. */
const naturalGap = (a: Digit, b: Digit): number => handOrder(b) - handOrder(a);

/** Two fingers off their natural gap. */
export const span: PairCost = {
  family: 'span',
  scopes: ['together', 'within'],
  of: (a, b, seconds, { school }) => {
    if (!isFinger(a.digit) || !isFinger(b.digit) || a.digit === b.digit) return 0;
    return school.weights.span * near(seconds) * Math.abs(a.string - b.string - naturalGap(a.digit, b.digit));
  },
};

/** One digit over several strings at one time. */
export const brush: PairCost = {
  family: 'brush',
  scopes: ['together'],
  of: (a, b, _seconds, { school }) =>
    strikerOf(a.digit) === strikerOf(b.digit) ? school.weights.brush * Math.abs(a.string - b.string) : 0,
};
