import { say } from '@fleet-wren/wording';
import { formatBarChords, type Song } from '@fleet-wren/core';
import { BARS_PER_ROW } from './song-shortcuts.ts';

/** A song's chords as a chart that can be pasted again: sections in the order of the form, four bars a line. */
export const formatChordChart = (song: Song): string =>
  song.form
    .map(({ section, times }) => {
      const found = song.sections.find(({ id }) => id === section);
      const bars = (found?.bars ?? []).map(
        (bar) => formatBarChords(bar, song) || (bar.texture === 'rest' ? say('songs.n-c') : '%'),
      );
      const rows = Array.from({ length: Math.ceil(bars.length / BARS_PER_ROW) }, (_, row) =>
        bars.slice(row * BARS_PER_ROW, row * BARS_PER_ROW + BARS_PER_ROW).join(' | '),
      );
      const body = rows.join(' |\n| ');
      return `${found?.name ?? section}:\n${times > 1 ? `||: ${body} :|| x${times}` : `| ${body} |`}\n`;
    })
    .join('\n');
