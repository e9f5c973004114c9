import type { AnyPatternEdit } from '../edit/index.ts';
import { applySchoolSlurs, resolveSchoolOrThrow } from '../fingering/index.ts';
import type { CustomSchool, Pattern, Stroke } from '../pattern/index.ts';

/** What choosing a school does to a pattern: the edit, and the strokes as they were that are slurred by it. */
export interface SchoolChoice {
  readonly edit: AnyPatternEdit;
  readonly slurred: readonly Stroke[];
}

/**
 * The edit that puts a pattern in a school: where the other hand sounds what follows on a string it is slurred, in the
 * same step.
 * @example
 * chooseSchool(valueOrThrow(parseStringNotation('5:3 5:5')).pattern, 'pick-legato').slurred.length // => 1
 */
export const chooseSchool = (pattern: Pattern, school: string, ownSchool?: CustomSchool): SchoolChoice => {
  const strokes = applySchoolSlurs(pattern, resolveSchoolOrThrow({ school, ownSchool }));
  const put = strokes.filter((stroke, index) => stroke !== pattern.strokes[index]);
  const slurred = pattern.strokes.filter((stroke, index) => stroke !== strokes[index]);
  const choose: AnyPatternEdit = { kind: 'chooseSchool', school, ownSchool };
  return { edit: put.length > 0 ? { kind: 'batch', edits: [choose, { kind: 'put', strokes: put }] } : choose, slurred };
};
