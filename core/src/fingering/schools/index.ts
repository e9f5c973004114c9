import { problem, failure, success, type Result } from '../../errors/index.ts';
import type { School } from '../school.ts';
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

/**
 * The school with a key, or the problem that there is none.
 * @example
 * valueOrThrow(findSchool('hybrid')).digits.includes('m') // => true
 */
export const findSchool = (key: string): Result<School> => {
  const school = SCHOOLS.find((candidate) => candidate.key === key);
  const known = SCHOOLS.map((candidate) => candidate.key).join(', ');
  return school ? success(school) : failure(problem('school-unknown', { value: key, known }));
};
