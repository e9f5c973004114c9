import { sayMessage, saySentence } from '@fleet-wren/wording';
import { PATTERN_LIBRARY, describeCounts } from './index.ts';
import { analysePattern } from '../analysis/index.ts';
import { validatePattern } from '../pattern/index.ts';

test.each(PATTERN_LIBRARY.map((figure) => [figure.key, figure] as const))(
  '%s stands, can be played at its tempo, and raises nothing',
  (_name, { pattern, use, name }) => {
    expect(validatePattern(pattern)).toEqual([]);
    expect(sayMessage(use)).toMatch(/^[A-Z].*\.$/);
    expect(sayMessage(name)).toMatch(/^[A-Z0-9]/);
    const { difficulty, diagnostics, warnings } = analysePattern(pattern);
    expect(difficulty).toBeLessThan(0.85);
    expect(diagnostics.map((finding) => saySentence(finding.message))).toEqual([]);
    expect(warnings).toEqual([]);
  },
);

test('counts are said aloud where a string is struck', () => {
  expect(describeCounts(PATTERN_LIBRARY.find(({ key }) => key === 'three-three-two')?.pattern as never)).toBe(
    '1 & 2 & 3 & 4 &',
  );
  expect(describeCounts(PATTERN_LIBRARY.find(({ key }) => key === 'thumb-alone')?.pattern as never)).toBe(
    '1 · 2 · 3 · 4 ·',
  );
});
