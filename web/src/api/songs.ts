import type { SongPage, SongResponse } from '@fleet-wren/contract';
import { say } from '@fleet-wren/wording';
import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import {
  createSectionPatterns,
  SONG_DOCUMENT_TYPE,
  SONG_LIMITS,
  parseSong,
  isDeepEqual,
  type Song,
  type SongEdit,
} from '@fleet-wren/core';
import type { StoredDocument, DocumentRepository } from './document-repository.ts';
import { callApi } from './http-client.ts';
import type { PatternWithId } from './patterns.ts';

const LIST = 'songs';

const fetchPage = (search: string, after: string | null): Promise<SongPage> =>
  callApi('GET /songs', { query: { search, after: after ?? undefined } });

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
const toStoredSong = ({ id, version, workedAt, song }: SongResponse): StoredDocument<Song> => ({
  id,
  version,
  workedAt,
  document: song,
});

const createSong = (song: Song): Promise<SongResponse> => callApi('POST /songs', { body: { song } });

/** Letters of a name that leave room for what is added to it. */
const ROOM = SONG_LIMITS.name - 20;

/** Where songs are kept, and how they are read and written. */
export const songRepository: DocumentRepository<SongEdit, Song> = {
  kind: SONG_DOCUMENT_TYPE,
  isEqual: isDeepEqual,
  read: parseSong,
  fetch: (id) => callApi('GET /songs/:id', { params: { id } }).then(toStoredSong),
  save: (id, version, song, keepalive = false) =>
    callApi('PUT /songs/:id', { params: { id }, body: { version, song }, keepalive }).then(toStoredSong),
  create: (song) => createSong(song).then(toStoredSong),
  fromAnswer: (answer) => toStoredSong(answer as SongResponse),
  listVersions: (id) => callApi('GET /songs/:id/versions', { params: { id } }),
  fetchVersion: async (id, version) =>
    (await callApi('GET /songs/:id/versions/:version', { params: { id, version } })).song,
  createVersion: (id, label) => callApi('POST /songs/:id/versions', { params: { id }, body: { label } }),
  withName: (song) => ({ ...song, name: say('saving.my-changes', { name: song.name.slice(0, ROOM) }) }),
};

const useChange = <A, T>(change: (argument: A) => Promise<T>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: [LIST] }) });
};

export const useCreateSong = () => useChange(createSong);

/** One after another, so that the list has them in their order. */
const createSongs = async (songs: readonly Song[]): Promise<readonly SongResponse[]> => {
  const made: SongResponse[] = [];
  for (const song of [...songs].reverse()) made.unshift(await createSong(song));
  return made;
};

export const useCreateSongs = () => useChange(createSongs);
export const useDuplicateSong = () =>
  useChange((id: string) => callApi('POST /songs/:id/duplicate', { params: { id } }));
export const useDeleteSong = () => useChange((id: string) => callApi('DELETE /songs/:id', { params: { id } }));
export const useRestoreSong = () => useChange((id: string) => callApi('POST /songs/:id/restore', { params: { id } }));

/** What the id of a section begins with that stands beside patterns. */
const SECTION_ID = 'section:';

/** Whether an id is that of a section of a song, and not of a pattern. */
export const isSongSectionId = (id: string): boolean => id.startsWith(SECTION_ID);

const fetchSections = async (count: number): Promise<readonly PatternWithId[]> => {
  const { songs } = await fetchPage('', null);
  const whole = await Promise.all(songs.slice(0, count).map(({ id }) => songRepository.fetch(id)));
  return whole.flatMap(({ id, document }) =>
    createSectionPatterns(document).flatMap(({ section, pattern }) =>
      pattern ? [{ id: `${SECTION_ID}${id}/${section}`, pattern }] : [],
    ),
  );
};

/** The sections of the songs worked on last that can be practised by themselves, as patterns. */
export const useLatestSongSections = (count: number) =>
  useQuery({ queryKey: [LIST, 'sections', count], queryFn: () => fetchSections(count), staleTime: 60_000 });
