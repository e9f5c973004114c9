import { soundingSymbol } from '../../harmony/index.ts';
import { findKey, parseKey, transposeKey, type Key } from '../../theory/index.ts';
import type { Song } from '../model/song.ts';
import { listChordSymbols } from './list-chord-symbols.ts';

/** The key of a song: as it sounds, as it is fingered behind its capo, and whether the teacher said so. */
export interface SongKey {
  readonly sounding: Key;
  readonly fingered: Key;
  readonly isGiven: boolean;
}

const hasSymbol = (name: string): boolean => /^[A-H]/.test(name);

/**
 * The symbols of a song as they sound, in the order they come: those named behind the capo are moved up by it.
 * @example
 * listSoundingSymbols(createSong('Song')) // => ['C']
 */
export const listSoundingSymbols = (song: Song): readonly string[] =>
  listChordSymbols(song)
    .filter(hasSymbol)
    .map((name) => {
      const voicing = song.voicings[name];
      return (voicing && soundingSymbol({ ...voicing, chord: name }, song.instrument)) ?? name;
    });

/**
 * The key of a song: the one that was given to it, else the one its chords are in; undefined where they name none.
 * @example
 * findSongKey(createSong('Song', { key: 'D dorian' })).sounding.mode // => 'dorian'
 */
export const findSongKey = (song: Song): SongKey | undefined => {
  const given = song.key === undefined ? undefined : parseKey(song.key);
  const sounding = given ?? findKey(listSoundingSymbols(song));
  if (!sounding) return undefined;
  return { sounding, fingered: transposeKey(sounding, -song.instrument.capo), isGiven: given !== undefined };
};
