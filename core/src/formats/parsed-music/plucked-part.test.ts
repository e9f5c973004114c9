import { isPluckedPart } from './plucked-part.ts';

test.each([
  ['Guitar', undefined, true],
  ['Classical Guitar 2', undefined, true],
  ['Gitarre', undefined, true],
  ['Chitarra', undefined, true],
  ['Гитара', undefined, true],
  ['5-string banjo', undefined, true],
  ['Violin', undefined, false],
  ['Bass Guitar', 33, false],
  ['Drums', 24, false],
  ['Track 2', 25, true],
  [undefined, 24, true],
  [undefined, 105, true],
  [undefined, 40, false],
  [undefined, undefined, false],
] as const)('part %s with program %s: %s', (name, program, expected) => {
  expect(isPluckedPart(name, program)).toBe(expected);
});
