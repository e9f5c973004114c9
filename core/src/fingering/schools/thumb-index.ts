import { message } from '../../message/message.ts';
import { COMMON_WEIGHTS, basses, stringsFrom, type School } from '../school.ts';

/** Thumb against index, as many pulse players do (common practice, no source). */
export const thumbIndex: School = {
  key: 'thumb-index',
  name: message('school.thumb-index.name'),
  grips: ['fingers', 'thumb-pick'],
  rule: message('school.thumb-index.rule'),
  digits: ['p', 'i'],
  home: (digit, strings) => (digit === 'p' ? basses(strings) : stringsFrom(3, 1)),
  permits: () => true,
  thumbOwnsBasses: true,
  weights: { ...COMMON_WEIGHTS, home: 0.8, repeat: 1.2 },
  variants: [
    {
      key: 'strict',
      name: message('school.strict.name'),
      rule: message('school.thumb-index.strict.rule'),
      change: (school) => ({ permits: (digit, { string, strings }) => school.home(digit, strings).includes(string) }),
    },
  ],
};
