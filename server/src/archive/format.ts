import { createHash, type Hash } from 'node:crypto';
import { WrenError, problem } from '@fleet-wren/core';

/** The version of the archive that is written. */
const ARCHIVE_VERSION = 2;

/** The tables an archive holds, in the order they are read back. */
export const TABLES = ['students', 'documents', 'document_versions', 'assignments', 'practice_events'] as const;

/** A table an archive holds. */
export type ArchiveTable = (typeof TABLES)[number];

/** One row of an archive: columns by name, without the studio's. */
export interface ArchiveRow {
  readonly table: ArchiveTable;
  readonly row: Readonly<Record<string, unknown>>;
}

/** The last line: how many rows there were, and the checksum of every line before it. */
interface ArchiveEnd {
  readonly end: true;
  readonly rows: number;
  readonly sha256: string;
}

const lineOf = (value: unknown): string => `${JSON.stringify(value)}\n`;

/** Writes an archive line by line: a head, a line for each row, an end with the checksum of all before it. */
export const writeArchive = async function* (
  studio: string,
  madeAt: Date,
  rows: AsyncIterable<ArchiveRow>,
): AsyncGenerator<string> {
  const hash = createHash('sha256');
  const counted = (line: string): string => {
    hash.update(line);
    return line;
  };
  yield counted(lineOf({ archive: 'fleet-wren', version: ARCHIVE_VERSION, studio, madeAt: madeAt.toISOString() }));
  let count = 0;
  for await (const row of rows) {
    count += 1;
    yield counted(lineOf(row));
  }
  yield lineOf({ end: true, rows: count, sha256: hash.digest('hex') } satisfies ArchiveEnd);
};

/** The longest line: a document at its limits and room beside it. */
const LONGEST_LINE = 4_000_000;

/** The largest archive that is read back, in bytes. */
const LARGEST = 600_000_000;

const wrong = (line: number, words: string): WrenError =>
  new WrenError(problem('archive-wrong', { line, problem: words }));

/** Cuts bytes as they come into lines, as far as they stay within bounds. */
const linesOf = async function* (bytes: AsyncIterable<Uint8Array>): AsyncGenerator<string> {
  const decoder = new TextDecoder();
  let [left, size, count] = ['', 0, 0];
  for await (const chunk of bytes) {
    size += chunk.length;
    if (size > LARGEST) throw new WrenError(problem('too-large', { value: 'more than 600 MB', most: '600 MB' }));
    const parts = (left + decoder.decode(chunk, { stream: true })).split('\n');
    left = parts.pop() ?? '';
    for (const part of parts) {
      count += 1;
      yield part;
    }
    if (left.length > LONGEST_LINE) throw wrong(count + 1, 'the line is longer than any document');
  }
  if (left !== '') yield left;
};

const parsed = (line: string, number: number): Readonly<Record<string, unknown>> => {
  try {
    const value = JSON.parse(line) as unknown;
    if (typeof value === 'object' && value !== null) return value as Readonly<Record<string, unknown>>;
  } catch {
    // Said below, for either reason.
  }
  throw wrong(number, 'it is not what an archive holds');
};

const checkHead = ({ archive, version }: Readonly<Record<string, unknown>>): void => {
  if (archive !== 'fleet-wren') throw wrong(1, 'this is no archive of a studio');
  if (Number(version) > ARCHIVE_VERSION)
    throw new WrenError(problem('too-new', { value: Number(version), known: ARCHIVE_VERSION }));
};

const checkEnd = (end: Readonly<Record<string, unknown>>, rows: number, hash: Hash, number: number): void => {
  if (end.rows !== rows) throw wrong(number, `${String(end.rows)} rows were written and ${rows} are here`);
  if (end.sha256 !== hash.digest('hex'))
    throw wrong(number, 'the checksum differs: something was changed or lost on the way');
};

const rowOf = (value: Readonly<Record<string, unknown>>, number: number): ArchiveRow => {
  const { table, row } = value;
  if (!(TABLES as readonly unknown[]).includes(table) || typeof row !== 'object' || row === null)
    throw wrong(number, 'it is not what an archive holds');
  return { table: table as ArchiveTable, row: row as ArchiveRow['row'] };
};

/** Reads an archive's rows; one that is cut off, changed or from a newer version ends in an error that says so. */
export const readArchive = async function* (
  bytes: AsyncIterable<Uint8Array>,
): AsyncGenerator<ArchiveRow & { readonly line: number }> {
  const hash = createHash('sha256');
  let [number, rows, ended] = [0, 0, false];
  for await (const line of linesOf(bytes)) {
    number += 1;
    if (ended) throw wrong(number, 'something follows its end');
    const value = parsed(line, number);
    if (number === 1) checkHead(value);
    else if (value.end === true) {
      checkEnd(value, rows, hash, number);
      ended = true;
      continue;
    } else {
      rows += 1;
      yield { ...rowOf(value, number), line: number };
    }
    hash.update(`${line}\n`);
  }
  if (!ended) throw new WrenError(problem('archive-cut-off', { rows }));
};
