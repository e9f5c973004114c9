import { say } from '@fleet-wren/wording';
import { prepareSongExport, serialiseSong } from '@fleet-wren/core';
import { Download } from 'lucide-react';
import { useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import { Link } from 'react-router';
import { songRepository } from '../api/songs.ts';
import { useScoreDownload, type ScoreFile } from '../components/document/useScoreDownload.ts';
import { downloadFile, toFileName } from '../components/download.ts';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { backgroundWorker } from '../workers/workers.ts';
import { VersionHistoryDialog } from '../workspace/VersionHistoryDialog.tsx';
import { SongVersionPreview, describeSongDifferences } from './SongVersionPreview.tsx';
import { formatChordChart } from './format-chord-chart.ts';
import { useSongStore } from './song-store.ts';

/** The files a song can be taken away as. */
export const SongExportMenu = () => {
  const store = useSongStore();
  const [versions, setVersions] = useState(false);
  const { hand } = useSelectedHand();
  const download = useScoreDownload();
  const now = () => {
    const { document: song } = store.getState();
    return { song, name: toFileName(song.name) };
  };
  /** The song with the digits its school gives it; worked out off the page's thread. */
  const fingered = async (): Promise<ScoreFile> => {
    const { song, name } = now();
    const { score, annotations, expanded } = prepareSongExport(song);
    const { pattern } = expanded;
    const { digits } = await backgroundWorker.request('analyseOnce', [pattern, hand]);
    return { name, score, annotations, pattern, digits: pattern.strokes.map(({ id }) => digits[id] ?? null) };
  };
  const midi = (): void => {
    const { song, name } = now();
    download.midi({ name, ...prepareSongExport(song) });
  };
  const json = (): void => {
    const { song, name } = now();
    downloadFile(`${name}.json`, serialiseSong(song), 'application/json');
  };
  const chart = (): void => {
    const { song, name } = now();
    downloadFile(`${name}-chords.txt`, formatChordChart(song), 'text/plain;charset=utf-8');
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
        <Dropdown.Item onClick={() => void fingered().then(download.musicXml)}>
          {say('common.musicxml-score-musicxml')}
        </Dropdown.Item>
        <Dropdown.Item onClick={() => void fingered().then(download.tab)}>{say('common.tablature-txt')}</Dropdown.Item>
        <Dropdown.Item onClick={chart}>{say('songs.chord-chart-txt')}</Dropdown.Item>
      </Dropdown.Menu>
      {versions && (
        <VersionHistoryDialog
          store={store}
          records={songRepository}
          differences={describeSongDifferences}
          show={(one) => <SongVersionPreview song={one} />}
          hide={() => setVersions(false)}
        />
      )}
    </Dropdown>
  );
};
