import { message } from '../../message/message.ts';
import { DEFAULT_PENALTY_WEIGHTS, allowAnyDigit, stringRange, type School } from '../school.ts';

/** One downstroke a string, slurs in between (common practice, no source). */
export const pickLegatoSchool: School = {
  key: 'pick-legato',
  name: message('school.pick-legato.name'),
  grips: ['flat-pick'],
  rule: message('school.pick-legato.rule'),
  suits: message('school.pick-legato.suits'),
  examples: [
    { subdivision: 3, figure: '5:3 5:5 5:7 4:3 4:5 4:7' },
    { subdivision: 4, figure: '3:5 3:7 2:5 2:7' },
    { subdivision: 3, figure: '2:8 2:10 2:12' },
  ],
  digits: ['down'],
  home: (_digit, strings) => stringRange(strings, 1),
  isDigitAllowed: allowAnyDigit,
  slurs: true,
  weights: { ...DEFAULT_PENALTY_WEIGHTS, home: 0, brush: 0.1 },
  variants: [
    {
      key: 'up',
      name: message('school.pick-legato.up.name'),
      rule: message('school.pick-legato.up.rule'),
      change: () => ({ digits: ['up'] }),
    },
  ],
};
