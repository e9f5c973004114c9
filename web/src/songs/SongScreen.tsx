import '../components/pattern-editor/pattern-editor.scss';
import './songs.scss';
import type { SongResponse } from '@fleet-wren/contract';
import { say } from '@fleet-wren/wording';
import type { Song, SongEdit } from '@fleet-wren/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { songRepository, toStoredSong } from '../api/songs.ts';
import { startAutosave } from '../workspace/autosave.ts';
import { openBrowserStorage } from '../workspace/browser-storage.ts';
import { createDraftStore, type DraftStore } from '../workspace/draft-store.ts';
import { openDocument, type Opened as OpenedDocument } from '../workspace/open-document.ts';
import { SongEditor } from './SongEditor.tsx';
import { SongProvider, createSongStore } from './song-store.ts';

interface OpenedSong extends OpenedDocument<SongEdit, Song> {
  readonly keeper: DraftStore<SongEdit, Song>;
}

const openSong = async (id: string): Promise<OpenedSong> => {
  const house = await openBrowserStorage();
  return { ...(await openDocument(songRepository, house, id)), keeper: createDraftStore(house, 'song', id) };
};

const Opened = ({ opened }: { readonly opened: OpenedSong }) => {
  const [store] = useState(() => {
    const made = createSongStore(opened.kept, opened.history);
    made.setState(opened.unsaved);
    return made;
  });
  const client = useQueryClient();
  useEffect(() => {
    const keptOf = (answer: unknown) => toStoredSong(answer as SongResponse);
    const saving = startAutosave({ store, records: songRepository, keeper: opened.keeper, keptOf });
    return () => {
      void saving.flushAndStop().then(() => client.invalidateQueries({ queryKey: ['songs'] }));
    };
  }, [store, client, opened]);
  return (
    <SongProvider value={store}>
      <SongEditor />
    </SongProvider>
  );
};

/** A song opened: its map, with everything on one store with one undo. */
const SongScreen = () => {
  const { id = '' } = useParams();
  const opened = useQuery({
    queryKey: ['song', id],
    queryFn: () => openSong(id),
    staleTime: Infinity,
    gcTime: 0,
    refetchOnWindowFocus: false,
    retry: false,
  });
  if (opened.isError)
    return (
      <div className="page">
        <div className="empty">
          <p role="alert">{wordsOf(opened.error)}</p>
          <Link to="/songs" className="btn btn-quiet me-2">
            {say('songs.all-songs')}
          </Link>
          <Button onClick={() => void opened.refetch()}>{say('common.try-again')}</Button>
        </div>
      </div>
    );
  return opened.data ? <Opened key={id} opened={opened.data} /> : null;
};

export default SongScreen;
