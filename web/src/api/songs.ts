import { say } from '@fleet-wren/wording';
import { useInfiniteQuery, useMutation, useQueryClient } from '@tanstack/react-query';
import {
  SONG_DOCUMENT_TYPE,
  SONG_LIMITS,
  parseSong,
  isDeepEqual,
  type Song,
  type SongEdit,
  type SongSummary,
} from '@fleet-wren/core';
import type { Kept, Records } from '../workspace/kept.ts';
import { ask } from './client.ts';

/** A song as the server keeps it. */
export interface KeptSong {
  readonly id: string;
  readonly version: number;
  readonly workedAt: string;
  readonly song: Song;
}

/** A line of the list of songs. */
export interface SongLine {
  readonly id: string;
  readonly name: string;
  readonly workedAt: string;
  readonly summary: SongSummary;
}

interface Page {
  readonly songs: readonly SongLine[];
  readonly next: string | null;
}

const LIST = 'songs';

const fetchPage = (search: string, after: string | null): Promise<Page> =>
  ask('GET', `/songs?${new URLSearchParams({ search, ...(after ? { after } : {}) }).toString()}`);

/** The list of songs, latest worked on first, page by page. */
export const useSongList = (search: string) =>
  useInfiniteQuery({
    queryKey: [LIST, search],
    queryFn: ({ pageParam }) => fetchPage(search, pageParam),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.next,
    placeholderData: (before) => before,
  });

/** A song's answer as a kept document of any kind. */
export const keptSong = ({ id, version, workedAt, song }: KeptSong): Kept<Song> => ({
  id,
  version,
  workedAt,
  document: song,
});

const createSong = (song: Song): Promise<KeptSong> => ask('POST', '/songs', { song });

/** Letters of a name that leave room for what is added to it. */
const ROOM = SONG_LIMITS.name - 20;

/** Where songs are kept, and how they are read and written. */
export const SONG_RECORDS: Records<SongEdit, Song> = {
  kind: SONG_DOCUMENT_TYPE,
  path: '/songs',
  same: isDeepEqual,
  read: parseSong,
  fetch: (id) => ask<KeptSong>('GET', `/songs/${id}`).then(keptSong),
  save: (id, version, song, keepalive = false) =>
    ask<KeptSong>('PUT', `/songs/${id}`, { version, song }, { keepalive }).then(keptSong),
  create: (song) => createSong(song).then(keptSong),
  renamed: (song) => ({ ...song, name: say('saving.my-changes', { name: song.name.slice(0, ROOM) }) }),
};

const useChange = <A, T>(change: (argument: A) => Promise<T>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: [LIST] }) });
};

export const useCreateSong = () => useChange(createSong);
export const useDuplicateSong = () => useChange((id: string) => ask<KeptSong>('POST', `/songs/${id}/duplicate`));
export const useDeleteSong = () => useChange((id: string) => ask<void>('DELETE', `/songs/${id}`));
export const useRestoreSong = () => useChange((id: string) => ask<void>('POST', `/songs/${id}/restore`));
