import { valueOrThrow } from '../errors/index.ts';
import { sayProblem } from '@fleet-wren/wording';
import { parseStringNotation } from '../formats/index.ts';
import type { CustomSchool, Stroke } from '../pattern/index.ts';
import { SCHOOLS_AND_VARIANTS, fingerPattern, createHandProfile, buildCustomSchool } from './index.ts';

const fingered = (figure: string, school: string, subdivision = 4, cyclic = true): string => {
  const { pattern, loopTicks } = valueOrThrow(parseStringNotation(figure, { school, subdivision, tempo: 90 }));
  return fingerPattern({ ...pattern, cyclic }, { loopTicks }).digits.join(' ');
};

describe('one finger per string (Carcassi, Méthode complète op. 59, 1836, from memory)', () => {
  test.each([
    ['6 3 2 1 2 3', 'p i m a m i'],
    ['5 3 2 1 2 3', 'p i m a m i'],
    ['4 3 2 1 2 3', 'p i m a m i'],
    ['6 3 2 1', 'p i m a'],
    ['5 1 2 3', 'p a m i'],
    ['5 3 2 3 1 3 2 3', 'p i m i a i m i'],
    ['6 3 2 1 3 2 1 3', 'p i m a i m a i'],
  ])('%s is played %s', (figure, digits) => {
    expect(fingered(figure, 'one-per-string')).toBe(digits);
  });

  test('an alternating thumb keeps the basses, the fingers their strings (common practice, no source)', () => {
    expect(fingered('6+1 - 4 2 5 3 4 2', 'one-per-string', 2)).toBe('p a p m p i p m');
  });

  test('a four-note chord is taken by p i m a at once', () => {
    expect(fingered('6+3+2+1 3 2 1 2 3', 'one-per-string')).toBe('p i m a i m a m i');
  });
});

describe('thumb and two fingers (Sor, Méthode pour la guitare, 1830, from memory)', () => {
  test.each([
    ['5 3 2 3', 'p i m i'],
    ['6 2 1 2', 'p i m i'],
    ['6 3 4 2 5 3 4 1', 'p i p m p i p m'],
    ['5+2 3 1 3', 'p m i m i'],
  ])('%s is played %s, the ring left out', (figure, digits) => {
    expect(fingered(figure, 'three-finger')).toBe(digits);
  });

  test('the ring joins for a fourth voice only', () => {
    expect(fingered('6+3+2+1 - - -', 'three-finger')).toBe('p i m a');
  });
});

describe('rolling (common practice, no source)', () => {
  test.each([
    ['3 2 1', 'p i m'],
    ['5 4 3', 'p i m'],
    ['1 2 3', 'm i p'],
    ['3 2 1 2', 'p i m i'],
    ['3 2 1 3 2 1 3 1', 'p i m p i m p m'],
  ])('%s is rolled %s', (figure, digits) => {
    expect(fingered(figure, 'rolling')).toBe(digits);
  });
});

describe('pick and fingers (common practice, no source)', () => {
  test.each([
    ['4 3 2', 'down m a'],
    ['5 3 2 3', 'down m a m'],
  ])('%s: the pick takes the lowest, %s', (figure, digits) => {
    expect(fingered(figure, 'hybrid')).toBe(digits);
  });

  test('a bass against a two-finger double stop', () => {
    expect(fingered('5 3+2 4 3+2', 'hybrid')).toBe('down m a down m a');
  });
});

describe('flat pick (common practice, no source)', () => {
  const ascending = '6 6 6 5 5 5 4 4 4';

  test('three notes a string, alternate: down, up, down … whatever the string', () => {
    expect(fingered(ascending, 'alternate')).toBe('down up down up down up down up down');
  });

  test('three notes a string, economy: down up down on each, sweeping on', () => {
    expect(fingered(ascending, 'economy', 4, false)).toBe('down up down down up down down up down');
  });

  test('one downstroke a string', () => {
    expect(fingered('5 - 4 - 3 - 2 -', 'pick-legato')).toBe('down down down down');
  });
});

describe('strict alternation (common practice, no source)', () => {
  test('never the same finger twice running, across thumb strokes too', () => {
    const digits = fingered('6+1 1 1 2 4+2 1 2 3', 'alternation')
      .split(' ')
      .filter((digit) => digit !== 'p');
    digits.forEach((digit, index) => expect(digit).not.toBe(digits[(index + 1) % digits.length]));
    expect(digits).toHaveLength(8);
  });

  test('a scale goes in turn on any string, bass strings included', () => {
    expect(fingered('6 6 6 5 5 5 4 4', 'alternation')).toBe('i m i m i m i m');
  });
});

