import { nameNumberedFigures, type Song } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';

/** A song read of a file, its figures called by words where they are only numbered. */
export const withFigureNames = (song: Song): Song =>
  nameNumberedFigures(song, (number) => say('songs.figure', { number }));
