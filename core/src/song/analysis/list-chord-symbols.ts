import type { Song } from '../model/song.ts';
import { unfoldForm } from '../model/unfold-form.ts';

/**
 * The chords of a song in the order they are heard, each as often as it changes; shapes nobody plays at the end.
 * @example
 * listChordSymbols(createSong('Song')) // => ['C']
 */
export const listChordSymbols = (song: Song): readonly string[] => {
  const heard = unfoldForm(song).flatMap(({ bar }) => bar.chords.map(({ voicing }) => voicing));
  const unheard = Object.keys(song.voicings).filter((name) => !heard.includes(name));
  return [...heard.filter((name, index) => name !== heard[index - 1]), ...unheard];
};
