import { isBassString } from '../instrument/index.ts';
import { actuatorOf, isThumbStroke, type Pattern } from '../pattern/index.ts';
import { validateSchoolReference } from './task/pattern-task.ts';
import { fingerPattern } from './finger-pattern.ts';
import { getOrCreateWeak } from './memoise.ts';

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

/** Of a school nobody knows any more: by the strings alone. */
const findByString = ({ instrument, strokes }: Pattern): readonly string[] =>
  strokes.filter((stroke) => isThumbStroke(instrument, stroke)).map(({ id }) => id);

/**
 * Names of the strokes that are the thumb's part: those it plays by the school, and of a pick those on the bass
 * strings.
 * @example
 * findThumbStrokes(valueOrThrow(parseStringNotation('5 3 2 3')).pattern).size // => 1
 */
export const findThumbStrokes = (pattern: Pattern): ReadonlySet<string> =>
  getOrCreateWeak(found, pattern, () => {
    const isKnownSchool = validateSchoolReference(pattern).length === 0;
    return new Set(isKnownSchool ? findByWhoPlays(pattern) : findByString(pattern));
  });
