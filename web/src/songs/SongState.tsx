import { formLine, type Song } from '@fleet-wren/core';
import { chartOf } from './chart-text.ts';

/** A song as it stands in a dialog: its form and its chords. */
export const SongState = ({ song }: { readonly song: Song }) => (
  <div className="song-state">
    <p>
      <b>{song.name}</b>, at {song.tempo}: {formLine(song)}
    </p>
    <pre>{chartOf(song)}</pre>
  </div>
);

const barsIn = ({ sections }: Song): number => sections.reduce((sum, { bars }) => sum + bars.length, 0);

/** Where two states of a song differ, in a sentence. */
export const songDifferences = (mine: Song, theirs: Song): string => {
  const parts = [
    mine.name === theirs.name ? '' : 'the name',
    mine.tempo === theirs.tempo ? '' : 'the tempo',
    formLine(mine) === formLine(theirs) ? '' : 'the form',
    barsIn(mine) === barsIn(theirs) ? '' : 'how many bars there are',
    chartOf(mine) === chartOf(theirs) ? '' : 'the chords',
  ].filter(Boolean);
  return parts.length > 0 ? `They differ in ${parts.join(', ')}.` : 'They differ in what is played in some bars.';
};
