import { locatePlayedBar, type Song, type SongAnalysis } from '@fleet-wren/core';
import { useSongStore } from './song-store.ts';

/** A song, and what is said of it. */
export interface SongPanelProps {
  readonly song: Song;
  readonly study: SongAnalysis;
}

/** Goes to a bar as it is played, counted from 0. */
export const useNavigateToBar = ({ study }: Pick<SongPanelProps, 'study'>) => {
  const store = useSongStore();
  return (bar: number): void => {
    const played = study.expanded.bars[bar];
    if (!played) return;
    const { place, index } = locatePlayedBar(store.getState().document, played);
    store.getState().choose({ location: place, from: index, count: 1 });
  };
};
