import { sayMessage } from '@fleet-wren/wording';
import { listDigitsInOrder, analysePattern } from '../analysis/index.ts';
import { valueOrThrow } from '../errors/index.ts';
import { findShape, type Voicing } from '../harmony/index.ts';
import { createInstrument, findTuningOrStandard } from '../instrument/index.ts';
import type { Pattern } from '../pattern/index.ts';
import { GENERATORS, generatePattern, type Generator, type GeneratorContext, type GeneratorValues } from './index.ts';

const frameOn = (chord: string): GeneratorContext => {
  const instrument = createInstrument(findTuningOrStandard('standard'));
  return { instrument, voicing: findShape(instrument, chord) as Voicing, tempo: 80, say: sayMessage };
};
const byKey = (key: string): Generator => GENERATORS.find((one) => one.key === key) as Generator;
const made = (key: string, values: GeneratorValues = {}, chord = 'C'): Pattern =>
  valueOrThrow(generatePattern(byKey(key), values, frameOn(chord)));
const strings = ({ strokes }: Pattern): string => strokes.map(({ string }) => string).join(' ');
const digitsOf = (pattern: Pattern): string =>
  listDigitsInOrder(pattern, analysePattern(pattern))
    .map((digit) => digit ?? '-')
    .join(' ');

describe('rolls over string sets (written down before it was run)', () => {
  test('forward up and backward down, two bars each', () => {
    const pattern = made('rolls', { walk: 'back-backward', each: 2, sets: '5 4 3, 3 2 1', subdivision: '2' });
    const bars = Array.from({ length: 8 }, (_, bar) =>
      pattern.strokes
        .filter(({ at }) => Math.floor(at / 3360) === bar)
        .map(({ string }) => string)
        .join(' '),
    );
    expect(pattern.bars).toBe(8);
    expect(bars).toEqual([
      '5 4 3 5 4 3 5 4',
      '5 4 3 5 4 3 5 4',
      '3 2 1 3 2 1 3 2',
      '3 2 1 3 2 1 3 2',
      '1 2 3 1 2 3 1 2',
      '1 2 3 1 2 3 1 2',
      '3 4 5 3 4 5 3 4',
      '3 4 5 3 4 5 3 4',
    ]);
  });

  test('a set that is none is named by its place', () => {
    const result = generatePattern(byKey('rolls'), { sets: '5 4 3, 9 2' }, frameOn('C'));
    expect(result.ok ? [] : result.problems.map(({ details }) => details)).toEqual([{ position: 2, value: '9 2' }]);
  });
});

describe('hammered notes by chord and scale (common practice, no source)', () => {
  const five = (chord: string, hammered: string) =>
    made('finger-sweeps', { shape: 'hammered-five', lowest: 4, hammered, subdivision: '4' }, chord)
      .strokes.slice(0, 5)
      .map(({ string, fret, slur }) => `${string}${slur ? `h${fret}` : ''}`)
      .join(' ');
  test.each([
    // String 2 of C holds C (1): two frets up D, next of the scale D, next of the chord E (5).
    ['C', 'two', '4 3 2 2h3 3'],
    ['C', 'scale', '4 3 2 2h3 3'],
    ['C', 'chord', '4 3 2 2h5 3'],
    // String 2 of Am holds C: D in A minor, E of the chord; of E it holds B: C♯ in E major (2), E of the chord (5).
    ['Am', 'chord', '4 3 2 2h5 3'],
    ['E', 'scale', '4 3 2 2h2 3'],
    ['E', 'chord', '4 3 2 2h5 3'],
    // String 2 of Em holds B: C♯ in Dorian, as the sixth is major.
    ['Em', 'scale', '4 3 2 2h2 3'],
  ])('%s, %s', (chord, source, expected) => expect(five(chord, source)).toBe(expected));
});

describe('a melody over a thumb', () => {
  const places = (pattern: Pattern): string =>
    pattern.strokes
      .map(({ at, string, fret, pin }) => `${at / 420}/${string}${fret === undefined ? '' : `:${fret}`}${pin ?? ''}`)
      .join(' ');

  test('the bass alternates on the beats, the melody stays as it was written', () =>
    expect(places(made('melody-over-thumb', { melody: '1 - 2:3 2 | - 1:3 1 -' }))).toBe(
      '0/5p 0/1 2/4p 2/2:3 3/2 4/5p 5/1:3 6/4p 6/1',
    ));

  test('it follows the chord, and gives way to a melody on its string', () => {
    expect(places(made('melody-over-thumb', { melody: '1 - - -', bass: 'steady' }, 'G'))).toBe('0/6p 0/1 2/6p');
    expect(places(made('melody-over-thumb', { melody: '5:5 -', bass: 'steady' }))).toBe('0/5:5');
  });

  test('what is no note is named by its place', () => {
    const read = generatePattern(byKey('melody-over-thumb'), { melody: '1 x 2' }, frameOn('C'));
    expect(read.ok ? '' : read.problems[0]?.details.position).toBe(2);
  });
});

test('pick and finger on neighbouring strings, and the little finger in a pair', () => {
  expect(strings(made('hybrid-figures', { figure: 'toggle-neighbours', low: 4 })).startsWith('4 3 4 3')).toBe(true);
  expect(digitsOf(made('scale-over-pulse', { pair: 'a-c' }))).toMatch(/a.*c.*a/);
});
