import { alternateBassStrings, bassString } from '../harmony/index.ts';
import { patternLength, type Pattern, type Role, type Stroke } from '../pattern/index.ts';
import { ticksPerBar } from '../time/index.ts';
import type { WrittenSong } from './realise-song.ts';
import type { SongFigure } from './song.ts';

/** What of its chord a stroke carries: on the string of the bass, or on one that alternates with it. */
const roleOf = ({ instrument, voicing }: Pattern, { role, string, fret }: Stroke): Role | undefined => {
  if (role || fret !== undefined) return role;
  if (string === bassString(instrument, voicing)) return 'bass';
  const [first, second] = alternateBassStrings(instrument, voicing).filter((one) => one > 3);
  return string === first ? 'alternate' : string === second ? 'second alternate' : undefined;
};

/**
 * A pattern as a figure of a song: free of its chord, its bass strokes bound to whatever carries the bass.
 * @example
 * figureFrom(valueOrThrow(readFigure('5 3 2 3', { chord: 'C' })).pattern, 'f').strokes[0].role // => 'bass'
 */
export const figureFrom = (pattern: Pattern, id: string): SongFigure => ({
  id,
  name: pattern.name,
  length: patternLength(pattern),
  strokes: pattern.strokes.map((stroke) => {
    const role = roleOf(pattern, stroke);
    return role ? { ...stroke, role } : stroke;
  }),
});

/**
 * Some bars of a song as a pattern by itself, to be heard, drawn or taken to the bench.
 * @example
 * patternOfBars(writeSong(newSong('Song')), 0, 2).bars // => 2
 */
export const patternOfBars = ({ pattern }: WrittenSong, from: number, count: number): Pattern => {
  const ticks = ticksPerBar(pattern.metre);
  const [start, end] = [from * ticks, (from + count) * ticks];
  const strokes = pattern.strokes
    .filter(({ at }) => at >= start && at < end)
    .map((stroke) => ({ ...stroke, at: stroke.at - start }));
  return { ...pattern, bars: Math.max(1, count), strokes };
};
