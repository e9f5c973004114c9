import { message } from '../../message/message.ts';
import { DEFAULT_PENALTY_WEIGHTS, allowAnyDigit, stringRange, type School } from '../school.ts';

/** Thumb and index in strict turn on one string and across, as lutenists played scales (common practice, no source). */
export const thumbIndexScaleSchool: School = {
  key: 'thumb-index-scale',
  name: message('school.thumb-index-scale.name'),
  grips: ['fingers', 'thumb-pick'],
  rule: message('school.thumb-index-scale.rule'),
  suits: message('school.thumb-index-scale.suits'),
  examples: [
    { subdivision: 2, figure: '5 5 4 4 3 3 2 2' },
    { subdivision: 4, figure: '6 6 6 6 5 5 5 5' },
    { subdivision: 2, figure: '4 3 4 3 3 2 3 2' },
  ],
  digits: ['p', 'i'],
  home: (_digit, strings) => stringRange(strings, 1),
  isDigitAllowed: allowAnyDigit,
  lead: 'p',
  weights: {
    ...DEFAULT_PENALTY_WEIGHTS,
    home: 0,
    ease: { i: 0.02 },
    thumbUp: 0,
    repeat: 12,
    thumbRepeat: 12,
    cross: 0.2,
    span: 0,
    move: 0,
    consistency: 0,
  },
};
