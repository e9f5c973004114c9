import { message } from '../../message/message.ts';
import type { Digit } from '../../pattern/index.ts';
import { DEFAULT_PENALTY_WEIGHTS, allowAnyDigit, stringRange, type School } from '../school.ts';

const HOMES: Readonly<Partial<Record<Digit, readonly number[]>>> = {
  m: [5, 4, 3, 2, 1],
  a: [4, 3, 2, 1],
  c: [3, 2, 1],
};

/** Flat pick between thumb and index, middle and ring free beside it (common practice, no source). */
export const hybridPickingSchool: School = {
  key: 'hybrid',
  name: message('school.hybrid.name'),
  grips: ['flat-pick-and-fingers'],
  rule: message('school.hybrid.rule'),
  suits: message('school.hybrid.suits'),
  examples: [
    { subdivision: 2, figure: '4 3 2 1 4 3 2 1', chord: 'D' },
    { subdivision: 2, figure: '5 3+2 4 3+2', chord: 'C' },
    { subdivision: 2, figure: '6 4 3 2 5 4 3 2', chord: 'G' },
  ],
  digits: ['down', 'up', 'm', 'a'],
  home: (digit, strings) => HOMES[digit] ?? stringRange(strings, 3),
  isDigitAllowed: allowAnyDigit,
  groupEdges: { low: 'pick' },
  pickRuns: 'turn',
  weights: {
    ...DEFAULT_PENALTY_WEIGHTS,
    home: 0.9,
    ease: { a: 0.3, c: 1.2, up: 0.6 },
    move: 0.5,
    sameDirection: 0.3,
    against: 0.4,
    sweep: 1.5,
    pickAgain: 1.5,
  },
  variants: [
    {
      key: 'pick-down',
      name: message('school.hybrid.pick-down.name'),
      rule: message('school.hybrid.pick-down.rule'),
      change: () => ({ digits: ['down', 'm', 'a'] }),
    },
    {
      key: 'pick-up',
      name: message('school.hybrid.pick-up.name'),
      rule: message('school.hybrid.pick-up.rule'),
      change: () => ({ digits: ['up', 'm', 'a'] }),
    },
    {
      key: 'pick-alternating',
      name: message('school.hybrid.pick-alternating.name'),
      rule: message('school.hybrid.pick-alternating.rule'),
      change: ({ weights }) => ({
        weights: { ...weights, strictTurn: 1000, openingUp: 1000, ease: { ...weights.ease, up: 0.01 } },
      }),
    },
    {
      key: 'pick-pick-m',
      name: message('school.hybrid.pick-pick-m.name'),
      rule: message('school.hybrid.pick-pick-m.rule'),
      change: ({ weights }) => ({
        digits: ['down', 'up', 'm'],
        home: (digit, strings) => (digit === 'm' ? [2, 1] : stringRange(strings, 3)),
        groupEdges: { low: 'pick', high: 'finger' },
        pickRuns: undefined,
        weights: { ...weights, confined: 1.5, sweep: 0.05, pickAgain: 0 },
      }),
    },
    {
      key: 'with-little-finger',
      name: message('school.hybrid.with-little-finger.name'),
      rule: message('school.hybrid.with-little-finger.rule'),
      change: ({ weights }) => ({
        digits: ['down', 'up', 'm', 'a', 'c'],
        weights: { ...weights, ease: { ...weights.ease, c: 0.4 }, sweep: 1.5 },
      }),
    },
  ],
};
