import fc from 'fast-check';
import { patternArbitrary } from '../../test/arbitraries.ts';
import { valueOrThrow } from '../errors/index.ts';
import { sayProblem, sayMessage } from '@fleet-wren/wording';
import {
  SCHOOLS,
  listCostItems,
  fingerPattern,
  buildCustomSchool,
  createTaskFromPattern,
  sumCosts,
  resolveSchoolOrThrow,
} from '../fingering/index.ts';
import { parseStringNotation } from '../formats/index.ts';
import type { Digit, Pattern } from '../pattern/index.ts';
import { LEARNABLE_WEIGHT_KEYS, learnSchool, computeFeatures, type LearnedSchool } from './index.ts';

const pinned = (name: string, figure: string, pins: string, subdivision = 2): Pattern => {
  const { pattern } = valueOrThrow(parseStringNotation(figure, { name, subdivision, wholeBeats: true }));
  return {
    ...pattern,
    strokes: pattern.strokes.map((stroke, index) =>
      pins[index] && pins[index] !== '-' ? { ...stroke, pin: pins[index] as Digit } : stroke,
    ),
  };
};

/** A teacher of two fingers: index and middle wherever one finger per string has middle and ring. */
const TWO_FINGERS = [
  pinned('A', '5 3 1 3 4 3 1 3', '-im--im-'),
  pinned('B', '6 3 1 3 4 3 1 3', '--m---m-'),
  pinned('C', '5 2 1 2 4 2 1 2', '-im--im-'),
  pinned('D', '6 2 1 2 4 2 1 2', '-im--imi'),
  pinned('E', '4 2 1 2', '-im-'),
  pinned('F', '5+1 - 4 2', '-m-i'),
];

const learnt = (patterns: readonly Pattern[], base = 'one-per-string'): LearnedSchool =>
  valueOrThrow(learnSchool({ base, name: 'Ours', patterns }));

/** The whole of it is part of `npm run test:hard`. */
const HARD = process.env.TEST_HARD === '1';

test('a cost is the weights times what a fingering uses of them, and what no weight scales', () => {
  fc.assert(
    fc.property(patternArbitrary, (pattern) => {
      const school = resolveSchoolOrThrow({ school: 'one-per-string' });
      const task = createTaskFromPattern({ ...pattern, school: school.key });
      const { digits } = fingerPattern({ ...pattern, school: school.key });
      const bare = {
        ...task.school,
        weights: { ...school.weights, ...Object.fromEntries(LEARNABLE_WEIGHT_KEYS.map((key) => [key, 0])) },
      };
      const uses = computeFeatures(task, digits);
      const scaled = LEARNABLE_WEIGHT_KEYS.reduce((sum, key) => sum + school.weights[key] * uses[key], 0);
      expect(sumCosts({ ...task, school: bare }, digits) + scaled).toBeCloseTo(sumCosts(task, digits), 5);
    }),
    { numRuns: HARD ? 50 : 10 },
  );
});

describe('a school learns from pins', () => {
  const found = learnt(TWO_FINGERS);

  test('the pins come by themselves, on patterns held back too', () => {
    expect(found.pins).toEqual({ all: 19, base: expect.any(Number), learnt: 19 });
    expect(found.pins.base).toBeLessThan(6);
    expect(found.crossValidation?.learnt).toBeGreaterThan(13);
  });

  test('it says what it learnt, and shows what it changes', () => {
    expect(found.rules.map(sayMessage).join(' ')).toMatch(
      /After the thumb on string 4 you give string 2 to the index finger \((once|\d+ times)\)\./,
    );
    expect(found.fingeringChanges).toHaveLength(3);
    expect(found.fingeringChanges[0]?.before).not.toEqual(found.fingeringChanges[0]?.after);
  });

  test('what it answers is a school that stands, near its base', () => {
    const school = valueOrThrow(buildCustomSchool({ ...found.school, id: 'x' }));
    const base = resolveSchoolOrThrow({ school: 'one-per-string' });
    for (const key of LEARNABLE_WEIGHT_KEYS)
      expect(school.weights[key]).toBeLessThanOrEqual(Math.max(1.5, 2.5 * base.weights[key]));
  });

  test('the same pins give the same school', () => {
    expect(learnt(TWO_FINGERS)).toEqual(found);
  });
});

