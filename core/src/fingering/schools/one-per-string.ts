import { COMMON_WEIGHTS, anyDigit, basses, type School } from '../school.ts';

/** Homes after Carcassi, Méthode complète pour la guitare op. 59 (1836), from memory. */
export const onePerString: School = {
  key: 'one-per-string',
  name: 'one finger per string',
  grips: ['fingers', 'thumb pick'],
  rule: 'Thumb on the bass strings, index on 3, middle on 2, ring on 1.',
  digits: ['p', 'i', 'm', 'a'],
  home: (digit, strings) => (digit === 'p' ? basses(strings) : digit === 'i' ? [3] : digit === 'm' ? [2] : [1]),
  permits: anyDigit,
  thumbOwnsBasses: true,
  weights: { ...COMMON_WEIGHTS, home: 2.5 },
  variants: [
    {
      key: 'strict',
      name: 'strict',
      rule: 'No digit ever leaves its own string.',
      change: (school) => ({ permits: (digit, { string, strings }) => school.home(digit, strings).includes(string) }),
    },
  ],
};
