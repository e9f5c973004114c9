import type { OwnCost } from './cost.ts';

const distanceTo = (string: number, homes: readonly number[]): number =>
  homes.length === 0 ? 0 : Math.min(...homes.map((home) => Math.abs(home - string)));

/** Distance in strings from the digit's home. */
export const home: OwnCost = {
  family: 'home',
  of: ({ digit, string }, { school, strings }) =>
    school.weights.home * distanceTo(string, school.home(digit, strings)),
};

/** What a digit costs by itself: the ring and the little finger are weaker. */
export const ease: OwnCost = {
  family: 'ease',
  of: ({ digit }, { school }) => school.weights.ease[digit] ?? 0,
};

/** The thumb above the bass strings. */
export const thumbUp: OwnCost = {
  family: 'thumb up',
  of: ({ digit, string }, { school }) => (digit === 'p' ? school.weights.thumbUp * Math.max(0, 4 - string) : 0),
};

/** Opening with an upstroke where the school counts from a downstroke. */
export const openingUp: OwnCost = {
  family: 'pick change',
  of: ({ digit, opening }, { school }) => (opening && digit === 'up' ? school.weights.openingUp : 0),
};
