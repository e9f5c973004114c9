import type { ScoreAnnotations } from '../../formats/index.ts';
import type { Score } from '../../score/index.ts';
import { flattenSong, expandSong, type ExpandedSong } from '../expansion/expand-song.ts';
import { findSongKey } from '../analysis/song-key.ts';
import type { Song } from '../model/song.ts';

/** A song as writers of files want it: written out, with what stands over its bars. */
export interface SongExport {
  readonly expanded: ExpandedSong;
  readonly score: Score;
  readonly annotations: ScoreAnnotations;
}

/**
 * A song as it is played, with the names of its sections where they begin and its words, for tablature, scores and
 * MIDI.
 * @example
 * prepareSongExport(createSong('Song')).annotations.sections.get(0) // => 'A'
 */
export const prepareSongExport = (song: Song): SongExport => {
  const written = expandSong(song);
  const sections = new Map<number, string>();
  const parts = new Map<number, string>();
  const words = new Map<number, string>();
  const names = new Map(song.sections.map(({ id, name }) => [id, name]));
  written.bars.forEach(({ section, formIndex, repeat, bar }, index) => {
    const before = written.bars[index - 1];
    const begins = !before || before.formIndex !== formIndex || before.repeat !== repeat;
    if (begins) {
      parts.set(index, section);
      sections.set(index, names.get(section) ?? section);
    }
    if (bar.words) words.set(index, bar.words);
  });
  const key = findSongKey(song)?.sounding;
  return {
    expanded: written,
    score: flattenSong(song, written),
    annotations: { sections, parts, lyrics: words, ...(key ? { key } : {}) },
  };
};
