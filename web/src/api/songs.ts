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
import type { StoredDocument, DocumentRepository } from './document-repository.ts';
import { requestJson } from './http-client.ts';

/** A song as the server keeps it. */
export interface SongResponse {
  readonly id: string;
  readonly version: number;
  readonly workedAt: string;
  readonly song: Song;
}

/** A line of the list of songs. */
export interface SongListItem {
  readonly id: string;
  readonly name: string;
  readonly workedAt: string;
  readonly summary: SongSummary;
}

interface Page {
  readonly songs: readonly SongListItem[];
  readonly next: string | null;
}

const LIST = 'songs';

const fetchPage = (search: string, after: string | null): Promise<Page> =>
  requestJson('GET', `/songs?${new URLSearchParams({ search, ...(after ? { after } : {}) }).toString()}`);

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
export const toStoredSong = ({ id, version, workedAt, song }: SongResponse): StoredDocument<Song> => ({
  id,
  version,
  workedAt,
  document: song,
});

const createSong = (song: Song): Promise<SongResponse> => requestJson('POST', '/songs', { song });

/** Letters of a name that leave room for what is added to it. */
const ROOM = SONG_LIMITS.name - 20;

/** Where songs are kept, and how they are read and written. */
export const songRepository: DocumentRepository<SongEdit, Song> = {
  kind: SONG_DOCUMENT_TYPE,
  path: '/songs',
  isEqual: isDeepEqual,
  read: parseSong,
  fetch: (id) => requestJson<SongResponse>('GET', `/songs/${id}`).then(toStoredSong),
  save: (id, version, song, keepalive = false) =>
    requestJson<SongResponse>('PUT', `/songs/${id}`, { version, song }, { keepalive }).then(toStoredSong),
  create: (song) => createSong(song).then(toStoredSong),
  withName: (song) => ({ ...song, name: say('saving.my-changes', { name: song.name.slice(0, ROOM) }) }),
};

const useChange = <A, T>(change: (argument: A) => Promise<T>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: [LIST] }) });
};

export const useCreateSong = () => useChange(createSong);
export const useDuplicateSong = () =>
  useChange((id: string) => requestJson<SongResponse>('POST', `/songs/${id}/duplicate`));
export const useDeleteSong = () => useChange((id: string) => requestJson<void>('DELETE', `/songs/${id}`));
export const useRestoreSong = () => useChange((id: string) => requestJson<void>('POST', `/songs/${id}/restore`));
