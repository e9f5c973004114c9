import { message } from '../../message/message.ts';
import { COMMON_WEIGHTS, anyDigit, stringsFrom, type School } from '../school.ts';

/** One downstroke a string, slurs in between (common practice, no source). */
export const pickLegato: School = {
  key: 'pick-legato',
  name: message('school.pick-legato.name'),
  grips: ['flat-pick'],
  rule: message('school.pick-legato.rule'),
  digits: ['down'],
  home: (_digit, strings) => stringsFrom(strings, 1),
  permits: anyDigit,
  slurs: true,
  weights: { ...COMMON_WEIGHTS, home: 0, brush: 0.1 },
  variants: [
    {
      key: 'up',
      name: message('school.pick-legato.up.name'),
      rule: message('school.pick-legato.up.rule'),
      change: () => ({ digits: ['up'] }),
    },
  ],
};
