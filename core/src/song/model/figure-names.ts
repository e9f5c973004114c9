import type { Song } from './song.ts';

const NUMBER = /^\d+$/;

/**
 * A song whose figures that are only numbered, as readers of files leave them, are called by `name`.
 * @example
 * nameNumberedFigures(createSong('Song'), (number) => `Roll ${number}`).figures[0]?.name // => 'Roll 1'
 */
export const nameNumberedFigures = (song: Song, name: (number: string) => string): Song => ({
  ...song,
  figures: song.figures.map((figure) => (NUMBER.test(figure.name) ? { ...figure, name: name(figure.name) } : figure)),
});
