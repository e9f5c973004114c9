import { say } from '@fleet-wren/wording';
import type { Song } from '@fleet-wren/core';
import { chordText } from './bars.ts';
import { ROW } from './keys.ts';

/** A song's chords as a chart that can be pasted again: sections in the order of the form, four bars a line. */
export const chartOf = (song: Song): string =>
  song.form
    .map(({ section, times }) => {
      const found = song.sections.find(({ id }) => id === section);
      const bars = (found?.bars ?? []).map(
        (bar) => chordText(bar, song) || (bar.texture === 'rest' ? say('songs.n-c') : '%'),
      );
      const rows = Array.from({ length: Math.ceil(bars.length / ROW) }, (_, row) =>
        bars.slice(row * ROW, row * ROW + ROW).join(' | '),
      );
      const body = rows.join(' |\n| ');
      return `${found?.name ?? section}:\n${times > 1 ? `||: ${body} :|| x${times}` : `| ${body} |`}\n`;
    })
    .join('\n');
