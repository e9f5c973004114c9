import { tempoSteps } from './steps.ts';

test('steps rise by the same share up to the tempo', () => {
  const steps = tempoSteps(100, 200);
  expect(steps[0]).toBe(50);
  expect(steps.at(-1)).toBe(100);
  const ratios = steps.slice(1).map((step, index) => step / (steps[index] ?? 1));
  expect(Math.max(...ratios) / Math.min(...ratios)).toBeLessThan(1.05);
});

test('a ceiling below the tempo is never asked for: nine tenths of it are', () => {
  expect(tempoSteps(120, 100).at(-1)).toBe(90);
});

test.each([
  [20, 20],
  [25, null],
  [400, 1000],
])('at %i with a ceiling of %j they stay within what can be set', (tempo, ceiling) => {
  const steps = tempoSteps(tempo, ceiling);
  expect(Math.min(...steps)).toBeGreaterThanOrEqual(20);
  expect(Math.max(...steps)).toBeLessThanOrEqual(400);
  expect([...steps].sort((a, b) => a - b)).toEqual(steps);
});
