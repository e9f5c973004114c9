import { isCompoundMetre, nameNumberedFigures, withUsualBeats, type Song } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';

/** A song read of a file, its figures called by words where they are only numbered. */
export const withFigureNames = (song: Song): Song =>
  nameNumberedFigures(song, (number) => say('songs.figure', { number }));

/** A song made from a chart: without a figure it begins with an alternating bass, in threes with an arpeggio. */
export const withFirstFigureName = (song: Song): Song =>
  nameNumberedFigures(song, () =>
    say(isCompoundMetre(withUsualBeats(song.metre)) ? 'songs.first-arpeggio' : 'songs.alternating-bass'),
  );
