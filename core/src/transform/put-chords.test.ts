import { findChordFit } from './index.ts';

// By hand, for a figure of four bars.
test.each([
  [1, 'chords-repeat'],
  [2, 'chords-repeat'],
  [3, 'last-holds'],
  [4, 'alike'],
  [5, 'figure-repeats'],
])('chords over %d bars on a figure of four: %s', (bars, fit) => {
  expect(findChordFit({ bars }, { bars: 4 })).toBe(fit);
});
