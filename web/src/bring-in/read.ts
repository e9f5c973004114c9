import {
  LARGEST_FILE,
  LARGEST_MIDI,
  LARGEST_TAB,
  WrenError,
  XML_LIMITS,
  failure,
  problem,
  type Imported,
  type Result,
} from '@fleet-wren/core';
import { studyWorker } from '../workers/client.ts';
import type { FileContent } from '../workers/protocol.ts';

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

/** Reads content of any kind off the page's thread. */
export type ReadContent = (content: FileContent) => Promise<Result<Imported>>;

/** Milliseconds a file may take to be read. */
const DEADLINE = 8000;

const inWorker: ReadContent = (content) =>
  studyWorker
    .ask('readFile', [content], { deadline: DEADLINE })
    .catch((error: unknown) => failure(...(error instanceof WrenError ? error.problems : [problem('internal')])));

/** Reads text of a kind: as pasted, or from a file. */
export const readText = (
  kind: Exclude<FileKind, 'midi'>,
  text: string,
  read: ReadContent = inWorker,
): Promise<Result<Imported>> => read({ kind, text });

const megabytes = (bytes: number): string => `${(bytes / 1e6).toFixed(0)} MB`;

/** Reads a file of any kind that is known; a huge one is refused by its size, without being read. */
export const readFile = async (file: File, read: ReadContent = inWorker): Promise<Result<Imported>> => {
  const start = await file.slice(0, 64).text();
  const kind = kindOf(file.name, start);
  if (start.startsWith('PK'))
    return failure(problem('not-musicxml', { reason: 'it is compressed; save it uncompressed, as .musicxml' }));
  if (file.size > LARGEST[kind]) {
    const most = kind === 'ours' ? `${LARGEST_FILE / 1e6} million characters` : megabytes(LARGEST[kind]);
    return failure(problem('too-large', { value: megabytes(file.size), most }));
  }
  if (kind !== 'midi') return read({ kind, text: await file.text() });
  return read({ kind, bytes: new Uint8Array(await file.arrayBuffer()) });
};
