import { SHELF, countsAloud } from './index.ts';
import { judge } from '../analysis/index.ts';
import { problemsOfPattern } from '../pattern/index.ts';

test.each(SHELF.map((figure) => [figure.name, figure] as const))(
  '%s stands, can be played at its tempo, and raises nothing',
  (_name, { pattern, use }) => {
    expect(problemsOfPattern(pattern)).toEqual([]);
    expect(use).toMatch(/^[A-Z].*\.$/);
    const { difficulty, findings, troubles } = judge(pattern);
    expect(difficulty).toBeLessThan(0.85);
    expect(findings.map(({ sentence }) => sentence)).toEqual([]);
    expect(troubles).toEqual([]);
  },
);

test('counts are said aloud where a string is struck', () => {
  expect(countsAloud(SHELF.find(({ key }) => key === 'three-three-two')?.pattern as never)).toBe('1 & 2 & 3 & 4 &');
  expect(countsAloud(SHELF.find(({ key }) => key === 'thumb-alone')?.pattern as never)).toBe('1 · 2 · 3 · 4 ·');
});
