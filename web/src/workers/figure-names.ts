import { isCompoundMetre, withUsualBeats, type Song, type SongFigure } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';

const NUMBER = /^\d+$/;

const named = (figure: SongFigure, name: (number: string) => string): SongFigure =>
  NUMBER.test(figure.name) ? { ...figure, name: name(figure.name) } : figure;

const withNames = (song: Song, name: (number: string) => string): Song => ({
  ...song,
  figures: song.figures.map((figure) => named(figure, name)),
});

/** A song read of a file, its figures called by words where they are only numbered. */
export const withFigureNames = (song: Song): Song => withNames(song, (number) => say('songs.figure', { number }));

/** A song made from a chart: without a figure it begins with an alternating bass, in threes with an arpeggio. */
export const withFirstFigureName = (song: Song): Song => {
  return withNames(song, () =>
    say(isCompoundMetre(withUsualBeats(song.metre)) ? 'songs.first-arpeggio' : 'songs.alternating-bass'),
  );
};
