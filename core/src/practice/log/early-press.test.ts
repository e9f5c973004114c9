import { createPattern } from '../../pattern/index.ts';
import { findEarlyPress } from './early-press.ts';

// Two bars of 4/4 at 44 beats a minute: 8 × 60 / 44 = 10.9 seconds, three quarters of which are 8.18.
const slow = createPattern('Slow', { bars: 2, tempo: 44 });

describe('presses that come before a pass can be over', () => {
  test.each([
    ['five presses in 1.3 seconds', 0.26, true],
    ['just before three quarters', 8.1, true],
    ['just after three quarters, by a player who runs ahead', 8.3, false],
    ['a whole pass', 10.9, false],
    ['the first press of all', Infinity, false],
  ])('%s', (_, gap, early) => {
    expect(findEarlyPress(slow, gap) !== null).toBe(early);
  });

  test('says how long a pass takes', () => {
    expect(findEarlyPress(slow, 1)?.pass).toBeCloseTo(10.909, 3);
  });

  test('a pickup and a short last bar count as long as they are played', () => {
    // From beat 4 of the first bar to the end of beat 3 of the second: four beats at 60.
    const short = createPattern('Short', { bars: 2, tempo: 60, begins: 2520, ends: 5880 });
    expect(findEarlyPress(short, 0)?.pass).toBeCloseTo(4, 9);
  });
});
