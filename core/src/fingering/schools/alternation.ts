import { COMMON_WEIGHTS, basses, stringsFrom, type School } from '../school.ts';

/** Strict alternation of two fingers wherever the melody goes (common practice, no source). */
export const alternation: School = {
  key: 'alternation',
  name: 'strict alternation',
  grips: ['fingers', 'thumb pick'],
  rule: 'Index and middle in turn, never the same twice running, whatever the string; thumb only for a pulse.',
  digits: ['p', 'i', 'm'],
  home: (digit, strings) => (digit === 'p' ? basses(strings) : stringsFrom(3, 1)),
  permits: (digit, { string, line }) => digit !== 'p' || (string > 3 && !line),
  weights: {
    ...COMMON_WEIGHTS,
    home: 0.3,
    ease: { a: 0.3, c: 1.2, m: 0.02 },
    repeat: 12,
    thumbRepeat: 6,
    runsAcrossThumb: true,
    cross: 0.6,
    span: 0.1,
    consistency: 0,
  },
};
