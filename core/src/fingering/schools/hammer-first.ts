import { message } from '../../message/message.ts';
import { DEFAULT_PENALTY_WEIGHTS, stringRange, type School } from '../school.ts';

/**
 * The pick strikes the beat, the other hand hammers the next note on its string, and fingers take the strings that
 * follow until the next beat (common practice, no source).
 */
export const hammerFirstSchool: School = {
  key: 'hammer-first',
  name: message('school.hammer-first.name'),
  grips: ['flat-pick-and-fingers'],
  rule: message('school.hammer-first.rule'),
  suits: message('school.hammer-first.suits'),
  examples: [
    { subdivision: 3, figure: '4:5 4:7 3:5 3:5 3:7 2:5' },
    { subdivision: 4, figure: '4:5 4:7 3:5 2:5' },
    { subdivision: 4, figure: '3:7 3:9 2:8 1:7 2:8 2:10 1:8 1:8' },
  ],
  digits: ['down', 'm', 'a'],
  home: (_digit, strings) => stringRange(strings, 1),
  isDigitAllowed: (digit, { isOnBeat = false, together }) =>
    isOnBeat && together > 1 ? true : (digit === 'down') === isOnBeat,
  playsBeatsApart: true,
  slurs: 'within-beats',
  weights: {
    ...DEFAULT_PENALTY_WEIGHTS,
    home: 0,
    ease: { a: 0.3 },
    cross: 1.2,
    sameDirection: 0,
    sweep: 0,
    brush: 4,
    outside: 0,
    inside: 0,
    against: 0,
    skip: 0,
    weakAccent: 0,
    consistency: 2,
  },
};
