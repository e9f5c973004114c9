import '../components/pattern-editor/pattern-editor.scss';
import './songs.scss';
import { say } from '@fleet-wren/wording';
import type { Song, SongEdit } from '@fleet-wren/core';
import { useState } from 'react';
import { useParams } from 'react-router';
import { songRepository } from '../api/songs.ts';
import { DocumentLoader } from '../components/document/DocumentLoader.tsx';
import { useAutosave, type OpenedWorkspace } from '../workspace/use-document.ts';
import { SongEditor } from './SongEditor.tsx';
import { SongProvider, createSongStore, type SongStore } from './song-store.ts';

type OpenedSong = OpenedWorkspace<SongEdit, Song>;

const storeFor = ({ kept, history, unsaved }: OpenedSong): SongStore => {
  const store = createSongStore(kept, history);
  store.setState(unsaved);
  return store;
};

const Opened = ({ opened }: { readonly opened: OpenedSong }) => {
  const [store] = useState(() => storeFor(opened));
  useAutosave(store, songRepository, opened.keeper);
  return (
    <SongProvider value={store}>
      <SongEditor />
    </SongProvider>
  );
};

/** A song opened: its map, with everything on one store with one undo. */
const SongScreen = () => {
  const { id = '' } = useParams();
  return (
    <DocumentLoader
      records={songRepository}
      id={id}
      all={{ to: '/songs', label: say('songs.all-songs') }}
      show={(opened) => <Opened key={id} opened={opened} />}
    />
  );
};

export default SongScreen;
