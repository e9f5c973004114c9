import { failure, createProblem, success, type Result } from '../../errors/index.ts';
import { findSchool, buildCustomSchool, type FingeringOptions, type School } from '../../fingering/index.ts';
import type { CustomSchool, Pattern } from '../../pattern/index.ts';
import { evaluateSchool, type SchoolResult } from './school-result.ts';
import { recommendSchool, type SchoolRecommendation } from './recommendation.ts';

/** The same notes under several schools, and which to choose. */
export interface SchoolComparison {
  readonly results: readonly SchoolResult[];
  readonly recommendation: SchoolRecommendation;
}

/** How many schools can be compared at once. */
export const COMPARISON_LIMITS = { least: 2, most: 40 } as const;

/** Pins belong to the fingering they were made for: a comparison of schools leaves them aside. */
const removePins = (pattern: Pattern): Pattern => ({
  ...pattern,
  strokes: pattern.strokes.map(({ pin: _pin, ...stroke }) => stroke),
});

/**
 * Compares schools on the notes of a pattern at its tempo, its pins left aside.
 * @example
 * compareSchools(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, [
 *   resolveSchoolOrThrow({ school: 'one-per-string' }),
 *   resolveSchoolOrThrow({ school: 'rolling' }),
 * ]).results.length // => 2
 */
export const compareSchools = (
  pattern: Pattern,
  schools: readonly School[],
  options: FingeringOptions = {},
): SchoolComparison => {
  const bare = removePins(pattern);
  const approaches = schools.map((school) => evaluateSchool(bare, school, options));
  return { results: approaches, recommendation: recommendSchool(bare, approaches) };
};

/**
 * The schools behind keys; those of a studio's own come along, the one the pattern carries too. Errors:
 * `school-unknown`, `compared-wrong` for fewer than
 * two or more than forty.
 * @example
 * findSchoolsToCompare(createPattern('Roll'), ['rolling']).ok // => false
 */
export const findSchoolsToCompare = (
  pattern: Pick<Pattern, 'ownSchool'>,
  keys: readonly string[],
  own: readonly CustomSchool[] = [],
): Result<readonly School[]> => {
  const made = [...own, ...(pattern.ownSchool ? [pattern.ownSchool] : [])];
  const schoolBy = (key: string): Result<School> => {
    const mine = made.find(({ id }) => key === `own:${id}`);
    return mine ? buildCustomSchool(mine) : findSchool(key);
  };
  const distinct = [...new Set(keys)];
  if (distinct.length < COMPARISON_LIMITS.least || distinct.length > COMPARISON_LIMITS.most)
    return failure(createProblem('compared-wrong', { value: distinct.length, ...COMPARISON_LIMITS }));
  const found = distinct.map(schoolBy);
  const problems = found.flatMap((result) => (result.ok ? [] : result.problems));
  return problems.length > 0
    ? failure(...problems)
    : success(found.flatMap((result) => (result.ok ? [result.value] : [])));
};

export type { SchoolResult } from './school-result.ts';
export { classifyPassage, type PassageKind } from './passage-kind.ts';
export { scoreSchool, recommendSchool, type SchoolRecommendation } from './recommendation.ts';
