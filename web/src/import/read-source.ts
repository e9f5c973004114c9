import { say } from '@fleet-wren/wording';
import {
  ProblemError,
  failure,
  detectFileType,
  createProblem,
  message,
  success,
  validateSize,
  type ImportSelection,
  type ImportResult,
  type LibraryImport,
  type LibraryKind,
  type SongImport,
  type Result,
  type SourceFile,
} from '@fleet-wren/core';
import { backgroundWorker } from '../workers/workers.ts';

/** Reads a file of any kind off the page's thread. */
export type ContentReader = (file: SourceFile, choice: ImportSelection) => Promise<Result<ImportResult>>;

/** Milliseconds a file may take to be read. */
const DEADLINE = 8000;

/** What the worker answers, or what kept it from answering, as a result. */
const told = <T>(answer: Promise<Result<T>>): Promise<Result<T>> =>
  answer.catch((error: unknown) =>
    failure(...(error instanceof ProblemError ? error.problems : [createProblem('internal')])),
  );

const inWorker: ContentReader = (file, choice) =>
  told(backgroundWorker.request('importPattern', [file, choice], { timeoutMs: DEADLINE }));

/** What is brought in: a file as it lies there, or text that was pasted. */
export type ImportSource = File | string;

/** Its name, as it is shown. */
export const getSourceName = (source: ImportSource): string =>
  typeof source === 'string' ? say('import.pasted-tablature') : source.name;

const bytesOf = async (source: ImportSource): Promise<Uint8Array> =>
  typeof source === 'string' ? new TextEncoder().encode(source) : new Uint8Array(await source.arrayBuffer());

const openSource = async (source: ImportSource): Promise<Result<SourceFile>> => {
  const name = typeof source === 'string' ? '' : source.name;
  const start = typeof source === 'string' ? source.slice(0, 64) : await source.slice(0, 64).text();
  const size = typeof source === 'string' ? source.length : source.size;
  const large = validateSize(detectFileType(name, start), size);
  return large ? failure(large) : success({ name, bytes: await bytesOf(source) });
};

/** A source with its bytes; a huge file is refused by its size, one that is gone because it is. */
const opened = (source: ImportSource): Promise<Result<SourceFile>> =>
  openSource(source).catch(() =>
    failure(createProblem('file-damaged', { reason: message('file-problem.unreadable') })),
  );

/** Reads what is brought in, or what is chosen of it. */
export const readSource = async (
  source: ImportSource,
  choice: ImportSelection = {},
  read: ContentReader = inWorker,
): Promise<Result<ImportResult>> => {
  const file = await opened(source);
  return file.ok ? read(file.value, choice) : file;
};

/** Reads the whole of a file as a song. */
export const readSongSource = async (source: ImportSource, part?: number): Promise<Result<SongImport>> => {
  const file = await opened(source);
  return file.ok ? told(backgroundWorker.request('importSong', [file.value, part], { timeoutMs: DEADLINE })) : file;
};

/** Reads a file for the library, as what it is or as what is wanted. */
export const readForLibrary = async (source: ImportSource, wanted?: LibraryKind): Promise<Result<LibraryImport>> => {
  const file = await opened(source);
  return file.ok
    ? told(backgroundWorker.request('importForLibrary', [file.value, wanted], { timeoutMs: DEADLINE }))
    : file;
};
