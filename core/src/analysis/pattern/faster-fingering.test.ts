import fc from 'fast-check';
import { patternArbitrary } from '../../../test/arbitraries.ts';
import { applyPatternEdit, parseStringNotation, valueOrThrow, type Pattern } from '../../index.ts';
import { analysePattern } from './analyse-pattern.ts';
import { findFasterFingering } from './faster-fingering.ts';

const ceiling = (pattern: Pattern): number => analysePattern(pattern).limit?.maxTempo ?? Infinity;

test('where thumb and index in turn are faster than the thumb alone, that is offered with what it reaches', () => {
  const { pattern } = valueOrThrow(parseStringNotation('6 6 6 6', { school: 'rolling', subdivision: 4, tempo: 100 }));
  const offer = findFasterFingering(pattern);
  // The thumb alone: 60 · 0.25 ÷ 0.2435; thumb and fingers in turn: 60 · 0.25 ÷ 0.105.
  expect(ceiling(pattern)).toBeCloseTo(15 / 0.2435, 6);
  expect(offer?.maxTempo).toBeCloseTo(15 / 0.105, 6);
  const pinned = valueOrThrow(applyPatternEdit(pattern, offer?.edit ?? { kind: 'batch', edits: [] })).document;
  expect(ceiling(pinned)).toBeCloseTo(15 / 0.105, 6);
});

test('nothing is offered where the fingering is as fast as any', () => {
  const { pattern } = valueOrThrow(parseStringNotation('5 3 2 3', { tempo: 100 }));
  expect(findFasterFingering(pattern)).toBeUndefined();
});

test('what is offered reaches what it says once it is pinned (law)', () => {
  fc.assert(
    fc.property(patternArbitrary, (pattern) => {
      const offer = findFasterFingering(pattern);
      if (!offer) return;
      const pinned = valueOrThrow(applyPatternEdit(pattern, offer.edit)).document;
      expect(ceiling(pinned)).toBeCloseTo(offer.maxTempo, 6);
      expect(offer.maxTempo).toBeGreaterThanOrEqual(1.1 * ceiling(pattern) - 1e-9);
    }),
    { seed: 28, numRuns: 40 },
  );
});
