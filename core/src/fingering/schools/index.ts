import { failure, problem, success, type Result } from '../../errors/index.ts';
import { message } from '../../message/message.ts';
import type { School, Variant } from '../school.ts';
import { alternate } from './alternate.ts';
import { alternation } from './alternation.ts';
import { economy } from './economy.ts';
import { fingerSweep } from './finger-sweep.ts';
import { hybridLegato } from './hybrid-legato.ts';
import { hybrid } from './hybrid.ts';
import { onePerString } from './one-per-string.ts';
import { pickLegato } from './pick-legato.ts';
import { rolling } from './rolling.ts';
import { threeFinger } from './three-finger.ts';
import { thumbIndex } from './thumb-index.ts';

/** All schools, in the order they are offered. */
export const SCHOOLS: readonly School[] = [
  onePerString,
  threeFinger,
  thumbIndex,
  alternation,
  rolling,
  fingerSweep,
  hybrid,
  hybridLegato,
  alternate,
  economy,
  pickLegato,
];

/** A school as one of its variants has it: `school:variant` is its key. */
const inVariant = (school: School, variant: Variant): School => ({
  ...school,
  ...variant.change(school),
  key: `${school.key}:${variant.key}`,
  name: message('school.with-variant', { school: school.name, variant: variant.name }),
  rule: variant.rule,
  variants: undefined,
});

/** Every school followed by its variants. The values stay the same, so that tables can be kept by school. */
export const SCHOOLS_AND_VARIANTS: readonly School[] = SCHOOLS.flatMap((school) => [
  school,
  ...(school.variants ?? []).map((variant) => inVariant(school, variant)),
]);

/**
 * The variants of a school as schools of their own; none for a key that is itself a variant.
 * @example
 * variantsOf(schoolOf({ school: 'alternation' })).length > 1 // => true
 */
export const variantsOf = (school: School): readonly School[] =>
  SCHOOLS_AND_VARIANTS.filter(({ key }) => key.startsWith(`${school.key}:`));

/**
 * The school with a key (`hybrid`, or `hybrid:pick-down` for a variant), or the problem that there is none.
 * @example
 * valueOrThrow(findSchool('hybrid:pick-down')).digits.includes('up') // => false
 */
export const findSchool = (key: string): Result<School> => {
  const school = SCHOOLS_AND_VARIANTS.find((candidate) => candidate.key === key);
  const known = SCHOOLS.map((candidate) => candidate.key).join(', ');
  return school ? success(school) : failure(problem('school-unknown', { value: key, known }));
};
