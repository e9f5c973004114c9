import { COMMON_WEIGHTS, anyDigit, stringsFrom, type School } from '../school.ts';

/** One downstroke a string, slurs in between (common practice, no source). */
export const pickLegato: School = {
  key: 'pick-legato',
  name: 'one stroke a string',
  grips: ['flat pick'],
  rule: 'One downstroke a string, slurs in between.',
  digits: ['down'],
  home: (_digit, strings) => stringsFrom(strings, 1),
  permits: anyDigit,
  slurs: true,
  weights: { ...COMMON_WEIGHTS, home: 0, brush: 0.1 },
  variants: [
    {
      key: 'up',
      name: 'upstrokes',
      rule: 'One upstroke a string, slurs in between.',
      change: () => ({ digits: ['up'] }),
    },
  ],
};
