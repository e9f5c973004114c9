import { Say } from '../components/say/Say.tsx';
import { say, sayList } from '@fleet-wren/wording';
import { formatForm, type Song } from '@fleet-wren/core';
import { formatChordChart } from './format-chord-chart.ts';

/** A song as it stands in a dialog: its form and its chords. */
export const SongVersionPreview = ({ song }: { readonly song: Song }) => (
  <div className="song-state">
    <p>
      <Say text="songs.state-facts" values={{ name: song.name, tempo: song.tempo, form: formatForm(song) }} />
    </p>
    <pre>{formatChordChart(song)}</pre>
  </div>
);

const barsIn = ({ sections }: Song): number => sections.reduce((sum, { bars }) => sum + bars.length, 0);

/** Where two states of a song differ, in a sentence. */
export const describeSongDifferences = (mine: Song, theirs: Song): string => {
  const parts = [
    mine.name === theirs.name ? '' : say('songs.name'),
    mine.tempo === theirs.tempo ? '' : say('common.tempo'),
    formatForm(mine) === formatForm(theirs) ? '' : say('songs.form-2'),
    barsIn(mine) === barsIn(theirs) ? '' : say('songs.number-of-bars'),
    formatChordChart(mine) === formatChordChart(theirs) ? '' : say('songs.chords'),
  ].filter(Boolean);
  return parts.length > 0
    ? say('songs.the-two-versions-differ-in', { parts: sayList(parts) })
    : say('songs.the-two-versions-differ-in-what');
};
