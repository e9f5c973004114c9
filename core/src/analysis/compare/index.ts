import { failure, problem, success, type Result } from '../../errors/index.ts';
import { findSchool, makeSchool, type FingerOptions, type School } from '../../fingering/index.ts';
import type { MadeSchool, Pattern } from '../../pattern/index.ts';
import { approachOf, type Approach } from './approach.ts';
import { verdictOf, type Verdict } from './verdict.ts';

/** The same notes under several schools, and which to choose. */
export interface Comparison {
  readonly approaches: readonly Approach[];
  readonly verdict: Verdict;
}

/** How many schools can be compared at once. */
export const COMPARED = { least: 2, most: 6 } as const;

/** Pins belong to the fingering they were made for: a comparison of schools leaves them aside. */
const withoutPins = (pattern: Pattern): Pattern => ({
  ...pattern,
  strokes: pattern.strokes.map(({ pin: _pin, ...stroke }) => stroke),
});

/**
 * Compares schools on the notes of a pattern at its tempo, its pins left aside.
 * @example
 * compareSchools(valueOrThrow(readFigure('5 3 2 3')).pattern, [schoolOf({ school: 'one-per-string' }), schoolOf({ school: 'rolling' })]).approaches.length // => 2
 */
export const compareSchools = (
  pattern: Pattern,
  schools: readonly School[],
  options: FingerOptions = {},
): Comparison => {
  const bare = withoutPins(pattern);
  const approaches = schools.map((school) => approachOf(bare, school, options));
  return { approaches, verdict: verdictOf(bare, approaches) };
};

/**
 * The schools behind keys; those of a studio's own come along, the one the pattern carries too. Errors: `school-unknown`, `compared-wrong` for fewer than
 * two or more than six.
 * @example
 * schoolsToCompare(newPattern('Roll'), ['rolling']).ok // => false
 */
export const schoolsToCompare = (
  pattern: Pick<Pattern, 'ownSchool'>,
  keys: readonly string[],
  own: readonly MadeSchool[] = [],
): Result<readonly School[]> => {
  const made = [...own, ...(pattern.ownSchool ? [pattern.ownSchool] : [])];
  const schoolBy = (key: string): Result<School> => {
    const mine = made.find(({ id }) => key === `own:${id}`);
    return mine ? makeSchool(mine) : findSchool(key);
  };
  const distinct = [...new Set(keys)];
  if (distinct.length < COMPARED.least || distinct.length > COMPARED.most)
    return failure(problem('compared-wrong', { value: distinct.length, ...COMPARED }));
  const found = distinct.map(schoolBy);
  const problems = found.flatMap((result) => (result.ok ? [] : result.problems));
  return problems.length > 0
    ? failure(...problems)
    : success(found.flatMap((result) => (result.ok ? [result.value] : [])));
};

export type { Approach } from './approach.ts';
export { lineKindOf, type LineKind } from './line-kind.ts';
export { slurredFor } from './prepare.ts';
export { gradeOf, verdictOf, type Verdict } from './verdict.ts';
