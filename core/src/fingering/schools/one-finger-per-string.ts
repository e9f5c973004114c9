import type { Digit } from '../../pattern/digit.ts';
import { message } from '../../message/message.ts';
import { DEFAULT_PENALTY_WEIGHTS, allowAnyDigit, listBassStringNumbers, type School } from '../school.ts';

/** Where each finger is at home; the ring finger is on the first string. */
const HOMES: Readonly<Partial<Record<Digit, readonly number[]>>> = { i: [3], m: [2] };

/** Homes after Carcassi, Méthode complète pour la guitare op. 59 (1836), from memory. */
export const oneFingerPerStringSchool: School = {
  key: 'one-per-string',
  name: message('school.one-per-string.name'),
  grips: ['fingers', 'thumb-pick'],
  rule: message('school.one-per-string.rule'),
  suits: message('school.one-per-string.suits'),
  examples: [
    { subdivision: 3, figure: '5 3 2 1 2 3', chord: 'C' },
    { subdivision: 2, figure: '6 3 2 3 1 3 2 3', chord: 'G' },
    { subdivision: 2, figure: '5+1 3 2 3 4 3 2 3', chord: 'Am' },
  ],
  digits: ['p', 'i', 'm', 'a'],
  home: (digit, strings) => (digit === 'p' ? listBassStringNumbers(strings) : (HOMES[digit] ?? [1])),
  isDigitAllowed: allowAnyDigit,
  isBassReservedForThumb: true,
  weights: { ...DEFAULT_PENALTY_WEIGHTS, home: 2.5 },
  variants: [
    {
      key: 'strict',
      name: message('school.strict.name'),
      rule: message('school.one-per-string.strict.rule'),
      change: (school) => ({
        isDigitAllowed: (digit, { string, strings }) => school.home(digit, strings).includes(string),
      }),
    },
  ],
};
