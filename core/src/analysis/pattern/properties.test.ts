import fc from 'fast-check';
import { patternArbitrary } from '../../../test/arbitraries.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import { ABLE_ADULT_HAND, HAND_PRESETS, createHandProfile, type HandProfile } from '../../fingering/index.ts';
import type { Pattern } from '../../pattern/index.ts';
import { analysePattern } from '../index.ts';

const scaled = (share: number): HandProfile => {
  const one = { p: share, i: share, m: share, a: share, c: share, pick: share };
  return valueOrThrow(createHandProfile({ key: `${share}`, name: `${share}`, scale: one }));
};

const unmarked = (pattern: Pattern): Pattern => ({
  ...pattern,
  strokes: pattern.strokes.map(({ pin: _pin, ...stroke }) => stroke),
});

/**
 * A figure within reach of the hand: what passes its ceiling may be fingered for speed, and another way. The ceiling is
 * that of the slowest tempo there is; a figure that is beyond the hand even there is no case of the laws.
 */
const comfortable = (pattern: Pattern): Pattern => {
  const { limit } = analysePattern({ ...pattern, tempo: 20 });
  const tempo = Math.min(400, Math.floor((limit?.maxTempo ?? 80) * 0.6));
  fc.pre(tempo >= 20);
  return { ...pattern, tempo };
};

const ceilingAt = (pattern: Pattern, tempo: number): number =>
  analysePattern({ ...pattern, tempo }).limit?.maxTempo ?? Infinity;

test('a uniformly faster hand never has a lower ceiling, as far as the figure is comfortable', () => {
  fc.assert(
    fc.property(patternArbitrary, fc.constantFrom(0.6, 0.75, 0.9), (given, share) => {
      const pattern = comfortable(unmarked(given));
      const [able, faster] = [ABLE_ADULT_HAND, scaled(share)].map(
        (hand) => analysePattern(pattern, { hand }).limit?.maxTempo ?? Infinity,
      );
      expect(faster).toBeGreaterThanOrEqual((able as number) - 1e-6);
    }),
    { numRuns: 80 },
  );
});

test('slower never fingers a figure otherwise that was comfortable', () => {
  fc.assert(
    fc.property(patternArbitrary, fc.constantFrom(0.5, 0.7, 0.9), (given, share) => {
      const pattern = comfortable(unmarked(given));
      // Some figures are beyond the hand at any tempo there is.
      fc.pre(ceilingAt(pattern, 20) > pattern.tempo);
      const slower = Math.max(20, Math.round(pattern.tempo * share));
      expect(analysePattern({ ...pattern, tempo: slower }).digits).toEqual(analysePattern(pattern).digits);
    }),
    { numRuns: 80 },
  );
});

test.each([
  ['alternate', '4 3 4 3 2 3'],
  ['economy', '4 4 4 3 3 3'],
  ['pick-legato', '4 - 3 - 2 -'],
])('a school that is the same on every string fingers a figure alike wherever it lies: %s', (school, figure) => {
  const moved = (by: number): readonly unknown[] => {
    const text = figure.replace(/\d/g, (string) => String(Number(string) + by));
    return Object.values(
      analysePattern(valueOrThrow(parseStringNotation(text, { school, subdivision: 3 })).pattern).digits,
    );
  };
  for (const by of [-1, 1, 2]) expect(moved(by)).toEqual(moved(0));
});

test('the second time round is the first, or its swap where digits play strictly in turn', () => {
  fc.assert(
    fc.property(patternArbitrary, (given) => {
      const pattern = { ...unmarked(given), cyclic: true };
      const { digits, secondPassDigits } = analysePattern(pattern);
      if (secondPassDigits) expect(secondPassDigits).not.toEqual(digits);
    }),
    { numRuns: 60 },
  );
});

test('an advanced hand is at least as quick as an able one in every figure of the table of tempos', () => {
  const [, able, advanced] = HAND_PRESETS;
  for (const figure of ['5 1 1 1', '5 3 2 1 2 3', '6 3 4 2 5 3 4 1']) {
    const { pattern } = valueOrThrow(parseStringNotation(figure, { tempo: 60 }));
    const bpm = (hand: HandProfile | undefined): number => analysePattern(pattern, { hand }).limit?.maxTempo ?? 0;
    expect(bpm(advanced)).toBeGreaterThan(bpm(able));
  }
});
