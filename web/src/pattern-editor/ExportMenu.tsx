import { say } from '@fleet-wren/wording';
import { flattenScore, serialisePattern, type Digit } from '@fleet-wren/core';
import { Download } from 'lucide-react';
import { memo } from 'react';
import { Dropdown } from 'react-bootstrap';
import { Link } from 'react-router';
import { downloadFile, toFileName } from '../components/download.ts';
import { useScoreDownload, type ScoreFile } from '../components/document/useScoreDownload.ts';
import { usePatternEditorStore } from '../workspace/pattern-editor-context.ts';

type Digits = Readonly<Record<string, Digit | null>>;

/** The files a pattern can be taken away as. */
export const ExportMenu = memo(({ digitsNow }: { readonly digitsNow: () => Digits }) => {
  const bench = usePatternEditorStore();
  const download = useScoreDownload();
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
  const json = (): void => {
    const { document: pattern } = bench.getState();
    downloadFile(`${toFileName(pattern.name)}.json`, serialisePattern(pattern), 'application/json');
  };
  return (
    <Dropdown align="end">
      <Dropdown.Toggle variant="quiet" size="sm">
        <Download size={15} aria-hidden /> {say('bench.export')}
      </Dropdown.Toggle>
      <Dropdown.Menu>
        <Dropdown.Item as={Link} to="sheet">
          {say('common.sheet-to-print')}
        </Dropdown.Item>
        <Dropdown.Item onClick={() => download.tab(file())}>{say('common.tablature-txt')}</Dropdown.Item>
        <Dropdown.Item onClick={() => download.musicXml(file())}>{say('common.musicxml-score-musicxml')}</Dropdown.Item>
        <Dropdown.Item onClick={() => download.midi(file())}>{say('common.midi-mid')}</Dropdown.Item>
        <Dropdown.Item onClick={json}>{say('bench.fleet-wren-pattern-json')}</Dropdown.Item>
      </Dropdown.Menu>
    </Dropdown>
  );
});
