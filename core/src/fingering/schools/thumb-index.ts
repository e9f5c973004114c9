import { message } from '../../message/message.ts';
import { DEFAULT_PENALTY_WEIGHTS, listBassStringNumbers, stringRange, type School } from '../school.ts';

/** Thumb against index, as many pulse players do (common practice, no source). */
export const thumbIndexSchool: School = {
  key: 'thumb-index',
  name: message('school.thumb-index.name'),
  grips: ['fingers', 'thumb-pick'],
  rule: message('school.thumb-index.rule'),
  suits: message('school.thumb-index.suits'),
  examples: [
    { subdivision: 2, figure: '6 2 4 1 6 2 4 1', chord: 'E' },
    { subdivision: 2, figure: '5+1 - 4 2 5 1 4 2', chord: 'C' },
    { subdivision: 1, figure: '5 2 4 1', chord: 'Am' },
  ],
  digits: ['p', 'i'],
  home: (digit, strings) => (digit === 'p' ? listBassStringNumbers(strings) : stringRange(3, 1)),
  isDigitAllowed: () => true,
  isBassReservedForThumb: true,
  isThumbFreeOnTrebles: true,
  weights: { ...DEFAULT_PENALTY_WEIGHTS, home: 0.4, thumbUp: 1.2, repeat: 3.5 },
  variants: [
    {
      key: 'strict',
      name: message('school.strict.name'),
      rule: message('school.thumb-index.strict.rule'),
      change: (school) => ({
        isDigitAllowed: (digit, { string, strings }) => school.home(digit, strings).includes(string),
      }),
    },
  ],
};
