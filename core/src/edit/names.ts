import type { Pattern } from '../pattern/index.ts';

/** Gives a name that nothing in the document bears yet, another at each call. */
export type NewName = () => string;

/**
 * Names for new strokes, counted on from those a pattern has: the same pattern gives the same ones.
 * @example
 * freshNames(newPattern('Roll'))() // => 'n1'
 */
export const freshNames = ({ strokes }: Pick<Pattern, 'strokes'>): NewName => {
  const taken = new Set(strokes.map(({ id }) => id));
  let count = 0;
  return () => {
    do count += 1;
    while (taken.has(`n${count}`));
    return `n${count}`;
  };
};

/**
 * A list as a document keeps it: an empty one is left out.
 * @example
 * orNone([]) // => undefined
 */
export const orNone = <T>(items: readonly T[]): readonly T[] | undefined => (items.length > 0 ? items : undefined);