describe('marks of strokes', () => {
  const marked = (figure: string, school: string, marks: Readonly<Record<number, Partial<Stroke>>>): string => {
    const { pattern, loopTicks } = valueOrThrow(parseStringNotation(figure, { school, tempo: 80 }));
    const strokes = pattern.strokes.map((stroke, index) => ({ ...stroke, ...marks[index] }));
    return fingerPattern({ ...pattern, strokes }, { loopTicks })
      .digits.map((digit) => digit ?? '-')
      .join(' ');
  };

  test('a slurred note is nobody’s', () => {
    expect(marked('5 3 3 2', 'one-per-string', { 2: { slur: 'hammer-on' } })).toBe('p i - m');
  });

  test('a raked stroke is carried on to by the digit before', () => {
    expect(marked('5 3 2 3', 'one-per-string', { 3: { rake: true } })).toBe('p i m m');
  });

  test('brushed strokes are taken by one digit', () => {
    const brush = { brush: true };
    expect(marked('5+3+2+1 - - -', 'one-per-string', { 1: brush, 2: brush, 3: brush })).toMatch(
      /^p (i i i|m m m|a a a)$/,
    );
    expect(marked('6+5+4 3 2 3', 'one-per-string', { 0: brush, 1: brush, 2: brush })).toBe('p p p i m i');
  });

  test('a harp harmonic is touched by the index, so thumb or ring plucks it', () => {
    const harp = { harmonic: { kind: 'harp' as const, touch: 12 } };
    expect(marked('6 3 5 2', 'one-per-string', { 0: harp, 2: harp })).toMatch(/^p [ima] p [ma]$/);
    expect(marked('2+4 - - -', 'one-per-string', { 1: harp })).not.toMatch(/i/);
  });

  test('a note tapped by the picking hand is a finger’s on any string, the index first', () => {
    const tapped = { tapped: true, fret: 12 };
    expect(marked('5 - 1 -', 'one-per-string', { 1: tapped })).toBe('p i');
    expect(marked('5 - 6 -', 'one-per-string', { 1: tapped })).toBe('p i');
    expect(marked('5 - 1 -', 'hybrid', { 1: tapped })).toBe('down m');
  });

  test('what sounds with a tap is plucked by the thumb or the pick', () => {
    expect(marked('4+1 - - -', 'one-per-string', { 1: { tapped: true, fret: 12 } })).toBe('p i');
    expect(marked('3+1 - - -', 'hybrid', { 1: { tapped: true, fret: 12 } })).toBe('down m');
  });

  test('a note tapped by the other hand is nobody’s, whatever was before it', () => {
    expect(marked('5 3 2 3', 'one-per-string', { 2: { slur: 'tap', fret: 5 } })).toBe('p i - i');
  });
});

describe('variants', () => {
  test.each([
    ['one-per-string:strict', '5 3 2 1 1 1', 'p i m a a a'],
    ['three-finger:no-ring', '6+2 3 1 3', 'p m i m i'],
    ['finger-sweep:thumb-rake', '6 5 4 3 2 1', 'p p p i m a'],
    ['hybrid-legato:with-ring', '5 - 4 - 3 - 2 -', 'down a down a'],
  ])('%s plays %s as %s', (school, figure, digits) => {
    expect(fingered(figure, school, 4, false)).toBe(digits);
  });

  test('every variant has a name and a rule of its own, and keeps its digits', () => {
    expect(new Set(SCHOOLS_AND_VARIANTS.map(({ rule }) => rule)).size).toBe(SCHOOLS_AND_VARIANTS.length);
    for (const school of SCHOOLS_AND_VARIANTS) {
      const digits = fingered('5 4 3 2 1 2 3 4', school.key).split(' ');
      for (const digit of digits) expect(school.digits).toContain(digit);
    }
  });
});

describe('a school of a studio’s own', () => {
  const made: CustomSchool = {
    id: '1',
    name: 'Low index',
    base: 'one-per-string',
    digits: ['p', 'i', 'm'],
    homes: { p: [6, 5], i: [4, 3], m: [2, 1] },
    weights: {},
  };

  test('plays by its own homes', () => {
    const { pattern } = valueOrThrow(parseStringNotation('6 4 2 3', { tempo: 90 }));
    expect(fingerPattern({ ...pattern, cyclic: false, school: 'own:1', ownSchool: made }).digits.join(' ')).toBe(
      'p i m i',
    );
  });

  test.each<[string, Partial<CustomSchool>, RegExp]>([
    ['without digits', { digits: [] }, /needs at least one finger/],
    [
      'with a weight that is no number',
      { weights: { cross: Number.NaN } },
      /“Crossed fingers” must be a number from 0 to 1000 \(not NaN\)/,
    ],
    ['with a negative weight', { weights: { home: -1 } }, /not -1/],
    ['with an unknown weight', { weights: { luck: 1 } }, /“luck”/],
    ['made from nothing', { base: 'nobody' }, /no fingering school “nobody”/],
    ['with a home off the neck', { homes: { p: [9] } }, /home of p/],
    ['without a name', { name: ' ' }, /A school name needs/],
  ])('%s is refused in a sentence', (_what, change, words) => {
    const result = buildCustomSchool({ ...made, ...change });
    expect(result.ok ? 'made' : result.problems.map(sayProblem).join(' ')).toMatch(words);
  });
});

test.each([[0], [-1], [Number.NaN], [99]])('a hand whose index takes %p times as long is refused', (value) => {
  const result = createHandProfile({ key: 'x', name: 'X', scale: { i: value } });
  expect(result.ok ? 'made' : result.problems.map(sayProblem).join(' ')).toMatch(
    /The index cannot be .* times as slow/,
  );
});
