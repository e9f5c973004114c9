import { normalShare } from './index.ts';

// Abramowitz & Stegun, Handbook of Mathematical Functions, table 26.1 (from memory).
test.each([
  [0, 0.5],
  [1, 0.8413447461],
  [1.96, 0.9750021049],
  [3, 0.998650102],
])('normal distribution function at %d', (value, share) => {
  expect(normalShare(value)).toBeCloseTo(share, 6);
  expect(normalShare(-value)).toBeCloseTo(1 - share, 6);
});
