import { say, sayProblem } from '@fleet-wren/wording';
import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { basename, dirname, join, relative } from 'node:path';
import {
  compareFolderPaths,
  failure,
  importForLibrary,
  isHiddenPath,
  measureImport,
  serialisePattern,
  serialiseSong,
  success,
  type ImportTools,
  type LibraryImport,
  type LibraryKind,
  type Problem,
  type Result,
} from '@fleet-wren/core';
import type { CommandOptions } from '../command.ts';
import { withFigureNames } from '../figure-names.ts';
import { readBytes, unreadable, unwritable } from '../read-input.ts';

/** A file of a folder, and what was read of it. */
interface FolderFile {
  readonly path: string;
  readonly read: Result<LibraryImport>;
}

/** What became of a folder: a report, and how many of its files could not be read. */
export interface FolderReport {
  readonly text: string;
  readonly refused: number;
}

/** Paths of the files in a folder and in those within it, from the folder on; those of the system are left out. */
const listFiles = (folder: string): Result<readonly string[]> => {
  try {
    const paths = readdirSync(folder, { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map((entry) => relative(folder, join(entry.parentPath, entry.name)))
      .filter((path) => !isHiddenPath(path));
    return success(paths.sort(compareFolderPaths));
  } catch (error) {
    return unreadable(folder, error);
  }
};

const readFile = (folder: string, path: string, tools: ImportTools, wanted?: LibraryKind): FolderFile => {
  const bytes = readBytes(join(folder, path));
  if (!bytes.ok) return { path, read: bytes };
  return { path, read: importForLibrary({ name: basename(path), bytes: bytes.value }, tools, wanted) };
};

/** Problems of a file that are named. */
const NAMED = 2;

const sayProblems = (problems: readonly Problem[]): string =>
  [
    ...problems.slice(0, NAMED).map(sayProblem),
    ...(problems.length > NAMED ? [say('import.and-more-like-these', { remarksCount: problems.length - NAMED })] : []),
  ].join(' ');

const lineOf = ({ path, read }: FolderFile): string => {
  if (!read.ok) return say('cli.folder.refused', { path, problems: sayProblems(read.problems) });
  const { kind, warnings } = read.value;
  const line = say('cli.folder.read', { path, kind, ...measureImport(read.value), remarks: warnings.length });
  return [line, ...warnings.map((warning) => `  ${sayProblem(warning)}`)].join('\n');
};

/** A path that is free: nothing that is there is written over. */
const findFreePath = (path: string): string => {
  const free = (count: number): string => {
    const candidate = count === 1 ? `${path}.json` : `${path}-${count}.json`;
    return existsSync(candidate) ? free(count + 1) : candidate;
  };
  return free(1);
};

const write = (out: string, { path, read }: FolderFile): void => {
  if (!read.ok) return;
  const target = findFreePath(join(out, path.replace(/\.[^.]*$/, '')));
  mkdirSync(dirname(target), { recursive: true });
  writeFileSync(
    target,
    read.value.kind === 'pattern'
      ? serialisePattern(read.value.pattern)
      : serialiseSong(withFigureNames(read.value.song)),
  );
};

/** Writes what was read; what was written before a failure stays. */
const writeAll = (out: string, files: readonly FolderFile[]): Result<null> => {
  try {
    files.forEach((file) => write(out, file));
    return success(null);
  } catch (error) {
    return failure(unwritable(out, error));
  }
};

const forMachines = ({ path, read }: FolderFile) => ({
  file: path,
  ...(read.ok
    ? { kind: read.value.kind, bars: measureImport(read.value).bars, remarks: read.value.warnings.map(sayProblem) }
    : { error: read.problems.map((problem) => ({ code: problem.code, message: sayProblem(problem) })) }),
});

/** Reads all files of a folder with one report; with `--out` each is written there as ours. */
export const runImportFolder = (
  folder: string,
  { out, song, json }: CommandOptions,
  tools: ImportTools,
): Result<FolderReport> => {
  const paths = listFiles(folder);
  if (!paths.ok) return paths;
  const files = paths.value.map((path) => readFile(folder, path, tools, song ? 'song' : undefined));
  const written = out === undefined ? success(null) : writeAll(out, files);
  if (!written.ok) return written;
  const refused = files.filter(({ read }) => !read.ok).length;
  const summary = say('cli.folder.summary', { read: files.length - refused, refused });
  const text = json ? JSON.stringify(files.map(forMachines), null, 2) : [...files.map(lineOf), summary].join('\n');
  return success({ text: `${text}\n`, refused });
};
