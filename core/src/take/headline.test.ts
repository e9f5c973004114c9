import { nothingSaid, type CycleInTake, type DigitInTake } from './index.ts';

const digit: DigitInTake = {
  striker: 'p',
  strokes: 16,
  placed: true,
  timed: true,
  lateness: 0.002,
  spread: 0.008,
  decibels: 0,
  lost: 0,
};
const clean: CycleInTake = { cycle: 0, verdict: 'clean', why: null };

test.each([
  ['all told and there', [digit, digit], [clean], /even, in time, every stroke there/],
  ['a digit that cannot be timed', [digit, { ...digit, timed: false }], [clean], /^Every stroke is there.*cannot\.$/],
  ['a stroke lost', [digit, { ...digit, lost: 1 }], [clean], /^Nothing comes back/],
  ['a slip', [digit], [clean, { ...clean, verdict: 'slipped' as const, why: 'late on beat 2' }], /^Nothing comes back/],
])('%s', (_what, digits, cycles, words) => {
  expect(nothingSaid({ digits, cycles })).toMatch(words);
});
