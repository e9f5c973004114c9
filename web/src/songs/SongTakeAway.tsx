import { say, sayLabel, sayProblems } from '@fleet-wren/wording';
import {
  listUnsupportedFeatures,
  resolveSchoolOrThrow,
  prepareSongExport,
  exportMidi,
  exportMusicXml,
  serialiseSong,
  exportTab,
  type Score,
  type Song,
  type ExportFormat,
} from '@fleet-wren/core';
import { Download } from 'lucide-react';
import { useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import { Link } from 'react-router';
import { songRepository } from '../api/songs.ts';
import { useNotice } from '../app/Notice.tsx';
import { download, fileName } from '../parts/download.ts';
import { useHand } from '../parts/hand/useHand.ts';
import { backgroundWorker } from '../workers/workers.ts';
import { VersionHistoryDialog } from '../workspace/VersionHistoryDialog.tsx';
import { SongState, songDifferences } from './SongState.tsx';
import { chartOf } from './chart-text.ts';
import { useSongStore } from './store.ts';

/** The files a song can be taken away as. */
export const SongTakeAway = () => {
  const store = useSongStore();
  const [versions, setVersions] = useState(false);
  const { hand } = useHand();
  const notice = useNotice();
  const now = () => {
    const { document: song } = store.getState();
    return { song, name: fileName(song.name), files: prepareSongExport(song) };
  };
  /** The song with the digits its school gives it; worked out off the page's thread. */
  const fingered = async () => {
    const { name, files } = now();
    const { pattern } = files.expanded;
    const { digits } = await backgroundWorker.request('analyseOnce', [pattern, hand]);
    return { ...files, name, pattern, digits: pattern.strokes.map(({ id }) => digits[id] ?? null) };
  };
  const saveFile = (score: Score, format: ExportFormat): void => {
    const left = listUnsupportedFeatures(score, format);
    if (left.length > 0) notice({ text: sayProblems(left) });
  };
  const midi = (): void => {
    const { name, files } = now();
    download(`${name}.mid`, Uint8Array.from(exportMidi(files.score, files.annotations)), 'audio/midi');
    saveFile(files.score, 'midi');
  };
  const tab = async (): Promise<void> => {
    const { name, score, annotations, pattern, digits } = await fingered();
    download(
      `${name}.txt`,
      exportTab(score, digits, sayLabel(resolveSchoolOrThrow(pattern).name), annotations),
      'text/plain;charset=utf-8',
    );
    saveFile(score, 'tab');
  };
  const xml = async (): Promise<void> => {
    const { name, score, annotations, digits } = await fingered();
    download(`${name}.musicxml`, exportMusicXml(score, digits, annotations), 'application/vnd.recordare.musicxml+xml');
    saveFile(score, 'musicxml');
  };
  const json = (): void => {
    const { song, name } = now();
    download(`${name}.json`, serialiseSong(song), 'application/json');
  };
  const chart = (): void => {
    const { song, name } = now();
    download(`${name}-chords.txt`, chartOf(song), 'text/plain;charset=utf-8');
  };
  return (
    <Dropdown align="end">
      <Dropdown.Toggle variant="quiet" size="sm">
        <Download size={15} aria-hidden /> {say('songs.export')}
      </Dropdown.Toggle>
      <Dropdown.Menu>
        <Dropdown.Item onClick={() => setVersions(true)}>{say('common.versions-more')}</Dropdown.Item>
        <Dropdown.Divider />
        <Dropdown.Item as={Link} to="sheet">
          {say('common.sheet-to-print')}
        </Dropdown.Item>
        <Dropdown.Item onClick={json}>{say('songs.fleet-wren-song-json')}</Dropdown.Item>
        <Dropdown.Item onClick={midi}>{say('common.midi-mid')}</Dropdown.Item>
        <Dropdown.Item onClick={() => void xml()}>{say('common.musicxml-score-musicxml')}</Dropdown.Item>
        <Dropdown.Item onClick={() => void tab()}>{say('common.tablature-txt')}</Dropdown.Item>
        <Dropdown.Item onClick={chart}>{say('songs.chord-chart-txt')}</Dropdown.Item>
      </Dropdown.Menu>
      {versions && (
        <VersionHistoryDialog
          store={store}
          records={songRepository}
          documentIn={(answer) => (answer as { readonly song: Song }).song}
          differences={songDifferences}
          show={(one) => <SongState song={one} />}
          hide={() => setVersions(false)}
        />
      )}
    </Dropdown>
  );
};
