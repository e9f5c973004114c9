import {
  leftOut,
  realise,
  schoolOf,
  sentence,
  type WrittenFormat,
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
import { Link } from 'react-router';
import { download, fileName } from '../parts/download.ts';
import { useNotice } from '../app/Notice.tsx';
import { useBenchStore } from './context.ts';

type Digits = Readonly<Record<string, Digit | null>>;

const tabOf = (pattern: Pattern, digits: Readonly<Record<string, Digit | null>>): string => {
  const order = pattern.strokes.map(({ id }) => digits[id] ?? null);
  return writeTab(realise(pattern), order, schoolOf(pattern).name);
};

/** The files a pattern can be taken away as. */
export const TakeAway = memo(({ digitsNow }: { readonly digitsNow: () => Digits }) => {
  const bench = useBenchStore();
  const notice = useNotice();
  /** Says what the format could not hold. */
  const say = (pattern: Pattern, format: WrittenFormat): void => {
    const left = leftOut(realise(pattern), format);
    if (left.length > 0) notice({ text: left.map(sentence).join(' ') });
  };
  const now = () => {
    const { document: pattern } = bench.getState();
    return { pattern, name: fileName(pattern.name), digits: digitsNow() };
  };
  const tab = (): void => {
    const { pattern, name, digits } = now();
    download(`${name}.txt`, tabOf(pattern, digits), 'text/plain;charset=utf-8');
    say(pattern, 'tab');
  };
  const midi = (): void => {
    const { pattern, name } = now();
    download(`${name}.mid`, Uint8Array.from(writeMidi(realise(pattern))), 'audio/midi');
    say(pattern, 'midi');
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
        realise(pattern),
        pattern.strokes.map(({ id }) => digits[id] ?? null),
      ),
      'application/vnd.recordare.musicxml+xml',
    );
    say(pattern, 'musicxml');
  };
  return (
    <Dropdown align="end">
      <Dropdown.Toggle variant="quiet" size="sm">
        <Download size={15} aria-hidden /> Take away
      </Dropdown.Toggle>
      <Dropdown.Menu>
        <Dropdown.Item as={Link} to="sheet">
          A sheet to print
        </Dropdown.Item>
        <Dropdown.Item onClick={tab}>Tablature, plain text</Dropdown.Item>
        <Dropdown.Item onClick={score}>MusicXML score</Dropdown.Item>
        <Dropdown.Item onClick={midi}>Standard MIDI File</Dropdown.Item>
        <Dropdown.Item onClick={json}>Fleet Wren file (JSON)</Dropdown.Item>
      </Dropdown.Menu>
    </Dropdown>
  );
});
