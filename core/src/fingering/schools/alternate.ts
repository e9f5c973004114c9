import { message } from '../../message/message.ts';
import { COMMON_WEIGHTS, anyDigit, stringsFrom, type School } from '../school.ts';

/** Strictly down, up, down, up (common practice, no source). */
export const alternate: School = {
  key: 'alternate',
  name: message('school.alternate.name'),
  grips: ['flat-pick'],
  rule: message('school.alternate.rule'),
  digits: ['down', 'up'],
  home: (_digit, strings) => stringsFrom(strings, 1),
  permits: anyDigit,
  weights: {
    ...COMMON_WEIGHTS,
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
