import {
  readMidi,
  readMusicXmlText,
  readPatternFile,
  readTab,
  success,
  type Imported,
  type Result,
} from '@fleet-wren/core';
import type { FileContent } from './protocol.ts';

/** Reads a score's text; the parser is fetched when the first score is brought in. */
const readXml = async (source: string): Promise<Result<Imported>> => {
  const { SaxesParser } = await import('saxes');
  return readMusicXmlText(source, new SaxesParser());
};

const readOurs = (source: string): Result<Imported> => {
  const read = readPatternFile(source);
  return read.ok ? success({ pattern: read.value, remarks: [], guessed: false }) : read;
};

/** Reads what is brought in, whatever kind it is. */
export const readContent = async (content: FileContent): Promise<Result<Imported>> => {
  switch (content.kind) {
    case 'midi':
      return readMidi(content.bytes);
    case 'musicxml':
      return readXml(content.text);
    case 'ours':
      return readOurs(content.text);
    case 'tablature':
      return readTab(content.text);
  }
};
