import { message } from '../../message/index.ts';
import { summariseWithoutDiagnostics, type PassAssessment, type ActuatorStatistics } from '../index.ts';

const digit: ActuatorStatistics = {
  striker: 'p',
  strokes: 16,
  placed: true,
  timed: true,
  lateness: 0.002,
  spread: 0.008,
  decibels: 0,
  missed: 0,
  wrong: 0,
};
const clean: PassAssessment = { cycle: 0, verdict: 'clean', why: null };

test.each([
  ['all told and there', [digit, digit], [clean], 'take.nothing-stands-out'],
  [
    'a digit that cannot be timed',
    [digit, { ...digit, timed: false }],
    [clean],
    'take.nothing-stands-out-partly-timed',
  ],
  ['a stroke lost', [digit, { ...digit, missed: 1 }], [clean], 'take.no-pattern-found'],
  ['a note on a wrong string', [digit, { ...digit, wrong: 1 }], [clean], 'take.no-pattern-found'],
  [
    'a slip',
    [digit],
    [clean, { ...clean, verdict: 'slipped' as const, why: message('pass.unclear') }],
    'take.no-pattern-found',
  ],
])('%s', (_what, digits, cycles, code) => {
  expect(summariseWithoutDiagnostics({ digits, cycles }).code).toBe(code);
});
