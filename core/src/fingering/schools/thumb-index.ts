import { COMMON_WEIGHTS, basses, stringsFrom, type School } from '../school.ts';

/** Thumb against index, as many pulse players do (common practice, no source). */
export const thumbIndex: School = {
  key: 'thumb-index',
  name: 'thumb and index',
  grips: ['fingers', 'thumb pick'],
  rule: 'Thumb on the basses, index on all the trebles.',
  digits: ['p', 'i'],
  home: (digit, strings) => (digit === 'p' ? basses(strings) : stringsFrom(3, 1)),
  permits: () => true,
  thumbOwnsBasses: true,
  weights: { ...COMMON_WEIGHTS, home: 0.8, repeat: 1.2 },
  variants: [
    {
      key: 'strict',
      name: 'strict',
      rule: 'The thumb never leaves the basses, the index never the trebles.',
      change: (school) => ({ permits: (digit, { string, strings }) => school.home(digit, strings).includes(string) }),
    },
  ],
};
