import type { Digit } from '../../pattern/index.ts';
import { COMMON_WEIGHTS, anyDigit, stringsFrom, type School } from '../school.ts';

const HOMES: Readonly<Partial<Record<Digit, readonly number[]>>> = { m: [3, 2], a: [2, 1], c: [1] };

/** Flat pick between thumb and index, middle and ring free beside it (common practice, no source). */
export const hybrid: School = {
  key: 'hybrid',
  name: 'pick and fingers',
  grips: ['flat pick and fingers'],
  rule: 'The pick takes the lowest string of the group, middle and ring the higher ones.',
  digits: ['down', 'up', 'm', 'a'],
  home: (digit, strings) => HOMES[digit] ?? stringsFrom(strings, 3),
  permits: anyDigit,
  weights: { ...COMMON_WEIGHTS, home: 0.9, ease: { a: 0.3, c: 1.2, up: 0.5 }, sameDirection: 0.3, against: 0.4 },
};
