import { valueOrThrow } from '../errors/index.ts';
import { readFigure } from '../formats/index.ts';
import { fingerPattern } from './index.ts';

const fingered = (figure: string, school: string, subdivision = 4, cyclic = true): string => {
  const { pattern, cycleTicks } = valueOrThrow(readFigure(figure, { school, subdivision, tempo: 90 }));
  return fingerPattern({ ...pattern, cyclic }, { cycleTicks }).digits.join(' ');
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
    const digits = fingered('6+1 1 1 2 4+2 1 2 3', 'alternation').split(' ').filter((digit) => digit !== 'p');
    digits.forEach((digit, index) => expect(digit).not.toBe(digits[(index + 1) % digits.length]));
    expect(digits).toHaveLength(8);
  });

  test('a scale goes in turn on any string, bass strings included', () => {
    expect(fingered('6 6 6 5 5 5 4 4', 'alternation')).toBe('i m i m i m i m');
  });
});
