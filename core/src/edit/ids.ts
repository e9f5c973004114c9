import type { Pattern } from '../pattern/index.ts';

/** Gives a name that nothing in the document bears yet, another at each call. */
export type IdGenerator = () => string;

/**
 * Names for new strokes, counted on from those a pattern has: the same pattern gives the same ones.
 * @example
 * createIdGenerator(createPattern('Roll'))() // => 'n1'
 */
export const createIdGenerator = ({ strokes }: Pick<Pattern, 'strokes'>): IdGenerator => {
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
 * undefinedIfEmpty([]) // => undefined
 */
export const undefinedIfEmpty = <T>(items: readonly T[]): readonly T[] | undefined =>
  items.length > 0 ? items : undefined;
