import { message } from '../../message/message.ts';
import { DEFAULT_PENALTY_WEIGHTS, allowAnyDigit, stringRange, type School } from '../school.ts';

/**
 * Pick, middle and ring one after another over any three strings, forward and backward (common practice, no source).
 */
export const pickRollingSchool: School = {
  key: 'pick-rolling',
  name: message('school.pick-rolling.name'),
  grips: ['flat-pick-and-fingers'],
  rule: message('school.pick-rolling.rule'),
  suits: message('school.pick-rolling.suits'),
  examples: [
    { subdivision: 2, figure: '3 2 1 3 2 1 3 2', chord: 'G' },
    { subdivision: 2, figure: '1 2 3 1 2 3 1 2', chord: 'G' },
    { subdivision: 3, figure: '4 3 2 3 2 1', chord: 'D' },
  ],
  digits: ['down', 'm', 'a'],
  home: (_digit, strings) => stringRange(strings, 1),
  isDigitAllowed: allowAnyDigit,
  hasMovingHand: true,
  groupEdges: { low: 'pick' },
  pickRuns: 'never',
  weights: {
    ...DEFAULT_PENALTY_WEIGHTS,
    home: 0,
    ease: { a: 0.05, c: 2 },
    repeat: 6,
    cross: 0.5,
    sameDirection: 0,
    sweep: 0,
    against: 0,
    outside: 0,
    inside: 0,
    skip: 0,
    span: 0.1,
    move: 0,
    consistency: 2,
  },
  variants: [
    {
      key: 'two-finger-double-stops',
      name: message('school.pick-rolling.double-stops.name'),
      rule: message('school.pick-rolling.double-stops.rule'),
      change: () => ({
        isDigitAllowed: (digit, { together }) => digit !== 'down' || together !== 2,
      }),
    },
  ],
};
