import {
  schoolOf,
  writeMidi,
  writeMusicXml,
  writePatternFile,
  writeTab,
  type Digit,
  type Pattern,
} from '@fleet-wren/core';
import { Download } from 'lucide-react';
import { memo } from 'react';
import { Dropdown } from 'react-bootstrap';
import { useBenchStore } from './context.ts';

type Digits = Readonly<Record<string, Digit | null>>;

/** A name that any file system takes. */
const fileName = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/[^\w\s-]/g, '')
    .trim()
    .replace(/\s+/g, '-')
    .toLowerCase() || 'pattern';

const download = (name: string, content: BlobPart, type: string): void => {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([content], { type }));
  link.download = name;
  link.click();
  // Revoked once the browser has taken the file up.
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
};

const tabOf = (pattern: Pattern, digits: Readonly<Record<string, Digit | null>>): string => {
  const order = pattern.strokes.map(({ id }) => digits[id] ?? null);
  return writeTab(pattern, order, schoolOf(pattern).name);
};

/** The files a pattern can be taken away as. */
export const TakeAway = memo(({ digitsNow }: { readonly digitsNow: () => Digits }) => {
  const bench = useBenchStore();
  const now = () => {
    const { pattern } = bench.getState();
    return { pattern, name: fileName(pattern.name), digits: digitsNow() };
  };
  const tab = (): void => {
    const { pattern, name, digits } = now();
    download(`${name}.txt`, tabOf(pattern, digits), 'text/plain;charset=utf-8');
  };
  const midi = (): void => {
    const { pattern, name } = now();
    download(`${name}.mid`, Uint8Array.from(writeMidi(pattern)), 'audio/midi');
  };
  const json = (): void => {
    const { pattern, name } = now();
    download(`${name}.json`, writePatternFile(pattern), 'application/json');
  };
  const score = (): void => {
    const { pattern, name, digits } = now();
    download(
      `${name}.musicxml`,
      writeMusicXml(
        pattern,
        pattern.strokes.map(({ id }) => digits[id] ?? null),
      ),
      'application/vnd.recordare.musicxml+xml',
    );
  };
  return (
    <Dropdown align="end">
      <Dropdown.Toggle variant="quiet" size="sm">
        <Download size={15} aria-hidden /> Take away
      </Dropdown.Toggle>
      <Dropdown.Menu>
        <Dropdown.Item onClick={tab}>Tablature, plain text</Dropdown.Item>
        <Dropdown.Item onClick={score}>MusicXML score</Dropdown.Item>
        <Dropdown.Item onClick={midi}>Standard MIDI File</Dropdown.Item>
        <Dropdown.Item onClick={json}>Fleet Wren file (JSON)</Dropdown.Item>
      </Dropdown.Menu>
    </Dropdown>
  );
});
