import { realise, schoolOf, writeMidi, writeSong, writeSongFile, writeTab, type Song } from '@fleet-wren/core';
import { Download } from 'lucide-react';
import { useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import { Link } from 'react-router';
import { SONG_RECORDS } from '../api/songs.ts';
import { download, fileName } from '../parts/download.ts';
import { VersionsDialog } from '../workspace/VersionsDialog.tsx';
import { SongState, songDifferences } from './SongState.tsx';
import { chartOf } from './chart-text.ts';
import { useSongStore } from './store.ts';

/** The files a song can be taken away as. */
export const SongTakeAway = () => {
  const store = useSongStore();
  const [versions, setVersions] = useState(false);
  const now = () => {
    const { document: song } = store.getState();
    return { song, name: fileName(song.name), pattern: writeSong(song).pattern };
  };
  const midi = (): void => {
    const { name, pattern } = now();
    download(`${name}.mid`, Uint8Array.from(writeMidi(realise(pattern))), 'audio/midi');
  };
  const tab = (): void => {
    const { name, pattern } = now();
    const digits = pattern.strokes.map(() => null);
    download(`${name}.txt`, writeTab(realise(pattern), digits, schoolOf(pattern).name), 'text/plain;charset=utf-8');
  };
  const json = (): void => {
    const { song, name } = now();
    download(`${name}.json`, writeSongFile(song), 'application/json');
  };
  const chart = (): void => {
    const { song, name } = now();
    download(`${name}-chords.txt`, chartOf(song), 'text/plain;charset=utf-8');
  };
  return (
    <Dropdown align="end">
      <Dropdown.Toggle variant="quiet" size="sm">
        <Download size={15} aria-hidden /> Take away
      </Dropdown.Toggle>
      <Dropdown.Menu>
        <Dropdown.Item onClick={() => setVersions(true)}>Versions …</Dropdown.Item>
        <Dropdown.Divider />
        <Dropdown.Item as={Link} to="sheet">
          A sheet to print
        </Dropdown.Item>
        <Dropdown.Item onClick={json}>Fleet Wren song (.json)</Dropdown.Item>
        <Dropdown.Item onClick={midi}>MIDI (.mid)</Dropdown.Item>
        <Dropdown.Item onClick={tab}>Tablature (.txt)</Dropdown.Item>
        <Dropdown.Item onClick={chart}>Chord chart (.txt)</Dropdown.Item>
      </Dropdown.Menu>
      {versions && (
        <VersionsDialog
          store={store}
          records={SONG_RECORDS}
          documentIn={(answer) => (answer as { readonly song: Song }).song}
          differences={songDifferences}
          show={(one) => <SongState song={one} />}
          hide={() => setVersions(false)}
        />
      )}
    </Dropdown>
  );
};
