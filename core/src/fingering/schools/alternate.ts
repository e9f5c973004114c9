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
  weights: { ...COMMON_WEIGHTS, home: 0, ease: { up: 0.01 }, strictTurn: 30, openingUp: 60, brush: 0.1, consistency: 0 },
};
