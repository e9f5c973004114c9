import { message } from '../../message/message.ts';
import { DEFAULT_PENALTY_WEIGHTS, allowAnyDigit, stringRange, type School } from '../school.ts';

/** One downstroke a string, slurs in between (common practice, no source). */
export const pickLegatoSchool: School = {
  key: 'pick-legato',
  name: message('school.pick-legato.name'),
  grips: ['flat-pick'],
  rule: message('school.pick-legato.rule'),
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
