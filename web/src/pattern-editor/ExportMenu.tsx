import { say, sayLabel, sayProblems } from '@fleet-wren/wording';
import {
  listUnsupportedFeatures,
  flattenScore,
  resolveSchoolOrThrow,
  type ExportFormat,
  exportMidi,
  exportMusicXml,
  serialisePattern,
  exportTab,
  type Digit,
  type Pattern,
} from '@fleet-wren/core';
import { Download } from 'lucide-react';
import { memo } from 'react';
import { Dropdown } from 'react-bootstrap';
import { Link } from 'react-router';
import { downloadFile, toFileName } from '../components/download.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { usePatternEditorStore } from '../workspace/pattern-editor-context.ts';

type Digits = Readonly<Record<string, Digit | null>>;

const tabOf = (pattern: Pattern, digits: Readonly<Record<string, Digit | null>>): string => {
  const order = pattern.strokes.map(({ id }) => digits[id] ?? null);
  return exportTab(flattenScore(pattern), order, sayLabel(resolveSchoolOrThrow(pattern).name));
};

/** The files a pattern can be taken away as. */
export const ExportMenu = memo(({ digitsNow }: { readonly digitsNow: () => Digits }) => {
  const bench = usePatternEditorStore();
  const notice = useToast();
  /** Says what the format could not hold. */
  const saveFile = (pattern: Pattern, format: ExportFormat): void => {
    const left = listUnsupportedFeatures(flattenScore(pattern), format);
    if (left.length > 0) notice({ text: sayProblems(left) });
  };
  const now = () => {
    const { document: pattern } = bench.getState();
    return { pattern, name: toFileName(pattern.name), digits: digitsNow() };
  };
  const tab = (): void => {
    const { pattern, name, digits } = now();
    downloadFile(`${name}.txt`, tabOf(pattern, digits), 'text/plain;charset=utf-8');
    saveFile(pattern, 'tab');
  };
  const midi = (): void => {
    const { pattern, name } = now();
    downloadFile(`${name}.mid`, Uint8Array.from(exportMidi(flattenScore(pattern))), 'audio/midi');
    saveFile(pattern, 'midi');
  };
  const json = (): void => {
    const { pattern, name } = now();
    downloadFile(`${name}.json`, serialisePattern(pattern), 'application/json');
  };
  const score = (): void => {
    const { pattern, name, digits } = now();
    downloadFile(
      `${name}.musicxml`,
      exportMusicXml(
        flattenScore(pattern),
        pattern.strokes.map(({ id }) => digits[id] ?? null),
      ),
      'application/vnd.recordare.musicxml+xml',
    );
    saveFile(pattern, 'musicxml');
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
        <Dropdown.Item onClick={tab}>{say('common.tablature-txt')}</Dropdown.Item>
        <Dropdown.Item onClick={score}>{say('common.musicxml-score-musicxml')}</Dropdown.Item>
        <Dropdown.Item onClick={midi}>{say('common.midi-mid')}</Dropdown.Item>
        <Dropdown.Item onClick={json}>{say('bench.fleet-wren-pattern-json')}</Dropdown.Item>
      </Dropdown.Menu>
    </Dropdown>
  );
});
