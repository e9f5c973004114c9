import { COMMON_WEIGHTS, anyDigit, stringsFrom, type School } from '../school.ts';

/** Out with one digit after another, back by raking the last one over the strings (common practice, no source). */
export const fingerSweep: School = {
  key: 'finger-sweep',
  name: 'finger sweep',
  grips: ['fingers'],
  rule: 'Out with thumb, index, middle and ring in turn; back by raking one finger, or the thumb, over neighbouring strings.',
  digits: ['p', 'i', 'm', 'a'],
  home: (_digit, strings) => stringsFrom(strings, 1),
  permits: anyDigit,
  weights: {
    ...COMMON_WEIGHTS,
    home: 0,
    ease: { a: 0.1, c: 1.2 },
    thumbUp: 0.1,
    repeat: 4.5,
    thumbRepeat: 4.5,
    rake: 0.3,
    returning: 3,
    span: 0.3,
  },
  rakes: 'both',
  handMoves: true,
  variants: [
    {
      key: 'rake-back',
      name: 'fingers rake back',
      rule: 'Out with one digit after another; only the fingers rake, back toward the bass.',
      change: () => ({ rakes: 'fingers' }),
    },
    {
      key: 'thumb-rake',
      name: 'thumb rakes out',
      rule: 'The thumb rakes over the basses toward the treble; the fingers play one string each.',
      change: ({ weights }) => ({ rakes: 'thumb', weights: { ...weights, returning: 0 } }),
    },
  ],
};
