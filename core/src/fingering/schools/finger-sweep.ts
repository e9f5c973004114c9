import { message } from '../../message/message.ts';
import { DEFAULT_PENALTY_WEIGHTS, allowAnyDigit, stringRange, type School } from '../school.ts';

/** Out with one digit after another, back by raking the last one over the strings (common practice, no source). */
export const fingerSweepSchool: School = {
  key: 'finger-sweep',
  name: message('school.finger-sweep.name'),
  grips: ['fingers'],
  rule: message('school.finger-sweep.rule'),
  suits: message('school.finger-sweep.suits'),
  examples: [
    { subdivision: 4, figure: '4 3 2 1', chord: 'Em' },
    { subdivision: 3, figure: '6 4 3 2 1 -', chord: 'Em' },
    { subdivision: 4, figure: '4 3 2 1 2 3 4 -', chord: 'Am' },
  ],
  digits: ['p', 'i', 'm', 'a'],
  home: (_digit, strings) => stringRange(strings, 1),
  isDigitAllowed: allowAnyDigit,
  weights: {
    ...DEFAULT_PENALTY_WEIGHTS,
    home: 0,
    ease: { a: 0.4, c: 1.2 },
    thumbUp: 0.1,
    repeat: 4.5,
    thumbRepeat: 4.5,
    rake: 0.3,
    returning: 3,
    span: 0.3,
  },
  rakes: 'both',
  turningFinger: 'a',
  isThumbAloneOnItsStrings: true,
  hasMovingHand: true,
  variants: [
    {
      key: 'rake-back',
      name: message('school.finger-sweep.rake-back.name'),
      rule: message('school.finger-sweep.rake-back.rule'),
      change: () => ({ rakes: 'fingers' }),
    },
    {
      key: 'thumb-rake',
      name: message('school.finger-sweep.thumb-rake.name'),
      rule: message('school.finger-sweep.thumb-rake.rule'),
      change: ({ weights }) => ({ rakes: 'thumb', weights: { ...weights, returning: 0 } }),
    },
  ],
};
