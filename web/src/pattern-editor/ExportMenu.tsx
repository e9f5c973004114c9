import { say } from '@fleet-wren/wording';
import { flattenScore, serialisePattern, type Digit, type Stroke } from '@fleet-wren/core';
import { Download } from 'lucide-react';
import { memo, useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { useOffers, type Offer } from '../components/palette/offers.ts';
import { downloadFile, toFileName } from '../components/download.ts';
import { useListeningSettings } from '../audio/listening-settings.ts';
import { PracticeTrackDialog } from '../components/document/PracticeTrackDialog.tsx';
import { useScoreDownload, type ScoreFile } from '../components/document/useScoreDownload.ts';
import { usePatternEditor, usePatternEditorStore } from '../workspace/pattern-editor-context.ts';

/** Whether something about a stroke moves its pitch. */
const movesPitch = ({ bend, vibrato, slideIn, slideOut, glide, slur }: Stroke): boolean =>
  bend !== undefined ||
  vibrato === true ||
  slideIn !== undefined ||
  slideOut !== undefined ||
  glide === true ||
  slur === 'slide';

type Digits = Readonly<Record<string, Digit | null>>;

/** The files a pattern can be taken away as. */
export const ExportMenu = memo(({ digitsNow }: { readonly digitsNow: () => Digits }) => {
  const bench = usePatternEditorStore();
  const download = useScoreDownload();
  const [track, setTrack] = useState<ScoreFile | null>(null);
  const file = (): ScoreFile => {
    const { document: pattern } = bench.getState();
    const digits = digitsNow();
    return {
      name: toFileName(pattern.name),
      score: flattenScore(pattern),
      pattern,
      digits: pattern.strokes.map(({ id }) => digits[id] ?? null),
    };
  };
  // Asked only when the strokes change: a bend is a mark of theirs.
  const bends = usePatternEditor(({ document }) => document.strokes.some(movesPitch));
  const json = (): void => {
    const { document: pattern } = bench.getState();
    downloadFile(`${toFileName(pattern.name)}.json`, serialisePattern(pattern), 'application/json');
  };
  const navigate = useNavigate();
  const sheet = { label: say('common.sheet-to-print'), run: () => void navigate('sheet') };
  const ways: readonly Offer[] = [
    { label: say('common.tablature-txt'), run: () => download.tab(file()) },
    { label: say('common.musicxml-score-musicxml'), run: () => download.musicXml(file()) },
    { label: say('common.mxl'), run: () => void download.mxl(file()) },
    { label: say('common.mei'), run: () => void download.mei(file()) },
    { label: say('common.lilypond'), run: () => download.lilypond(file()) },
    { label: say('common.abc-abc'), run: () => download.abc(file()) },
    { label: say('common.midi-mid'), run: () => download.midi(file()) },
    ...(bends
      ? [{ label: say('bench.midi-without-bend'), run: () => download.midi(file(), { pitchBend: false }) }]
      : []),
    { label: say('playback.track'), run: () => setTrack(file()) },
    { label: say('bench.fleet-wren-pattern-json'), run: json },
  ];
  useOffers([sheet, ...ways]);
  return (
    <Dropdown align="end">
      <Dropdown.Toggle variant="quiet" size="sm">
        <Download size={15} aria-hidden /> {say('bench.export')}
      </Dropdown.Toggle>
      <Dropdown.Menu>
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
        <PracticeTrackDialog music={track} listening={useListeningSettings.getState()} hide={() => setTrack(null)} />
      )}
    </Dropdown>
  );
});
