import { message } from '../../message/message.ts';
import { fingerName, fingerWord, type Digit } from '../../pattern/index.ts';
import {
  DEFAULT_PENALTY_WEIGHTS,
  listBassStringNumbers,
  thumbFromOf,
  stringRange,
  type School,
  type SchoolVariant,
} from '../school.ts';

/** Two fingers in turn, the first of them opening the line. */
const createPairVariant = (lead: Digit, other: Digit): SchoolVariant => ({
  key: `${lead}-${other}`,
  name: message('school.alternation.pair.name', { first: fingerName(lead), second: fingerName(other) }),
  rule: message('school.alternation.pair.rule', { first: fingerWord(lead), second: fingerWord(other) }),
  change: () => ({ digits: ['p', lead, other], lead }),
});

/** Strict alternation of two fingers wherever the melody goes (common practice, no source). */
export const strictAlternationSchool: School = {
  key: 'alternation',
  name: message('school.alternation.name'),
  grips: ['fingers', 'thumb-pick'],
  rule: message('school.alternation.rule'),
  suits: message('school.alternation.suits'),
  examples: [
    { subdivision: 2, figure: '3 3 2 2 1 1 2 2' },
    { subdivision: 4, figure: '1 1 1 1 2 2 2 2' },
    { subdivision: 3, figure: '3 3 3 2 2 2' },
  ],
  digits: ['p', 'i', 'm'],
  home: (digit, strings) => (digit === 'p' ? listBassStringNumbers(strings) : stringRange(3, 1)),
  isDigitAllowed: (digit, { string, line, thumbFrom }) =>
    digit !== 'p' || (string >= thumbFromOf({ thumbFrom }) && !line),
  weights: {
    ...DEFAULT_PENALTY_WEIGHTS,
    home: 0.3,
    ease: { a: 0.3, c: 1.2, m: 0.02 },
    repeat: 12,
    thumbRepeat: 6,
    runsAcrossThumb: true,
    cross: 0.6,
    span: 0.1,
    weakAccent: 0,
    consistency: 0,
  },
  variants: [
    createPairVariant('i', 'm'),
    createPairVariant('m', 'i'),
    createPairVariant('m', 'a'),
    createPairVariant('a', 'm'),
    createPairVariant('i', 'a'),
    createPairVariant('a', 'i'),
    createPairVariant('a', 'c'),
    createPairVariant('c', 'a'),
  ],
};
