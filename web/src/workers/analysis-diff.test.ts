import { analysePattern, createPattern, isDeepEqual, type Pattern } from '@fleet-wren/core';
import fc from 'fast-check';
import { applyAnalysisDiff, diffAnalyses } from './analysis-diff.ts';

const places = fc.uniqueArray(fc.tuple(fc.integer({ min: 0, max: 15 }), fc.integer({ min: 1, max: 5 })), {
  selector: String,
  minLength: 1,
  maxLength: 14,
});

const patternOf = (strokes: readonly (readonly [number, number])[]): Pattern =>
  createPattern('P', {
    cyclic: false,
    strokes: strokes.map(([slot, string]) => ({ id: `${slot}-${string}`, at: slot * 210, string })),
  });

test('a judgement changed is the judgement of what was changed to (seeded)', () => {
  fc.assert(
    fc.property(places, places, (a, b) => {
      const [before, after] = [analysePattern(patternOf(a)), analysePattern(patternOf(b))];
      const sent = structuredClone(diffAnalyses(before, after));
      expect(isDeepEqual(applyAnalysisDiff(before, sent), after)).toBe(true);
    }),
    { seed: 7, numRuns: 60 },
  );
});

test('little is sent for a little edit, and what stayed is the same value', () => {
  const line = Array.from({ length: 16 }, (_, slot) => [slot, (slot % 3) + 1] as const);
  const before = analysePattern(patternOf(line));
  const after = analysePattern(patternOf([...line.slice(0, 15), [15, 5]]));
  const change = diffAnalyses(before, after);
  expect(change.motions?.between.length).toBeLessThan(4);
  expect(applyAnalysisDiff(before, diffAnalyses(before, before)).transitions).toBe(before.transitions);
});
