import { SCHOOL_GUIDES } from '../library/index.ts';
import { ribbonPath } from './ribbon.ts';
import { POSTURE, layOutPosture, stringY } from './posture-layout.ts';

test.each(SCHOOL_GUIDES.map((guide) => [guide.school.key, guide] as const))(
  'in %s each digit waits on a string where it is at home, no two tips meet',
  (_key, { digits }) => {
    const drawn = layOutPosture(digits);
    for (const { actuator, strings } of digits) {
      const own = drawn.find((digit) => digit.actuator === actuator);
      expect(strings.map((string) => stringY(string))).toContain(own?.tip.y);
      expect(own?.plays).toBe(true);
    }
    const tips = drawn.map(({ tip }) => tip.x);
    const gaps = [...tips].sort((a, b) => a - b).map((x, index, all) => x - (all[index - 1] ?? -99));
    expect(Math.min(...gaps)).toBeGreaterThanOrEqual(20);
    // The thumb or the pick stays nearer the neck than any finger.
    expect(Math.min(...tips)).toBe(drawn.find(({ actuator }) => actuator === 'p' || actuator === 'pick')?.tip.x);
    for (const { tip } of drawn) expect(tip.y).toBeLessThanOrEqual(stringY(POSTURE.strings));
  },
);

test('a straight finger has two straight sides as far apart as it is wide, and a round tip', () => {
  const path = ribbonPath({ from: { x: 0, y: 0 }, bend: { x: 50, y: 0 }, to: { x: 100, y: 0 }, widths: [20, 10] });
  expect(path.startsWith('M0.0 10.0L')).toBe(true);
  expect(path).toContain('100.0 5.0A5.0 5.0 0 0 0 100.0 -5.0L');
  expect(path.endsWith('0.0 -10.0')).toBe(true);
});
