import { failure, createProblem, success, type Result } from '../../errors/index.ts';
import { message } from '../../message/message.ts';
import type { School, SchoolVariant } from '../school.ts';
import { alternatePickingSchool } from './alternate-picking.ts';
import { strictAlternationSchool } from './strict-alternation.ts';
import { economyPickingSchool } from './economy-picking.ts';
import { fingerSweepSchool } from './finger-sweep.ts';
import { hammerFirstSchool } from './hammer-first.ts';
import { hybridLegatoSchool } from './hybrid-legato.ts';
import { hybridPickingSchool } from './hybrid-picking.ts';
import { oneFingerPerStringSchool } from './one-finger-per-string.ts';
import { pickLegatoSchool } from './pick-legato.ts';
import { pickRollingSchool } from './pick-rolling.ts';
import { rollingSchool } from './rolling.ts';
import { threeFingerSchool } from './three-finger.ts';
import { thumbIndexScaleSchool } from './thumb-index-scale.ts';
import { thumbIndexSchool } from './thumb-index.ts';

/** All schools, in the order they are offered. */
export const SCHOOLS: readonly School[] = [
  oneFingerPerStringSchool,
  threeFingerSchool,
  thumbIndexSchool,
  strictAlternationSchool,
  thumbIndexScaleSchool,
  rollingSchool,
  fingerSweepSchool,
  hybridPickingSchool,
  pickRollingSchool,
  hybridLegatoSchool,
  hammerFirstSchool,
  alternatePickingSchool,
  economyPickingSchool,
  pickLegatoSchool,
];

/** A school as one of its variants has it: `school:variant` is its key. */
const applyVariant = (school: School, variant: SchoolVariant): School => ({
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
  ...(school.variants ?? []).map((variant) => applyVariant(school, variant)),
]);

/**
 * The variants of a school as schools of their own; none for a key that is itself a variant.
 * @example
 * listVariants(resolveSchoolOrThrow({ school: 'alternation' })).length > 1 // => true
 */
export const listVariants = (school: School): readonly School[] =>
  SCHOOLS_AND_VARIANTS.filter(({ key }) => key.startsWith(`${school.key}:`));

/**
 * The school with a key (`hybrid`, or `hybrid:pick-down` for a variant), or the problem that there is none.
 * @example
 * valueOrThrow(findSchool('hybrid:pick-down')).digits.includes('up') // => false
 */
export const findSchool = (key: string): Result<School> => {
  const school = SCHOOLS_AND_VARIANTS.find((candidate) => candidate.key === key);
  const known = SCHOOLS.map((candidate) => candidate.key).join(', ');
  return school ? success(school) : failure(createProblem('school-unknown', { value: key, known }));
};
