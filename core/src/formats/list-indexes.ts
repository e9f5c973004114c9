/**
 * The whole numbers from one to before another.
 * @example
 * listIndexes(2, 4) // => [2, 3]
 */
export const listIndexes = (from: number, to: number): readonly number[] =>
  Array.from({ length: Math.max(0, to - from) }, (_, index) => from + index);
