import { createPattern, type Stroke } from '../../pattern/index.ts';
import { analysePattern } from '../pattern/analyse-pattern.ts';

const maxTempo = (strokes: readonly Omit<Stroke, 'id'>[]): number => {
  const named = strokes.map((stroke, index) => ({ id: `s${index}`, ...stroke }));
  return analysePattern(createPattern('Taps', { cyclic: false, strokes: named })).limit?.maxTempo ?? Infinity;
};

const plucked = { at: 0, string: 3, pin: 'i' as const, fret: 0 };
const tapped = { at: 420, string: 1, pin: 'm' as const, fret: 12, tapped: true };

test('the hand has to get from the strings to the fret before it taps', () => {
  // 0.12 s from plucking to tapping, in the half beat there is: 30 s / 0.12 s.
  expect(maxTempo([plucked, tapped])).toBeCloseTo(30 / 0.12, 6);
  expect(maxTempo([plucked, { ...tapped, tapped: undefined }])).toBeGreaterThan(30 / 0.12);
});

test('the thumb plucks on while a finger taps', () => {
  const thumb = { at: 0, string: 5, pin: 'p' as const, fret: 0 };
  expect(maxTempo([thumb, tapped])).toBeGreaterThan(30 / 0.12);
});

test('from tap to tap only frets beyond two take time', () => {
  const next = (fret: number): number =>
    maxTempo([
      { ...tapped, at: 0, pin: 'i' },
      { ...tapped, fret },
    ]);
  // From 12 to 20 there are six frets beyond two: 6 · 0.02 s.
  expect(next(20)).toBeCloseTo(30 / 0.12, 6);
  expect(next(14)).toBeGreaterThan(next(20));
});

test('an open string cannot be tapped, and the mark can be left out', () => {
  const pattern = createPattern('Open', { strokes: [{ id: 'a', at: 0, string: 1, fret: 0, tapped: true }] });
  const [finding] = analysePattern(pattern).diagnostics.filter(({ code }) => code === 'impossible-ornament');
  expect(finding?.strokeIds).toEqual(['a']);
});
