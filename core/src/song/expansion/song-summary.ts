import { formatMetre } from '../../time/index.ts';
import type { Label } from '../../message/index.ts';
import { tuningName } from '../../instrument/index.ts';
import type { Song } from '../model/song.ts';
import { unfoldForm } from '../model/unfold-form.ts';

/** What a list shows of a song without opening it. */
export interface SongSummary {
  readonly bars: number;
  readonly tempo: number;
  readonly metre: string;
  readonly tuning: Label;
  readonly capo: number;
  /** The form as a line: sections with how often each is played. */
  readonly form: string;
  readonly chords: readonly string[];
  readonly tags: readonly string[];
}

/**
 * The form of a song as a line.
 * @example
 * formatForm(createSong('Song')) // => 'A'
 */
export const formatForm = ({ sections, form }: Pick<Song, 'sections' | 'form'>): string =>
  form
    .map(({ section, times }) => {
      const name = sections.find(({ id }) => id === section)?.name ?? section;
      return times > 1 ? `${name} ×${times}` : name;
    })
    .join(' · ');

/** Chords named in a list. */
const MAX_SUMMARY_CHORDS = 12;

/**
 * Sums a song up for a list.
 * @example
 * createSongSummary(createSong('Song')).bars // => 4
 */
export const createSongSummary = (song: Song): SongSummary => ({
  bars: unfoldForm(song).length,
  tempo: song.tempo,
  metre: formatMetre(song.metre),
  tuning: tuningName(song.instrument),
  capo: song.instrument.capo,
  form: formatForm(song).slice(0, 200),
  chords: Object.values(song.voicings)
    .map(({ chord }) => chord)
    .slice(0, MAX_SUMMARY_CHORDS),
  tags: song.tags ?? [],
});
