import type { Voicing } from '../../harmony/index.ts';
import {
  findRoleOfString,
  patternLength,
  followChords,
  isDeepEqual,
  toChordCourse,
  voicingAt,
  type ChordChange,
  type ChordCourse,
  type VariableBar,
  type Pattern,
  type ChordRole,
  type Stroke,
} from '../../pattern/index.ts';
import { ticksPerBar } from '../../time/index.ts';
import { convertSubdivision, type ExpandedSong } from './expand-song.ts';
import type { SongFigure } from '../model/song.ts';

/** The chords of some ticks, from the first on. */
const coursesWithin = (
  chords: readonly ChordChange[],
  first: Voicing,
  [start, end]: readonly [number, number],
): ChordCourse =>
  toChordCourse([
    { at: 0, voicing: first },
    ...chords.filter(({ at }) => at > start && at < end).map(({ at, voicing }) => ({ at: at - start, voicing })),
  ]);

/** What of its chord a stroke carries: on the string of the bass, or on one that alternates with it. */
const getChordRole = (pattern: Pattern, { at, role, string, fret }: Stroke): ChordRole | undefined => {
  if (role || fret !== undefined) return role;
  return findRoleOfString(pattern.instrument, voicingAt(pattern, at), string);
};

/**
 * A pattern as a figure of a song: free of its chord, its bass strokes bound to whatever carries the bass.
 * @example
 * patternToFigure(valueOrThrow(parseStringNotation('5 3 2 3', { chord: 'C' })).pattern, 'f').strokes[0].role
 * // => 'bass'
 */
export const patternToFigure = (pattern: Pattern, id: string): SongFigure => ({
  id,
  name: pattern.name,
  length: patternLength(pattern),
  strokes: pattern.strokes.map((stroke) => {
    const role = getChordRole(pattern, stroke);
    return role ? { ...stroke, role } : stroke;
  }),
});

/** The bars of a pattern from one on, with their ticks: as they come, or all alike. */
const listPatternBars = ({ metre, tempo, bars, course }: Pattern): readonly VariableBar[] =>
  course ?? Array.from({ length: bars }, () => ({ metre, tempo }));

const listBarStarts = (bars: readonly VariableBar[]): readonly number[] => {
  let next = 0;
  return [0, ...bars.map(({ metre }) => (next += ticksPerBar(metre)))];
};

/**
 * Some bars of a song as a pattern by itself, to be heard, drawn or taken to the bench. Where they are not all alike
 * they keep their course, which no bench can hold.
 * @example
 * extractBars(expandSong(createSong('Song')), 0, 2).bars // => 2
 */
export const extractBars = ({ pattern, shapes, chords }: ExpandedSong, from: number, count: number): Pattern => {
  const all = listPatternBars(pattern);
  const at = listBarStarts(all);
  const [start, end] = [at[from] ?? 0, at[Math.min(all.length, from + count)] ?? 0];
  const strokes = pattern.strokes
    .filter((stroke) => stroke.at >= start && stroke.at < end)
    .map((stroke) => ({ ...stroke, at: stroke.at - start }));
  const { course: _course, ...rest } = pattern;
  const own = all.slice(from, from + count);
  const first = own[0] ?? { metre: pattern.metre, tempo: pattern.tempo };
  const alike = own.every((bar) => isDeepEqual(bar, first));
  const subdivision = convertSubdivision(pattern, first.metre);
  return {
    ...rest,
    ...first,
    ...coursesWithin(chords, shapes[from] ?? pattern.voicing, [start, end]),
    subdivision,
    bars: Math.max(1, own.length),
    strokes,
    ...(alike ? {} : { course: own }),
  };
};

/**
 * Some bars of a song as a pattern for the bench: their chords with them, notes that are the chord's following it and
 * bass strokes bound to what carries the bass, so that another chord moves them as it does in the song.
 * @example
 * extractBenchBars(expandSong(createSong('Song')), 0, 2).strokes.every(({ fret }) => fret === undefined) // => true
 */
export const extractBenchBars = (expanded: ExpandedSong, from: number, count: number): Pattern => {
  const pattern = followChords(extractBars(expanded, from, count));
  return { ...pattern, strokes: renumber(pattern.strokes) };
};

const renumber = (strokes: readonly Stroke[]): readonly Stroke[] =>
  strokes.map((stroke, index) => ({ ...stroke, id: `s${index}` }));
