import type { Digit } from '../../pattern/digit.ts';
import { message } from '../../message/message.ts';
import { DEFAULT_PENALTY_WEIGHTS, listBassStringNumbers, type School } from '../school.ts';

/** Where each finger is at home; the ring finger is on the first string. */
const HOMES: Readonly<Partial<Record<Digit, readonly number[]>>> = { i: [3, 2], m: [2, 1] };

/** Thumb and two fingers first, the ring only for a fourth voice: Sor, Méthode pour la guitare (1830), from memory. */
export const threeFingerSchool: School = {
  key: 'three-finger',
  name: message('school.three-finger.name'),
  grips: ['fingers', 'thumb-pick'],
  rule: message('school.three-finger.rule'),
  suits: message('school.three-finger.suits'),
  examples: [
    { subdivision: 2, figure: '6 3 4 2 6 3 4 1', chord: 'E' },
    { subdivision: 2, figure: '5+1 - 4 2 5 1 4 2', chord: 'C' },
    { subdivision: 2, figure: '6 - 4 3 6 2 4 3', chord: 'G' },
  ],
  digits: ['p', 'i', 'm', 'a'],
  home: (digit, strings) => (digit === 'p' ? listBassStringNumbers(strings) : (HOMES[digit] ?? [1])),
  isDigitAllowed: (digit, { together }) => digit !== 'a' || together >= 4,
  isBassReservedForThumb: true,
  weights: { ...DEFAULT_PENALTY_WEIGHTS, home: 0.9, cross: 1.6 },
  variants: [
    {
      key: 'no-ring',
      name: message('school.three-finger.no-ring.name'),
      rule: message('school.three-finger.no-ring.rule'),
      change: () => ({ digits: ['p', 'i', 'm'], isDigitAllowed: () => true }),
    },
  ],
};
