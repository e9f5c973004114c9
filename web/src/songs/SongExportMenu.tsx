import { say } from '@fleet-wren/wording';
import { exportSongSheet, prepareSongExport, serialiseSong } from '@fleet-wren/core';
import { Download } from 'lucide-react';
import { useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { songRepository } from '../api/songs.ts';
import { useListeningSettings } from '../audio/listening-settings.ts';
import { PracticeTrackDialog } from '../components/document/PracticeTrackDialog.tsx';
import { useScoreDownload, type ScoreFile } from '../components/document/useScoreDownload.ts';
import { useOffers, type Offer } from '../components/palette/offers.ts';
import { downloadFile, toFileName } from '../components/download.ts';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { backgroundWorker } from '../workers/workers.ts';
import { VersionHistoryDialog } from '../workspace/VersionHistoryDialog.tsx';
import { SongVersionPreview, describeSongDifferences } from './SongVersionPreview.tsx';
import { formatChordChart } from './format-chord-chart.ts';
import { useSongStore } from './song-store.ts';

/** Takes a song away in each of the ways there are; a practice track is first asked about. */
const useSongFiles = (store: ReturnType<typeof useSongStore>, askForTrack: (file: ScoreFile) => void) => {
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
  const songSheet = (): void => {
    const { song, name } = now();
    downloadFile(`${name}-song-sheet.txt`, exportSongSheet(song), 'text/plain;charset=utf-8');
  };
  const ways: readonly Offer[] = [
    { label: say('songs.fleet-wren-song-json'), run: json },
    { label: say('common.midi-mid'), run: midi },
    { label: say('common.musicxml-score-musicxml'), run: () => void fingered().then(download.musicXml) },
    { label: say('common.mxl'), run: () => void fingered().then(download.mxl) },
    { label: say('common.mei'), run: () => void fingered().then(download.mei) },
    { label: say('common.lilypond'), run: () => void fingered().then(download.lilypond) },
    { label: say('common.abc-abc'), run: () => void fingered().then(download.abc) },
    { label: say('common.tablature-txt'), run: () => void fingered().then(download.tab) },
    { label: say('playback.track'), run: () => void fingered().then(askForTrack) },
    { label: say('songs.chord-chart-txt'), run: chart },
    { label: say('songs.song-sheet-txt'), run: songSheet },
  ];
  return ways;
};

/** The files a song can be taken away as. */
export const SongExportMenu = () => {
  const store = useSongStore();
  const [versions, setVersions] = useState(false);
  const [track, setTrack] = useState<ScoreFile | null>(null);
  const ways = useSongFiles(store, setTrack);
  const navigate = useNavigate();
  const sheet = { label: say('common.sheet-to-print'), run: () => void navigate('sheet') };
  const showVersions = (): void => setVersions(true);
  useOffers([sheet, ...ways, { label: say('common.versions-more'), run: showVersions }]);
  return (
    <Dropdown align="end">
      <Dropdown.Toggle variant="quiet" size="sm">
        <Download size={15} aria-hidden /> {say('songs.export')}
      </Dropdown.Toggle>
      <Dropdown.Menu>
        <Dropdown.Item onClick={showVersions}>{say('common.versions-more')}</Dropdown.Item>
        <Dropdown.Divider />
        <Dropdown.Item as={Link} to="sheet">
          {say('common.sheet-to-print')}
        </Dropdown.Item>
        {ways.map(({ label, run }) => (
          <Dropdown.Item key={label} onClick={run}>
            {label}
          </Dropdown.Item>
        ))}
      </Dropdown.Menu>
      {track && (
        <PracticeTrackDialog
          music={track}
          listening={useListeningSettings.getState()}
          hasMelody={store.getState().document.sections.some(({ bars }) => bars.some(({ melody }) => melody))}
          hide={() => setTrack(null)}
        />
      )}
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
