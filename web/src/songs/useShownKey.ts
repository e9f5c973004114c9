import { findSongKey, type Key } from '@fleet-wren/core';
import { useMemo } from 'react';
import { useRomanNumerals } from './roman-numerals.ts';
import { useSong } from './song-store.ts';

/** The key that the chords of the song are named in, where bars show them as its degrees. */
export const useShownKey = (): Key | undefined => {
  const isShown = useRomanNumerals((state) => state.isShown);
  const song = useSong((state) => state.document);
  return useMemo(() => (isShown ? findSongKey(song)?.fingered : undefined), [isShown, song]);
};
