import type { Song } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';

const FIRST = '1';

/** A song that was just made, its figures called by words instead of bare numbers; the first of a chart is an alternating bass. */
export const withFigureNames = (song: Song, source: 'chart' | 'file'): Song => ({
  ...song,
  figures: song.figures.map((figure) => ({
    ...figure,
    name:
      source === 'chart' && figure.name === FIRST
        ? say('songs.alternating-bass')
        : say('songs.figure', { number: figure.name }),
  })),
});
