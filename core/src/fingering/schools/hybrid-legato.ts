import { message } from '../../message/message.ts';
import { DEFAULT_PENALTY_WEIGHTS, allowAnyDigit, stringRange, type School } from '../school.ts';

/** Pick and middle in turn, one attack a string, the other hand slurring in between (common practice, no source). */
export const hybridLegatoSchool: School = {
  key: 'hybrid-legato',
  name: message('school.hybrid-legato.name'),
  grips: ['flat-pick-and-fingers'],
  rule: message('school.hybrid-legato.rule'),
  suits: message('school.hybrid-legato.suits'),
  examples: [
    { subdivision: 4, figure: '4:5 4:7 3:5 3:7' },
    { subdivision: 3, figure: '3:5 3:7 3:9 2:5 2:7 2:9' },
    { subdivision: 4, figure: '2:8 2:10 1:8 1:10' },
  ],
  digits: ['down', 'm'],
  home: (_digit, strings) => stringRange(strings, 1),
  isDigitAllowed: allowAnyDigit,
  slurs: true,
  weights: { ...DEFAULT_PENALTY_WEIGHTS, home: 0, repeat: 6, sameDirection: 6, sweep: 3, cross: 1.2, weakAccent: 0 },
  variants: [
    {
      key: 'with-ring',
      name: message('school.hybrid-legato.with-ring.name'),
      rule: message('school.hybrid-legato.with-ring.rule'),
      change: () => ({ digits: ['down', 'a'] }),
    },
  ],
};
