import { computeConfidence } from './finding-confidence.ts';

const late = { code: 'take.finger-off-time' };

test('a finding is the surer, the larger it is, the less its doubt and the better it was heard', () => {
  const plain = { size: 1.5, sureness: 4, support: 0.8 };
  const known = computeConfidence(late, plain);
  expect(computeConfidence(late, { ...plain, size: 3 })).toBeGreaterThan(known);
  expect(computeConfidence(late, { ...plain, sureness: 8 })).toBeGreaterThan(known);
  expect(computeConfidence(late, { ...plain, support: 1 })).toBeGreaterThan(known);
});

test('a finger whose strokes could not be timed is not surely late, however far it seems to be', () => {
  expect(computeConfidence(late, { size: 3, sureness: 30, support: 0 })).toBeLessThan(0.9);
  expect(computeConfidence(late, { size: 1.5, sureness: 10, support: 1 })).toBeGreaterThan(0.9);
});

test('what is not known is held for little, and no sureness is without end', () => {
  expect(computeConfidence({ code: 'take.unheard-of' }, { size: 1, sureness: 3, support: 1 })).toBeLessThan(0.9);
  expect(computeConfidence(late, { size: 2, sureness: Infinity, support: 1 })).toBeLessThan(1);
});
