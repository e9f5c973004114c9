const LETTERS = 26;

/**
 * The letter of a section that has no name, as in a score: A to Z, then AA. `index` counts from 0.
 * @example
 * rehearsalLetter(1) // => 'B'
 */
export const rehearsalLetter = (index: number): string =>
  String.fromCharCode(65 + (index % LETTERS)).repeat(Math.floor(index / LETTERS) + 1);
