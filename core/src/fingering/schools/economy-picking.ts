import { message } from '../../message/message.ts';
import { DEFAULT_PENALTY_WEIGHTS, allowAnyDigit, stringRange, type School } from '../school.ts';

/** Alternate on a string, sweep on to the next where the stroke goes that way anyhow (common practice, no source). */
export const economyPickingSchool: School = {
  key: 'economy',
  name: message('school.economy.name'),
  grips: ['flat-pick'],
  rule: message('school.economy.rule'),
  suits: message('school.economy.suits'),
  examples: [
    { subdivision: 3, figure: '6 6 6 5 5 5 4 4 4 3 3 3' },
    { subdivision: 3, figure: '4 3 2' },
    { subdivision: 3, figure: '3 3 3 2 2 2 1 1 1' },
  ],
  digits: ['down', 'up'],
  home: (_digit, strings) => stringRange(strings, 1),
  isDigitAllowed: allowAnyDigit,
  weights: {
    ...DEFAULT_PENALTY_WEIGHTS,
    home: 0,
    ease: { up: 0.05 },
    sameDirection: 6,
    towards: 8,
    openingUp: 15,
    brush: 0.1,
    weakAccent: 0,
  },
  variants: [
    {
      key: 'free-start',
      name: message('school.economy.free-start.name'),
      rule: message('school.economy.free-start.rule'),
      change: ({ weights }) => ({ weights: { ...weights, openingUp: 0 } }),
    },
  ],
};
