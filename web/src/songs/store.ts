import { SONG_KIND, type Bar, type Section, type Song, type SongEdit } from '@fleet-wren/core';
import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { History } from '../workspace/history.ts';
import type { Kept } from '../workspace/kept.ts';
import { openedState, workspaceActions, type WorkspaceActions, type WorkspaceState } from '../workspace/workspace.ts';

/** Bars of one section that are chosen together. */
export interface ChosenBars {
  readonly section: string;
  readonly from: number;
  readonly count: number;
}

/** A song that is worked on, and the bars that are chosen. */
export interface SongState extends WorkspaceState<SongEdit, Song> {
  readonly chosen: ChosenBars;
  /** Bars that were copied, to be put in elsewhere. */
  readonly copied: readonly Bar[];
}

/** What can be done with a song on its map. */
export interface SongActions extends WorkspaceActions<SongEdit, Song> {
  readonly choose: (chosen: ChosenBars) => void;
  /** Walks bars on over the ends of sections; with `extend` the choice grows or shrinks instead. */
  readonly walk: (by: number, extend?: boolean) => void;
  /** Changes each of the chosen bars. */
  readonly changeBars: (change: (bar: Bar) => Bar) => void;
  readonly removeBars: () => void;
  readonly insertBars: (bars: readonly Bar[], where: 'before' | 'after') => void;
  readonly moveBars: (by: number) => void;
  /** Puts one bar of a section where another stands. */
  readonly dropBar: (section: string, from: number, to: number) => void;
  readonly copy: () => void;
}

export type SongStore = StoreApi<SongState & SongActions>;

const sectionIn = ({ sections }: Song, id: string): Section | undefined => sections.find((one) => one.id === id);

/** A choice of bars that are there. */
const clamped = (song: Song, { section, from, count }: ChosenBars): ChosenBars => {
  const found = sectionIn(song, section) ?? song.sections[0];
  const bars = found?.bars.length ?? 0;
  const first = Math.min(Math.max(0, from), Math.max(0, bars - 1));
  return { section: found?.id ?? '', from: first, count: Math.max(1, Math.min(count, bars - first)) };
};

/** The place a step leads to: on into the next section at the end of one. */
const stepped = (song: Song, { section, from }: ChosenBars, by: number): ChosenBars => {
  const flat = song.sections.flatMap(({ id, bars }) => bars.map((_, index) => ({ section: id, from: index })));
  const now = flat.findIndex((one) => one.section === section && one.from === from);
  const next = flat[Math.min(flat.length - 1, Math.max(0, now + by))];
  return { section: next?.section ?? section, from: next?.from ?? from, count: 1 };
};

/** A song's map with its song on it. */
export const createSongStore = (kept: Kept<Song>, history?: History<SongEdit, Song>): SongStore =>
  createStore((set, get) => {
    const settle = (song: Song): void => set({ chosen: clamped(song, get().chosen) });
    const workspace = workspaceActions<SongEdit, Song>({ kind: SONG_KIND }, { get, set, settle });
    const { run, refuse } = workspace;
    const bars = (): readonly Bar[] => sectionIn(get().document, get().chosen.section)?.bars ?? [];
    const setBars = (next: readonly Bar[]): boolean =>
      run({ kind: 'setBars', section: get().chosen.section, bars: next });
    return {
      ...openedState(kept, history),
      ...workspace,
      chosen: { section: kept.document.sections[0]?.id ?? '', from: 0, count: 1 },
      copied: [],
      choose: (chosen) => set({ chosen: clamped(get().document, chosen) }),
      walk: (by, extend = false) => {
        const { document, chosen } = get();
        set({
          chosen: extend
            ? clamped(document, { ...chosen, count: chosen.count + by })
            : stepped(document, { ...chosen, from: by > 0 ? chosen.from + chosen.count - 1 : chosen.from }, by),
        });
      },
      changeBars: (change) => {
        const { from, count } = get().chosen;
        setBars(bars().map((bar, index) => (index >= from && index < from + count ? change(bar) : bar)));
      },
      removeBars: () => {
        const { from, count } = get().chosen;
        if (bars().length <= count) return refuse('A section keeps one bar at least; take the section out instead.');
        setBars(bars().filter((_, index) => index < from || index >= from + count));
      },
      insertBars: (added, where) => {
        const { section, from, count } = get().chosen;
        const place = where === 'before' ? from : from + count;
        if (setBars([...bars().slice(0, place), ...added, ...bars().slice(place)]))
          set({ chosen: clamped(get().document, { section, from: place, count: added.length }) });
      },
      moveBars: (by) => {
        const { section, from, count } = get().chosen;
        const moved = bars().slice(from, from + count);
        const others = bars().filter((_, index) => index < from || index >= from + count);
        const place = Math.min(others.length, Math.max(0, from + by));
        if (place !== from && setBars([...others.slice(0, place), ...moved, ...others.slice(place)]))
          set({ chosen: { section, from: place, count } });
      },
      dropBar: (section, from, to) => {
        set({ chosen: clamped(get().document, { section, from, count: 1 }) });
        get().moveBars(to - from);
      },
      copy: () => {
        const { from, count } = get().chosen;
        set({
          copied: bars().slice(from, from + count),
          said: count === 1 ? 'One bar copied.' : `${count} bars copied.`,
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
