import fc from 'fast-check';
import { patternArbitrary } from '../../../test/arbitraries.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { sayProblem, saySentence } from '@fleet-wren/wording';
import { parseStringNotation } from '../../formats/index.ts';
import {
  compareSchools,
  scoreSchool,
  analysePattern,
  findSchoolsToCompare,
  computeStringChanges,
  type SchoolComparison,
} from '../index.ts';
import { SCHOOLS, SCHOOLS_AND_VARIANTS, createTaskFromPattern, type School } from '../../fingering/index.ts';
import { listDigitsInOrder } from '../pattern/analyse-pattern.ts';

const compared = (figure: string, tempo: number, keys: readonly string[]): SchoolComparison => {
  const { pattern } = valueOrThrow(parseStringNotation(figure, { tempo, wholeBeats: true }));
  return compareSchools(pattern, valueOrThrow(findSchoolsToCompare(pattern, keys)));
};

describe('the same notes under several schools', () => {
  test('one finger repeating loses to two in turn, and the sentence says why', () => {
    const { recommendation, results } = compared('1 1 1 1', 120, ['thumb-index:strict', 'alternation:i-m']);
    expect(recommendation.best).toEqual(['alternation:i-m']);
    expect(saySentence(recommendation.message)).toMatch(
      /^Best at 120 bpm: “Strict alternation: index–middle, index leads” \(\d+ bpm max, no issues\)\..* Next: “Thumb and index: Strict” \(63 bpm max, /,
    );
    expect(results[0]?.attacks).toEqual({ i: 4 });
    expect(results[1]?.attacks).toEqual({ i: 2, m: 2 });
    expect(results[0]?.busiestActuator?.striker).toBe('i');
    expect(results[0]?.busiestActuator?.gap).toBeCloseTo(0.125, 9);
  });

  test('schools that come to the same are said to be level', () => {
    const { recommendation } = compared('5 3 5 3', 60, ['one-per-string', 'three-finger']);
    expect(recommendation.best).toEqual(['one-per-string', 'three-finger']);
    expect(saySentence(recommendation.message)).toMatch(
      /^All these schools are equally good at 60 bpm\. Choose the one you prefer\./,
    );
  });

  test('of those that are level, the ones with the most room above the tempo are named, and no other’s ceiling is claimed for them', () => {
    // The thumb from 4 to 5 in a sixteenth: 60 · 0.25 ÷ 0.2525; middle again after two: 60 · 0.5 ÷ 0.235.
    const { recommendation, results } = compared('6 5 4 5', 30, ['one-per-string', 'rolling']);
    expect(results.map(({ analysis }) => Math.floor(analysis.limit?.maxTempo ?? 0))).toEqual([59, 127]);
    expect(saySentence(recommendation.message)).toMatch(
      /equally good at 30 bpm.* Most headroom: “Rolls” \(127 bpm max\)\.$/,
    );
  });

  test('where none reaches the tempo it says so', () => {
    expect(
      saySentence(compared('1 1 1 1', 300, ['thumb-index:strict', 'alternation:i-m']).recommendation.message),
    ).toMatch(/^None of these schools reaches 300 bpm\. Closest: /);
  });

  test('pins belong to the fingering they were made for and are left aside', () => {
    const { pattern } = valueOrThrow(parseStringNotation('4 3 2 3', { tempo: 90 }));
    const pinned = { ...pattern, strokes: pattern.strokes.map((stroke) => ({ ...stroke, pin: 'i' as const })) };
    const both = (one: typeof pattern) =>
      compareSchools(one, valueOrThrow(findSchoolsToCompare(one, ['hybrid', 'rolling'])));
    expect(both(pinned)).toEqual(both(pattern));
  });

  test.each([[['rolling']], [Array.from({ length: 41 }, (_, index) => `school-${index}`)]])(
    'fewer than two or more than forty are refused: %j',
    (keys) => {
      const result = findSchoolsToCompare(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, keys);
      expect(result.ok ? '' : result.problems.map(sayProblem).join('')).toMatch(/Compare 2 to 40 schools/);
    },
  );

  test('all schools with their variants are compared at once', () => {
    const keys = SCHOOLS_AND_VARIANTS.map(({ key }) => key);
    const { pattern } = valueOrThrow(parseStringNotation('5 3 2 3'));
    const { results } = compareSchools(pattern, valueOrThrow(findSchoolsToCompare(pattern, keys)));
    expect(results.map(({ school }) => school)).toEqual(keys);
  });

  test('one finger over three strings travels further than three fingers that each stay on their own', () => {
    // Both pluck four times a bar; the one goes over four string spacings (10.4 mm) besides.
    const [one, three] = compared('3 2 1 2', 60, ['thumb-index:strict', 'one-per-string']).results;
    const [far, near] = [one, three].map((result) => result?.movement.travelPerBar ?? 0) as [number, number];
    expect(far).toBeGreaterThan(near);
    expect(far - near).toBeLessThan(4 * 10.4);
    expect(three?.movement.preparedShare).toBe(1);
  });

  test('the curve of strain rises with the tempo for a fixed fingering', () => {
    const [first] = compared('1 1 1 1', 90, ['thumb-index:strict', 'alternation:i-m']).results;
    const strains = first?.strain.map(({ strain }) => strain) ?? [];
    strains.slice(1).forEach((strain, index) => expect(strain).toBeGreaterThan(strains[index] as number));
  });
});

describe('the string-change matrix', () => {
  test('three notes a string, alternate: an outside and an inside change (common practice, 2-domain)', () => {
    const { pattern, loopTicks } = valueOrThrow(
      parseStringNotation('6 6 6 5 5 5 4 4 4', { school: 'alternate', subdivision: 3, tempo: 90 }),
    );
    const open = { ...pattern, cyclic: false };
    const changes = computeStringChanges(
      createTaskFromPattern(open, { loopTicks: loopTicks }),
      listDigitsInOrder(open, analysePattern(open, { loopTicks: loopTicks })),
    );
    expect(changes.filter(({ from, to }) => from !== to)).toEqual([
      { from: 6, to: 5, count: 1, kinds: { outside: 1 } },
      { from: 5, to: 4, count: 1, kinds: { inside: 1 } },
    ]);
  });

  test('the same in economy has neither', () => {
    const { pattern } = valueOrThrow(
      parseStringNotation('6 6 6 5 5 5 4 4 4', { school: 'economy', subdivision: 3, tempo: 90 }),
    );
    const open = { ...pattern, cyclic: false };
    const changes = computeStringChanges(createTaskFromPattern(open), listDigitsInOrder(open, analysePattern(open)));
    expect(changes.filter(({ from, to }) => from !== to).map(({ kinds }) => kinds)).toEqual([
      { sweep: 1 },
      { sweep: 1 },
    ]);
  });

  test('counts every step once', () => {
    fc.assert(
      fc.property(patternArbitrary, (pattern) => {
        const task = createTaskFromPattern(pattern);
        for (const { count, kinds } of computeStringChanges(task, listDigitsInOrder(pattern, analysePattern(pattern))))
          expect(Object.values(kinds).reduce((sum, one) => sum + one, 0)).toBe(count);
      }),
      { seed: 91, numRuns: 30 },
    );
  });
});

test('a grade is never better for strokes that nobody is left to play', () => {
  const { pattern } = valueOrThrow(parseStringNotation('5+3+1 2 - -', { tempo: 80 }));
  const { results } = compareSchools(
    pattern,
    SCHOOLS.filter(({ key }) => key === 'thumb-index' || key === 'one-per-string') as School[],
  );
  const grades = Object.fromEntries(results.map((approach) => [approach.school, scoreSchool(pattern, approach)]));
  expect(grades['one-per-string']).toBeLessThan(grades['thumb-index'] as number);
});
