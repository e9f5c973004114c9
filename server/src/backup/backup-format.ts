import { createHash, type Hash } from 'node:crypto';
import { BACKUP_TABLES } from '@fleet-wren/contract';
import { message, type MessageValue, createProblem, ProblemError } from '@fleet-wren/core';

/** The version of the backup that is written. */
const ARCHIVE_VERSION = 4;

/** A table a backup holds. */
export type BackupTable = (typeof BACKUP_TABLES)[number];

/** One row of a backup: columns by name, without the studio's. */
export interface BackupRow {
  readonly table: BackupTable;
  readonly row: Readonly<Record<string, unknown>>;
}

/** A row as it is read, and the line it stands in. */
export type ArchiveLine = BackupRow & { readonly line: number };

/** The last line: how many rows there were, and the checksum of every line before it. */
interface ArchiveEnd {
  readonly end: true;
  readonly rows: number;
  readonly sha256: string;
}

const lineOf = (value: unknown): string => `${JSON.stringify(value)}\n`;

/**
 * Writes a backup line by line: a head, a line for each row as the database made it, an end with the checksum of all
 * before it.
 */
export const serialiseBackup = async function* (
  studio: string,
  madeAt: Date,
  rows: AsyncIterable<readonly string[]>,
): AsyncGenerator<string> {
  const hash = createHash('sha256');
  const counted = (lines: string): string => {
    hash.update(lines);
    return lines;
  };
  yield counted(lineOf({ archive: 'fleet-wren', version: ARCHIVE_VERSION, studio, madeAt: madeAt.toISOString() }));
  let count = 0;
  for await (const some of rows) {
    count += some.length;
    yield counted(some.map((row) => `${row}\n`).join(''));
  }
  yield lineOf({ end: true, rows: count, sha256: hash.digest('hex') } satisfies ArchiveEnd);
};

/** The longest line: a document at its limits and room beside it. */
const LONGEST_LINE = 4_000_000;

/** What is wrong with a line of a backup. */
export const wrongLine = (line: number, why: MessageValue): ProblemError =>
  new ProblemError(createProblem('archive-wrong', { line, problem: why }));

/**
 * Cuts bytes as they come into lines, as far as they stay within bounds; what is no text at all is told by its line.
 */
const linesOf = async function* (bytes: AsyncIterable<Uint8Array>): AsyncGenerator<string> {
  const decoder = new TextDecoder();
  let [left, count]: [string[], number] = [[], 0];
  let length = 0;
  for await (const chunk of bytes) {
    const parts = decoder.decode(chunk, { stream: true }).split('\n');
    for (const part of parts.slice(0, -1)) {
      count += 1;
      yield left.join('') + part;
      [left, length] = [[], 0];
    }
    const rest = parts.at(-1) ?? '';
    left.push(rest);
    length += rest.length;
    if (length > LONGEST_LINE) throw wrongLine(count + 1, message('backup.line-too-long'));
  }
  if (length > 0) yield left.join('');
};

const parsed = (line: string, number: number): Readonly<Record<string, unknown>> => {
  try {
    const value = JSON.parse(line) as unknown;
    if (typeof value === 'object' && value !== null) return value as Readonly<Record<string, unknown>>;
  } catch {
    // Said below, for either reason.
  }
  throw wrongLine(number, message('backup.not-part'));
};

const checkHead = ({ archive, version }: Readonly<Record<string, unknown>>): void => {
  if (archive !== 'fleet-wren') throw wrongLine(1, message('backup.not-ours'));
  if (typeof version !== 'number' || !(version >= 1)) throw wrongLine(1, message('backup.version-missing'));
  if (version > ARCHIVE_VERSION)
    throw new ProblemError(createProblem('too-new', { value: version, known: ARCHIVE_VERSION }));
};

const checkEnd = (end: Readonly<Record<string, unknown>>, rows: number, hash: Hash, number: number): void => {
  if (end.rows !== rows)
    throw wrongLine(number, message('backup.row-count', { written: String(end.rows).slice(0, 20), found: rows }));
  if (end.sha256 !== hash.digest('hex')) throw wrongLine(number, message('backup.checksum'));
};

const rowOf = (value: Readonly<Record<string, unknown>>, line: number): ArchiveLine => {
  const { table, row } = value;
  if (!(BACKUP_TABLES as readonly unknown[]).includes(table) || typeof row !== 'object' || row === null)
    throw wrongLine(line, message('backup.not-part'));
  return { table: table as BackupTable, row: row as BackupRow['row'], line };
};

/** Reads a backup's rows; one that is cut off, changed or from a newer version ends in an error that says so. */
export const parseBackup = async function* (bytes: AsyncIterable<Uint8Array>): AsyncGenerator<ArchiveLine> {
  const hash = createHash('sha256');
  let [number, rows, ended] = [0, 0, false];
  for await (const line of linesOf(bytes)) {
    number += 1;
    if (ended) throw wrongLine(number, message('backup.after-end'));
    const value = parsed(line, number);
    if (number === 1) checkHead(value);
    else if (value.end === true) {
      checkEnd(value, rows, hash, number);
      ended = true;
      continue;
    } else {
      rows += 1;
      yield rowOf(value, number);
    }
    hash.update(`${line}\n`);
  }
  if (!ended) throw new ProblemError(createProblem('archive-cut-off', { rows }));
};

export { BACKUP_TABLES };
