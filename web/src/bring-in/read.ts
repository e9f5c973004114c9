import {
  LARGEST_FILE,
  LARGEST_MIDI,
  LARGEST_TAB,
  XML_LIMITS,
  failure,
  problem,
  readMidi,
  readMusicXmlText,
  readPatternFile,
  readTab,
  success,
  type Imported,
  type Result,
} from '@fleet-wren/core';

/** What a file is, as its name and its first signs tell. */
export type FileKind = 'ours' | 'midi' | 'musicxml' | 'tablature';

const ENDINGS: readonly (readonly [RegExp, FileKind])[] = [
  [/\.json$/i, 'ours'],
  [/\.midi?$/i, 'midi'],
  [/\.(musicxml|xml)$/i, 'musicxml'],
  [/\.(txt|tab)$/i, 'tablature'],
];

const LARGEST: Readonly<Record<FileKind, number>> = {
  ours: 4 * LARGEST_FILE,
  midi: LARGEST_MIDI,
  musicxml: 4 * XML_LIMITS.characters,
  tablature: 4 * LARGEST_TAB,
};

/** The kind of a file by its name; by what it holds where the name does not tell. */
export const kindOf = (name: string, start: string): FileKind => {
  const byName = ENDINGS.find(([ending]) => ending.test(name))?.[1];
  if (byName) return byName;
  if (start.startsWith('MThd')) return 'midi';
  if (/^\s*</.test(start)) return 'musicxml';
  return /^\s*\{/.test(start) ? 'ours' : 'tablature';
};

/** Reads a score's text; the parser is fetched when the first score is brought in. */
const readXml = async (source: string): Promise<Result<Imported>> => {
  const { SaxesParser } = await import('saxes');
  return readMusicXmlText(source, new SaxesParser());
};

const readOurs = (source: string): Result<Imported> => {
  const read = readPatternFile(source);
  return read.ok ? success({ pattern: read.value, remarks: [], guessed: false }) : read;
};

/** Reads text of a kind: as pasted, or from a file. */
export const readText = (kind: Exclude<FileKind, 'midi'>, source: string): Promise<Result<Imported>> => {
  if (kind === 'musicxml') return readXml(source);
  return Promise.resolve(kind === 'ours' ? readOurs(source) : readTab(source));
};

const megabytes = (bytes: number): string => `${(bytes / 1e6).toFixed(0)} MB`;

/** Reads a file of any kind that is known; a huge one is refused by its size, without being read. */
export const readFile = async (file: File): Promise<Result<Imported>> => {
  const start = await file.slice(0, 64).text();
  const kind = kindOf(file.name, start);
  if (start.startsWith('PK'))
    return failure(problem('not-musicxml', { reason: 'it is compressed; save it uncompressed, as .musicxml' }));
  if (file.size > LARGEST[kind])
    return failure(
      problem('too-large', {
        value: megabytes(file.size),
        most: kind === 'ours' ? `${LARGEST_FILE / 1e6} million characters` : megabytes(LARGEST[kind]),
      }),
    );
  return kind === 'midi' ? readMidi(new Uint8Array(await file.arrayBuffer())) : readText(kind, await file.text());
};
