import { alternateBassStrings, bassString, type Voicing } from '../harmony/index.ts';
import type { Instrument } from '../instrument/index.ts';
import { byTimeThenString, type Pattern, type Role, type Stroke } from './pattern.ts';

/**
 * The string a role lands on in a chord: its bass, the string that alternates with it, a second one. A role that the
 * chord has no string of its own for takes the one before it. Null where no string can carry a bass at all.
 * @example
 * roleString(newPattern('Roll').instrument, { chord: 'D', frets: [null, null, 0, 2, 3, 2] }, 'bass') // => 4
 */
export const roleString = (instrument: Instrument, voicing: Voicing, role: Role): number | null => {
  const bass = bassString(instrument, voicing);
  const [first, second] = alternateBassStrings(instrument, voicing);
  if (role === 'bass') return bass ?? first ?? null;
  return (role === 'second alternate' ? (second ?? first) : first) ?? bass;
};

const freeAt = (strokes: readonly Stroke[], at: number, string: number): boolean =>
  !strokes.some((stroke) => stroke.at === at && stroke.string === string);

/**
 * The strokes with those bound to roles on the strings a chord gives them; where one is taken they stay put.
 * @example
 * strokesOnChord([{ id: 'a', at: 0, string: 6, role: 'bass' }], newPattern('P').instrument, newPattern('P').voicing)[0].string // => 5
 */
export const strokesOnChord = (
  strokes: readonly Stroke[],
  instrument: Instrument,
  voicing: Voicing,
): readonly Stroke[] => {
  const fixed = strokes.filter(({ role }) => !role);
  return strokes
    .map((stroke): Stroke => {
      const string = stroke.role && roleString(instrument, voicing, stroke.role);
      return string && freeAt(fixed, stroke.at, string) ? { ...stroke, string } : stroke;
    })
    .sort(byTimeThenString);
};

/**
 * Whether any stroke of a pattern follows the chord.
 * @example
 * hasRoles(valueOrThrow(readFigure('5 3 2 3')).pattern) // => false
 */
export const hasRoles = ({ strokes }: Pick<Pattern, 'strokes'>): boolean =>
  strokes.some(({ role }) => role !== undefined);