test('pins that the school gives already change nothing', () => {
  const found = learnt([pinned('A', '5 3 2 1', 'pima'), pinned('B', '6 3 2 1 2 3', 'pimami', 3)]);
  expect(found.weightChanges).toEqual([]);
  expect(found.rules).toEqual([]);
  expect(found.fingeringChanges).toEqual([]);
});

test('no finger is left out: chords and harmonics may need it', () => {
  const found = learnt([...TWO_FINGERS, pinned('Pinches', '5+3+2+1 - 4 -', '')]);
  expect(found.school.digits).toEqual(['p', 'i', 'm', 'a']);
});

describe('a fitted school never breaks its base’s rules', () => {
  const broken = (pattern: Pattern, school: ReturnType<typeof resolveSchoolOrThrow>): number => {
    const { digits } = fingerPattern(pattern, { school });
    return listCostItems(createTaskFromPattern(pattern, { school }), digits).filter(
      ({ category }) => category === 'rule',
    ).length;
  };

  test.each(SCHOOLS.filter(({ isBassReservedForThumb }) => isBassReservedForThumb).map(({ key }) => key))(
    '%s',
    (key) => {
      const base = resolveSchoolOrThrow({ school: key });
      const { school: made } = learnt(TWO_FINGERS, key);
      const school = valueOrThrow(buildCustomSchool({ ...made, id: 'x' }));
      fc.assert(
        fc.property(patternArbitrary, (pattern) => {
          const free = { ...pattern, school: key, strokes: pattern.strokes.map(({ pin: _pin, ...stroke }) => stroke) };
          expect(broken(free, school)).toBeLessThanOrEqual(broken(free, base));
        }),
        { numRuns: HARD ? 40 : 8 },
      );
    },
  );
});

describe('what cannot be learnt from', () => {
  const said = (patterns: readonly Pattern[], base = 'one-per-string'): string => {
    const result = learnSchool({ base, name: 'Ours', patterns });
    return result.ok ? '' : result.problems.map(sayProblem).join(' ');
  };

  test('no pins', () => {
    expect(said([pinned('A', '5 3 2 3', '')])).toMatch(/^No pins to learn from/);
  });

  test('pins the school has no digit for', () => {
    expect(said([pinned('A', '5 3 2 3', '-a-a')], 'thumb-index')).toMatch(
      /^No pins to learn from that “Thumb and index”/,
    );
  });

  test('pins that contradict each other: both are named', () => {
    expect(said([pinned('One', '5 3 2 3', '-i--'), pinned('Other', '5 3 2 3', '-m--')])).toMatch(
      /“One”, beat 1 & pins the index finger and “Other”, beat 1 & pins the middle finger/,
    );
  });

  test('a base that is none', () => {
    expect(said(TWO_FINGERS, 'nobody’s')).toMatch(/no fingering school/);
  });
});

/** A rule by strings, as many thumb players have it: the thumb down to 3, index on 2, middle on 1. */
const byString: Readonly<Record<string, string>> = { '6': 'p', '5': 'p', '4': 'p', '3': 'p', '2': 'i', '1': 'm' };

const byRule = (name: string, figure: string): Pattern =>
  pinned(
    name,
    figure,
    figure
      .split(' ')
      .map((string) => byString[string])
      .join(''),
  );

test('one rule that all pins keep comes back whole: the thumb has string 3', () => {
  const lessons = [
    byRule('A', '6 2 3 1 5 2 3 1 4 2'),
    byRule('B', '5 3 2 1 4 3 2 1'),
    byRule('C', '6 3 1 3 5 3 2 3'),
    byRule('D', '4 2 3 2 4 1 3 1 4 2'),
    byRule('E', '5 1 3 2 5 1 3 2'),
    byRule('F', '6 2 4 1 6 2 3 1'),
  ];
  const { pins, school } = learnt(lessons);
  expect(pins.all).toBe(52);
  expect(pins.learnt).toBe(52);
  expect(school.homes.p).toContain(3);
});
