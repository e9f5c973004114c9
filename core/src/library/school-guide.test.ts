import { analysePattern, listDigitsInOrder } from '../analysis/index.ts';
import { SCHOOLS } from '../fingering/index.ts';
import { SCHOOL_GUIDES } from './index.ts';

const digitsOf = (key: string, place: number): string => {
  const pattern = SCHOOL_GUIDES.find(({ school }) => school.key === key)?.examples[place];
  if (!pattern) throw new Error(key);
  return listDigitsInOrder(pattern, analysePattern(pattern))
    .map((digit) => digit ?? '-')
    .join(' ');
};

test('every school has a guide with three figures that it fingers without breaking a rule', () => {
  expect(SCHOOL_GUIDES.map(({ school }) => school.key)).toEqual(SCHOOLS.map(({ key }) => key));
  for (const { examples, school } of SCHOOL_GUIDES)
    for (const pattern of examples) {
      const { digits, warnings } = analysePattern(pattern);
      expect([school.key, warnings]).toEqual([school.key, []]);
      const picked = pattern.strokes.filter(({ slur }) => !slur);
      expect(picked.every(({ id }) => digits[id])).toBe(true);
    }
});

// Stated before the run (common practice, no source).
test.each<[string, number, string]>([
  ['one-per-string', 0, 'p i m a m i'],
  ['three-finger', 0, 'p i p m p i p m'],
  ['thumb-index', 0, 'p i p i p i p i'],
  ['alternation', 1, 'i m i m i m i m'],
  ['thumb-index-scale', 0, 'p i p i p i p i'],
  ['rolling', 0, 'p i m p i m p m'],
  ['rolling', 1, 'm i p m i p m p'],
  ['pick-rolling', 0, 'down m a down m a down m'],
  ['alternate', 0, 'down up down up down up down up'],
  ['economy', 0, 'down up down down up down down up down'],
])('figure of %s no. %s is fingered %s', (school, place, expected) => {
  const found = digitsOf(school, place);
  expect(found.split(' ').slice(0, expected.split(' ').length).join(' ')).toBe(expected);
});

test('the strings of the thumb and the fingers are those where the school is at home', () => {
  const guide = SCHOOL_GUIDES.find(({ school }) => school.key === 'one-per-string');
  expect(guide?.digits.map(({ actuator, strings }) => [actuator, ...strings])).toEqual([
    ['p', 4, 5, 6],
    ['i', 3],
    ['m', 2],
    ['a', 1],
  ]);
});
