import { convertParts, keepSpeed } from '../../edit/change-metre.ts';
import type { Metre } from '../../time/index.ts';
import type { Song } from '../model/song.ts';
import type { SongChange } from './song-edit.ts';

/**
 * The edit that lets the beats of a song be felt otherwise: it sounds as before, and its tempos count the new beats.
 * @example
 * valueOrThrow(
 *   applySongEdit(
 *     createSong('Song', { metre: { beats: 6, unit: 8 }, tempo: 168 }),
 *     createFeelEdit(createSong('Song', { metre: { beats: 6, unit: 8 }, tempo: 168 }), {
 *       beats: 6,
 *       unit: 8,
 *       groups: [3, 3],
 *     }),
 *   ),
 * ).document.tempo // => 56
 */
export const createFeelEdit = (song: Song, metre: Metre): SongChange => {
  const { metre: before, subdivision, tempo } = song;
  const sections = song.sections.map((section) =>
    section.tempo === undefined ? section : { ...section, tempo: keepSpeed(section.tempo, before, metre) },
  );
  return {
    kind: 'batch',
    edits: [
      { kind: 'setMetre', metre },
      { kind: 'setSubdivision', subdivision: convertParts(subdivision, before, metre) },
      { kind: 'setTempo', tempo: keepSpeed(tempo, before, metre) },
      { kind: 'setSections', sections },
    ],
  };
};
