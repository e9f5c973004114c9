import { rankAlternateBassStrings, findBassString, type Voicing } from '../harmony/index.ts';
import { isBassString, type Instrument } from '../instrument/index.ts';
import { voicingAt, type ChordCourse } from './chord-changes.ts';
import { compareByTimeThenString, type Pattern, type ChordRole, type Stroke } from './pattern.ts';

/**
 * The string a role lands on in a chord: its bass, the string that alternates with it, a second one. A role that the
 * chord has no string of its own for takes the one before it. Null where no string can carry a bass at all.
 * @example
 * findStringOfRole(createPattern('Roll').instrument, { chord: 'D', frets: [null, null, 0, 2, 3, 2] }, 'bass') // => 4
 */
export const findStringOfRole = (instrument: Instrument, voicing: Voicing, role: ChordRole): number | null => {
  const bass = findBassString(instrument, voicing);
  const [first, second] = rankAlternateBassStrings(instrument, voicing);
  if (role === 'bass') return bass ?? first ?? null;
  return (role === 'second alternate' ? (second ?? first) : first) ?? bass;
};

/**
 * The role of a string in a chord: its bass, or one of the two bass strings that alternate with it.
 * @example
 * findRoleOfString(createPattern('Roll').instrument, { chord: 'D', frets: [null, null, 0, 2, 3, 2] }, 4) // => 'bass'
 */
export const findRoleOfString = (instrument: Instrument, voicing: Voicing, string: number): ChordRole | undefined => {
  if (string === findBassString(instrument, voicing)) return 'bass';
  const [first, second] = rankAlternateBassStrings(instrument, voicing).filter((one) => isBassString(instrument, one));
  if (string === first) return 'alternate';
  return string === second ? 'second alternate' : undefined;
};

const freeAt = (strokes: readonly Stroke[], at: number, string: number): boolean =>
  !strokes.some((stroke) => stroke.at === at && stroke.string === string);

/**
 * The strokes with those bound to roles on the strings a chord gives them; where one is taken they stay put.
 * @example
 * moveRolesToChord(
 *   [{ id: 'a', at: 0, string: 6, role: 'bass' }],
 *   createPattern('P').instrument,
 *   createPattern('P').voicing,
 * )[0].string // => 5
 */
export const moveRolesToChord = (
  strokes: readonly Stroke[],
  instrument: Instrument,
  voicing: Voicing,
): readonly Stroke[] => moveRolesToChords(strokes, instrument, { voicing });

/**
 * The same where chords change: each stroke goes to the string that the chord of its time gives its role.
 * @example
 * moveRolesToChords(
 *   [{ id: 'a', at: 840, string: 6, role: 'bass' }],
 *   createPattern('P').instrument,
 *   createPattern('P'),
 * )[0].string // => 5
 */
export const moveRolesToChords = (
  strokes: readonly Stroke[],
  instrument: Instrument,
  course: ChordCourse,
): readonly Stroke[] => {
  const fixed = strokes.filter(({ role }) => !role);
  return strokes
    .map((stroke): Stroke => {
      const string = stroke.role && findStringOfRole(instrument, voicingAt(course, stroke.at), stroke.role);
      return string && freeAt(fixed, stroke.at, string) ? { ...stroke, string } : stroke;
    })
    .sort(compareByTimeThenString);
};

/**
 * Whether any stroke of a pattern follows the chord.
 * @example
 * hasChordRoles(valueOrThrow(parseStringNotation('5 3 2 3')).pattern) // => false
 */
export const hasChordRoles = ({ strokes }: Pick<Pattern, 'strokes'>): boolean =>
  strokes.some(({ role }) => role !== undefined);
