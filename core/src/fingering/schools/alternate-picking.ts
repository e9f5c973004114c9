import { message } from '../../message/message.ts';
import { DEFAULT_PENALTY_WEIGHTS, allowAnyDigit, stringRange, type School } from '../school.ts';

/** Strictly down, up, down, up (common practice, no source). */
export const alternatePickingSchool: School = {
  key: 'alternate',
  name: message('school.alternate.name'),
  grips: ['flat-pick'],
  rule: message('school.alternate.rule'),
  suits: message('school.alternate.suits'),
  examples: [
    { subdivision: 4, figure: '3 3 3 3 2 2 2 2' },
    { subdivision: 4, figure: '6 6 5 5 4 4 3 3' },
    { subdivision: 4, figure: '4 3 2 3', chord: 'D' },
  ],
  digits: ['down', 'up'],
  home: (_digit, strings) => stringRange(strings, 1),
  isDigitAllowed: allowAnyDigit,
  weights: {
    ...DEFAULT_PENALTY_WEIGHTS,
    home: 0,
    ease: { up: 0.01 },
    strictTurn: 1000,
    openingUp: 1000,
    brush: 0.1,
    weakAccent: 0,
    consistency: 0,
  },
  variants: [
    {
      key: 'by-grid',
      name: message('school.alternate.by-grid.name'),
      rule: message('school.alternate.by-grid.rule'),
      change: ({ weights }) => ({ weights: { ...weights, strictTurn: 0, openingUp: 0, gridTurn: 1000 } }),
    },
  ],
};
