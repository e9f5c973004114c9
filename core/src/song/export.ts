import type { ScoreWords } from '../formats/index.ts';
import type { Score } from '../score/index.ts';
import { realiseSong, writeSong, type WrittenSong } from './realise-song.ts';
import type { Song } from './song.ts';

/** A song as writers of files want it: written out, with what stands over its bars. */
export interface SongForFiles {
  readonly written: WrittenSong;
  readonly score: Score;
  readonly said: ScoreWords;
}

/**
 * A song as it is played, with the names of its sections where they begin and its words, for tablature, scores and MIDI.
 * @example
 * songForFiles(newSong('Song')).said.sections.get(0) // => 'A'
 */
export const songForFiles = (song: Song): SongForFiles => {
  const written = writeSong(song);
  const sections = new Map<number, string>();
  const words = new Map<number, string>();
  const names = new Map(song.sections.map(({ id, name }) => [id, name]));
  written.played.forEach(({ section, part, time, bar }, index) => {
    const before = written.played[index - 1];
    const begins = !before || before.part !== part || before.time !== time;
    if (begins) sections.set(index, names.get(section) ?? section);
    if (bar.words) words.set(index, bar.words);
  });
  return { written, score: realiseSong(song, written), said: { sections, words } };
};
