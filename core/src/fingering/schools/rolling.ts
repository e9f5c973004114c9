import { message } from '../../message/message.ts';
import { DEFAULT_PENALTY_WEIGHTS, allowAnyDigit, stringRange, type School } from '../school.ts';

/** One digit after another over any neighbouring strings (common practice, no source). */
export const rollingSchool: School = {
  key: 'rolling',
  name: message('school.rolling.name'),
  grips: ['fingers', 'thumb-pick'],
  rule: message('school.rolling.rule'),
  suits: message('school.rolling.suits'),
  examples: [
    { subdivision: 2, figure: '3 2 1 3 2 1 3 1', chord: 'G' },
    { subdivision: 2, figure: '1 2 3 1 2 3 1 3', chord: 'G' },
    { subdivision: 2, figure: '3 2 3 1 3 2 3 1', chord: 'G' },
  ],
  digits: ['p', 'i', 'm', 'a'],
  home: (_digit, strings) => stringRange(strings, 1),
  isDigitAllowed: allowAnyDigit,
  isThumbAloneOnItsStrings: true,
  weights: {
    ...DEFAULT_PENALTY_WEIGHTS,
    home: 0,
    ease: { a: 1.2, c: 2 },
    thumbUp: 0.05,
    repeat: 4.5,
    thumbRepeat: 4.5,
    span: 0.4,
  },
  variants: [
    {
      key: 'three',
      name: message('school.rolling.three.name'),
      rule: message('school.rolling.three.rule'),
      change: () => ({ digits: ['p', 'i', 'm'] }),
    },
    {
      key: 'four',
      name: message('school.rolling.four.name'),
      rule: message('school.rolling.four.rule'),
      change: ({ weights }) => ({ weights: { ...weights, ease: { a: 0.1, c: 2 } } }),
    },
  ],
};
