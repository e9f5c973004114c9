import { isBassString } from '../instrument/index.ts';
import { actuatorOf, isThumbStroke, type Pattern } from '../pattern/index.ts';
import { validateSchoolReference } from './task/pattern-task.ts';
import { fingerPattern } from './finger-pattern.ts';

const found = new WeakMap<Pattern, ReadonlySet<string>>();

const findByWhoPlays = (pattern: Pattern): readonly string[] => {
  const { digits } = fingerPattern(pattern);
  return pattern.strokes
    .filter((stroke, index) => {
      const digit = stroke.pin ?? digits[index];
      if (stroke.slur || !digit) return false;
      if (digit === 'p') return true;
      // A pick has the thumb's part where it is on the basses.
      return (
        actuatorOf(digit) === 'pick' && (stroke.role !== undefined || isBassString(pattern.instrument, stroke.string))
      );
    })
    .map(({ id }) => id);
};

/**
 * Names of the strokes that are the thumb's part: those it plays by the school, and of a pick those on the bass
 * strings.
 * @example
 * findThumbStrokes(valueOrThrow(parseStringNotation('5 3 2 3')).pattern).size // => 1
 */
export const findThumbStrokes = (pattern: Pattern): ReadonlySet<string> => {
  const known = found.get(pattern);
  if (known) return known;
  const isKnownSchool = validateSchoolReference(pattern).length === 0;
  const ids = isKnownSchool
    ? findByWhoPlays(pattern)
    : pattern.strokes.filter((stroke) => isThumbStroke(pattern.instrument, stroke)).map(({ id }) => id);
  const set = new Set(ids);
  found.set(pattern, set);
  return set;
};
