import fc from 'fast-check';
import {
  HAND_PRESETS,
  analyseFingering,
  createInstrument,
  createPattern,
  fingerPattern,
  findShape,
  findTuningOrStandard,
  parseStringNotation,
  valueOrThrow,
  type Pattern,
  type StringNotationOptions,
} from '../index.ts';
import { patternArbitrary } from '../../test/arbitraries.ts';
import { SCHOOLS_AND_VARIANTS } from './index.ts';

const figure = (school: string, line: string, options: StringNotationOptions = {}): Pattern =>
  valueOrThrow(parseStringNotation(line, { school, subdivision: 2, tempo: 100, ...options })).pattern;

const digits = (pattern: Pattern): string => fingerPattern(pattern).digits.join(' ');

/** Who plays what, stated before the solver was asked (common practice, no source). */
test.each([
  ['one-per-string', '6 6 6 6', 'p p p p'],
  ['three-finger', '5 5 5 5 4 4 4 4', 'p p p p p p p p'],
  ['rolling', '6 6 6 6', 'p p p p'],
  ['one-per-string', '5 4+3+2', 'p i m a'],
  ['one-per-string', '6 - 4+3+2 -', 'p i m a'],
  ['one-per-string', '5 1 1 1 4 1 1 1', 'p a m i p a m i'],
  ['three-finger', '5 - 4 2 5 1 4 2', 'p p i p m p i'],
  ['hybrid', '2 1 2 1', 'down m down m'],
  ['hybrid', '4 4 3 2', 'down up m a'],
  ['hybrid:pick-up', '4 3', 'up m'],
  ['hybrid:pick-pick-m', '5 4 3', 'down down m'],
  ['pick-rolling', '1 2 3 2 3 4 3 4 5', 'a m down a m down a m down'],
  ['pick-rolling', '5 4 3 2 1 3 2 1', 'down m down m a down m a'],
  ['pick-rolling:two-finger-double-stops', '5 3+2 5 3+2', 'down m a down m a'],
  ['thumb-index-scale', '3 3 3 3', 'p i p i'],
  ['thumb-index', '2 1 2 1', 'p i p i'],
])('%s: %s is %s', (school, line, expected) => expect(digits(figure(school, line))).toBe(expected));

test('a stroke bound to the bass or its alternate is the thumb’s, wherever the chord puts it', () => {
  const instrument = createInstrument(findTuningOrStandard('standard'));
  for (const chord of ['D', 'D7', 'Dm']) {
    const voicing = findShape(instrument, chord);
    if (!voicing) throw new Error(chord);
    const strokes = [
      { id: 'a', at: 0, string: 4, role: 'bass' },
      { id: 'b', at: 420, string: 2 },
      { id: 'c', at: 840, string: 3, role: 'alternate' },
      { id: 'd', at: 1260, string: 1 },
    ] as const;
    const pattern = createPattern(chord, { voicing, bars: 1, metre: { beats: 2, unit: 4 }, subdivision: 2, strokes });
    expect([chord, digits(pattern)]).toEqual([chord, 'p m p a']);
  }
});

const anySchool = fc.constantFrom(...SCHOOLS_AND_VARIANTS.map(({ key }) => key));

test('the tempo changes no digit (law)', () => {
  fc.assert(
    fc.property(patternArbitrary, anySchool, fc.integer({ min: 20, max: 400 }), (pattern, school, tempo) => {
      const own = { ...pattern, school };
      expect(digits({ ...own, tempo })).toBe(digits({ ...own, tempo: 80 }));
    }),
    { seed: 28, numRuns: 80 },
  );
});

test('the hand changes no digit, and a slower hand never has the higher ceiling (law)', () => {
  fc.assert(
    fc.property(patternArbitrary, anySchool, (pattern, school) => {
      const own = { ...pattern, school };
      const judged = HAND_PRESETS.map((hand) => {
        const solution = fingerPattern(own, { hand });
        return {
          digits: solution.digits,
          ceiling: analyseFingering(own, solution, { hand }).limit?.maxTempo ?? Infinity,
        };
      });
      expect(new Set(judged.map((one) => one.digits.join())).size).toBe(1);
      const ceilings = judged.map(({ ceiling }) => ceiling);
      expect([...ceilings].sort((a, b) => a - b)).toEqual(ceilings);
    }),
    { seed: 28, numRuns: 80 },
  );
});
