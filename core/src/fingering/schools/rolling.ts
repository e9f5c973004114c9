import { COMMON_WEIGHTS, anyDigit, stringsFrom, type School } from '../school.ts';

/** One digit after another over any neighbouring strings (common practice, no source). */
export const rolling: School = {
  key: 'rolling',
  name: 'rolling',
  grips: ['fingers', 'thumb pick'],
  rule: 'Thumb, index and middle one after another over any three strings, the ring joining over four; playing twice running costs, leaving home does not.',
  digits: ['p', 'i', 'm', 'a'],
  home: (_digit, strings) => stringsFrom(strings, 1),
  permits: anyDigit,
  weights: {
    ...COMMON_WEIGHTS,
    home: 0,
    ease: { a: 1.2, c: 2 },
    thumbUp: 0.05,
    repeat: 4.5,
    thumbRepeat: 4.5,
    span: 0.4,
  },
  variants: [
    {
      key: 'three',
      name: 'three digits',
      rule: 'Thumb, index and middle only.',
      change: () => ({ digits: ['p', 'i', 'm'] }),
    },
    {
      key: 'four',
      name: 'four digits',
      rule: 'Thumb, index, middle and ring as equals.',
      change: ({ weights }) => ({ weights: { ...weights, ease: { a: 0.1, c: 2 } } }),
    },
  ],
};
