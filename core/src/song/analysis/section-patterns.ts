import { message, type Message } from '../../message/index.ts';
import { PATTERN_LIMITS, type Pattern } from '../../pattern/index.ts';
import { extractBenchBars } from '../expansion/figure-conversion.ts';
import { expandSong, type ExpandedSong } from '../expansion/expand-song.ts';
import type { Song } from '../model/song.ts';

/** A section of a song as something to practise by itself. */
export interface SectionPattern {
  /** Id of the section. */
  readonly section: string;
  readonly name: string;
  readonly bars: number;
  /**
   * The section as it is played the first time, going round; null with the reason where it cannot go round by itself.
   */
  readonly pattern: Pattern | null;
  readonly reason: Message | null;
}

const findObstacle = ({ strokes, course }: Pattern, bars: number): Message | null => {
  if (strokes.length === 0) return message('section-pattern.empty');
  if (course) return message('section-pattern.changes');
  if (bars > PATTERN_LIMITS.bars) return message('section-pattern.too-long', { limit: PATTERN_LIMITS.bars });
  return null;
};

const createSectionPattern = (
  song: Song,
  { name, id }: Song['sections'][number],
  written: ExpandedSong,
): SectionPattern => {
  const from = written.bars.findIndex(({ section }) => section === id);
  const own = written.bars.slice(Math.max(0, from)).findIndex(({ section, repeat }) => section !== id || repeat > 1);
  const toEnd = own < 0 ? written.bars.length - from : own;
  const bars = from < 0 ? 0 : toEnd;
  const taken = extractBenchBars(written, Math.max(0, from), bars);
  const reason = bars === 0 ? message('section-pattern.unused') : findObstacle(taken, bars);
  const called = `${song.name}, ${name}`.slice(0, PATTERN_LIMITS.name);
  const pattern = reason === null ? { ...taken, name: called, cyclic: true } : null;
  return { section: id, name, bars, pattern, reason };
};

/**
 * The sections of a song as patterns to practise, in the order they are kept: each as it is played the first time, or
 * why it cannot go round by itself.
 * @example
 * createSectionPatterns(createSong('Song')).map(({ name, bars }) => name + bars) // => ['A4']
 */
export const createSectionPatterns = (
  song: Song,
  written: ExpandedSong = expandSong(song),
): readonly SectionPattern[] => song.sections.map((section) => createSectionPattern(song, section, written));
