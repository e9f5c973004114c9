import {
  WrenError,
  failure,
  fileKind,
  problem,
  tooLargeFor,
  type Choice,
  type Found,
  type FoundSong,
  type Result,
  type SourceFile,
} from '@fleet-wren/core';
import { studyWorker } from '../workers/client.ts';

/** Reads a file of any kind off the page's thread. */
export type ReadContent = (file: SourceFile, choice: Choice) => Promise<Result<Found>>;

/** Milliseconds a file may take to be read. */
const DEADLINE = 8000;

const inWorker: ReadContent = (file, choice) =>
  studyWorker
    .ask('readFile', [file, choice], { deadline: DEADLINE })
    .catch((error: unknown) => failure(...(error instanceof WrenError ? error.problems : [problem('internal')])));

/** What is brought in: a file as it lies there, or text that was pasted. */
export type Source = File | string;

/** Its name, as it is shown. */
export const nameOf = (source: Source): string => (typeof source === 'string' ? 'What was pasted' : source.name);

const bytesOf = async (source: Source): Promise<Uint8Array> =>
  typeof source === 'string' ? new TextEncoder().encode(source) : new Uint8Array(await source.arrayBuffer());

/** Reads what is brought in, or what is chosen of it; a huge file is refused by its size, without being read. */
export const readSource = async (
  source: Source,
  choice: Choice = {},
  read: ReadContent = inWorker,
): Promise<Result<Found>> => {
  const name = typeof source === 'string' ? '' : source.name;
  const start = typeof source === 'string' ? source.slice(0, 64) : await source.slice(0, 64).text();
  const size = typeof source === 'string' ? source.length : source.size;
  const large = tooLargeFor(fileKind(name, start), size);
  return large ? failure(large) : read({ name, bytes: await bytesOf(source) }, choice);
};

/** Reads the whole of a file as a song. */
export const readSong = async (source: Source, part?: number): Promise<Result<FoundSong>> =>
  studyWorker
    .ask('readSong', [{ name: typeof source === 'string' ? '' : source.name, bytes: await bytesOf(source) }, part], {
      deadline: DEADLINE,
    })
    .catch((error: unknown) => failure(...(error instanceof WrenError ? error.problems : [problem('internal')])));
