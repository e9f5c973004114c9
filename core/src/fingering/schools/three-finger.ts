import { COMMON_WEIGHTS, basses, type School } from '../school.ts';

/** Thumb and two fingers first, the ring only for a fourth voice: Sor, Méthode pour la guitare (1830), from memory. */
export const threeFinger: School = {
  key: 'three-finger',
  name: 'thumb and two fingers',
  grips: ['fingers', 'thumb pick'],
  rule: 'Thumb on the basses; index and middle share the trebles, index on the lower; ring only for a fourth note at once.',
  digits: ['p', 'i', 'm', 'a'],
  home: (digit, strings) => (digit === 'p' ? basses(strings) : digit === 'i' ? [3, 2] : digit === 'm' ? [2, 1] : [1]),
  permits: (digit, { together }) => digit !== 'a' || together >= 4,
  thumbOwnsBasses: true,
  weights: { ...COMMON_WEIGHTS, home: 0.9 },
  variants: [
    {
      key: 'no-ring',
      name: 'without the ring',
      rule: 'Thumb, index and middle only; a fourth note at once is left to a brush of the thumb.',
      change: () => ({ digits: ['p', 'i', 'm'], permits: () => true }),
    },
  ],
};
