import type { Digit } from '../../pattern/index.ts';
import { COMMON_WEIGHTS, anyDigit, stringsFrom, type School } from '../school.ts';

const HOMES: Readonly<Partial<Record<Digit, readonly number[]>>> = {
  m: [5, 4, 3, 2, 1],
  a: [4, 3, 2, 1],
  c: [3, 2, 1],
};

/** Flat pick between thumb and index, middle and ring free beside it (common practice, no source). */
export const hybrid: School = {
  key: 'hybrid',
  name: 'pick and fingers',
  grips: ['flat pick and fingers'],
  rule: 'The pick takes the lowest string of the group, middle and ring the higher ones.',
  digits: ['down', 'up', 'm', 'a'],
  home: (digit, strings) => HOMES[digit] ?? stringsFrom(strings, 3),
  permits: anyDigit,
  weights: {
    ...COMMON_WEIGHTS,
    home: 0.9,
    ease: { a: 0.3, c: 1.2, up: 0.6 },
    move: 0.5,
    sameDirection: 0.3,
    against: 0.4,
    pickAgain: 1.5,
  },
  variants: [
    {
      key: 'pick-down',
      name: 'pick always down',
      rule: 'The pick only ever goes down.',
      change: () => ({ digits: ['down', 'm', 'a'] }),
    },
    {
      key: 'pick-up',
      name: 'pick always up',
      rule: 'The pick only ever goes up.',
      change: () => ({ digits: ['up', 'm', 'a'] }),
    },
    {
      key: 'pick-alternating',
      name: 'pick in turn down and up',
      rule: 'The pick goes down and up in turn, whatever the fingers do in between.',
      change: ({ weights }) => ({
        weights: { ...weights, strictTurn: 1000, openingUp: 1000, ease: { ...weights.ease, up: 0.01 } },
      }),
    },
    {
      key: 'pick-pick-m',
      name: 'pick, pick, middle',
      rule: 'On three neighbouring strings the pick takes two and middle the third: pick and middle side by side are cramped.',
      change: ({ weights }) => ({
        digits: ['down', 'up', 'm'],
        home: (digit, strings) => (digit === 'm' ? [2, 1] : stringsFrom(strings, 3)),
        weights: { ...weights, confined: 1.5, sweep: 0.05, pickAgain: 0 },
      }),
    },
    {
      key: 'with-little-finger',
      name: 'with the little finger',
      rule: 'Pick, middle, ring and little finger.',
      change: ({ weights }) => ({
        digits: ['down', 'up', 'm', 'a', 'c'],
        weights: { ...weights, ease: { ...weights.ease, c: 0.4 }, sweep: 1.5 },
      }),
    },
  ],
};
