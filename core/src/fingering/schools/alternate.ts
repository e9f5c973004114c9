import { COMMON_WEIGHTS, anyDigit, stringsFrom, type School } from '../school.ts';

/** Strictly down, up, down, up (common practice, no source). */
export const alternate: School = {
  key: 'alternate',
  name: 'alternate picking',
  grips: ['flat pick'],
  rule: 'Down, up, down, up by attack, whatever the string.',
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
      name: 'by the grid',
      rule: 'Down on the parts of the beat that are counted, up between them; a rest keeps the hand going.',
      change: ({ weights }) => ({ weights: { ...weights, strictTurn: 0, openingUp: 0, gridTurn: 1000 } }),
    },
  ],
};
