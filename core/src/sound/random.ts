/** A source of numbers from 0 up to 1. */
export type RandomSource = () => number;

/**
 * A repeatable source of random numbers (mulberry32, public domain): the same seed gives the same numbers.
 * @example
 * createSeededRandom(7)() === createSeededRandom(7)() // => true
 */
export const createSeededRandom = (seed: number): RandomSource => {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
};
