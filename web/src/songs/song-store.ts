import { say } from '@fleet-wren/wording';
import {
  SONG_DOCUMENT_TYPE,
  listBarLocations,
  getBarsAt,
  createSetBarsEdit,
  type Bar,
  type BarRange,
  type Song,
  type SongEdit,
} from '@fleet-wren/core';
import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { UndoHistory } from '../workspace/undo-history.ts';
import type { StoredDocument } from '../api/document-repository.ts';
import {
  createWorkspaceState,
  createWorkspaceActions,
  type WorkspaceActions,
  type WorkspaceState,
} from '../workspace/workspace-store.ts';

/** A song that is worked on, and the bars that are chosen. */
export interface SongState extends WorkspaceState<SongEdit, Song> {
  readonly selectedBars: BarRange;
  /** Bars that were copied, to be put in elsewhere. */
  readonly clipboard: readonly Bar[];
}

/** What can be done with a song on its map. */
export interface SongActions extends WorkspaceActions<SongEdit, Song> {
  readonly choose: (chosen: BarRange) => void;
  /** Walks bars on over the ends of sections; with `extend` the choice grows or shrinks instead. */
  readonly moveSelection: (by: number, extend?: boolean) => void;
  /** Changes each of the chosen bars. */
  readonly changeBars: (change: (bar: Bar) => Bar) => void;
  readonly removeBars: () => void;
  readonly insertBars: (bars: readonly Bar[], where: 'before' | 'after') => void;
  readonly moveBars: (by: number) => void;
  /** Puts one bar of a place where another stands. */
  readonly moveBarTo: (place: string, from: number, to: number) => void;
  readonly copy: () => void;
}

export type SongStore = StoreApi<SongState & SongActions>;

/** A choice of bars that are there. */
const clamped = (song: Song, { location, from, count }: BarRange): BarRange => {
  const known = getBarsAt(song, location).length > 0 ? location : (song.sections[0]?.id ?? '');
  const bars = getBarsAt(song, known).length;
  const first = Math.min(Math.max(0, from), Math.max(0, bars - 1));
  return { location: known, from: first, count: Math.max(1, Math.min(count, bars - first)) };
};

/** The bar a step leads to: on into the next section or ending where one is over. */
const stepped = (song: Song, { location, from }: BarRange, by: number): BarRange => {
  const flat = listBarLocations(song).flatMap((one) =>
    getBarsAt(song, one).map((_, index) => ({ place: one, from: index })),
  );
  const now = flat.findIndex((one) => one.place === location && one.from === from);
  const next = flat[Math.min(flat.length - 1, Math.max(0, now + by))];
  return { location: next?.place ?? location, from: next?.from ?? from, count: 1 };
};

/** The selection so many bars on, from its nearer edge; or reaching so many bars further. */
const movedSelection = (document: Song, selected: BarRange, by: number, extend: boolean): BarRange => {
  const { from, count } = selected;
  if (extend) return clamped(document, { ...selected, count: count + by });
  return stepped(document, { ...selected, from: by > 0 ? from + count - 1 : from }, by);
};

/** A song's map with its song on it. */
export const createSongStore = (kept: StoredDocument<Song>, history?: UndoHistory<SongEdit, Song>): SongStore =>
  createStore((set, get) => {
    const settle = (song: Song): void => set({ selectedBars: clamped(song, get().selectedBars) });
    const workspace = createWorkspaceActions<SongEdit, Song>(
      { kind: SONG_DOCUMENT_TYPE },
      { get, set, beforeChange: settle },
    );
    const { applyEdit, reject } = workspace;
    const bars = (): readonly Bar[] => getBarsAt(get().document, get().selectedBars.location);
    const setBars = (next: readonly Bar[]): boolean =>
      applyEdit(createSetBarsEdit(get().document, get().selectedBars.location, next));
    return {
      ...createWorkspaceState(kept, history),
      ...workspace,
      selectedBars: { location: kept.document.sections[0]?.id ?? '', from: 0, count: 1 },
      clipboard: [],
      choose: (chosen) => set({ selectedBars: clamped(get().document, chosen) }),
      moveSelection: (by, extend = false) =>
        set(({ document, selectedBars }) => ({ selectedBars: movedSelection(document, selectedBars, by, extend) })),
      changeBars: (change) => {
        const { from, count } = get().selectedBars;
        setBars(bars().map((bar, index) => (index >= from && index < from + count ? change(bar) : bar)));
      },
      removeBars: () => {
        const { from, count } = get().selectedBars;
        if (bars().length <= count) return reject(say('songs.a-section-needs-at-least-one'));
        setBars(bars().filter((_, index) => index < from || index >= from + count));
      },
      insertBars: (added, where) => {
        const { location, from, count } = get().selectedBars;
        const first = where === 'before' ? from : from + count;
        if (setBars([...bars().slice(0, first), ...added, ...bars().slice(first)]))
          set({ selectedBars: clamped(get().document, { location, from: first, count: added.length }) });
      },
      moveBars: (by) => {
        const { location, from, count } = get().selectedBars;
        const moved = bars().slice(from, from + count);
        const others = bars().filter((_, index) => index < from || index >= from + count);
        const first = Math.min(others.length, Math.max(0, from + by));
        if (first !== from && setBars([...others.slice(0, first), ...moved, ...others.slice(first)]))
          set({ selectedBars: { location, from: first, count } });
      },
      moveBarTo: (place, from, to) => {
        set({ selectedBars: clamped(get().document, { location: place, from, count: 1 }) });
        get().moveBars(to - from);
      },
      copy: () => {
        const { from, count } = get().selectedBars;
        set({
          clipboard: bars().slice(from, from + count),
          announcement: say('songs.bars-copied', { count }),
        });
      },
    };
  });

const SongContext = createContext<SongStore | null>(null);

/** Puts a song in reach of everything on its map. */
export const SongProvider = SongContext.Provider;

/** The song itself, for handlers. */
export const useSongStore = (): SongStore => {
  const store = useContext(SongContext);
  if (!store) throw new Error('There is no song here');
  return store;
};

/** A part of what is worked on; redraws when that part changes. */
export const useSong = <T>(select: (state: SongState & SongActions) => T): T => useStore(useSongStore(), select);
