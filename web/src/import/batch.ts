import { compareFolderPaths, isHiddenPath, type LibraryImport, type LibraryKind, type Result } from '@fleet-wren/core';

/** A file of a folder that is imported at once; its path begins with the folder. */
export interface BatchFile {
  readonly path: string;
  readonly file: File;
}

/** A file of the report: what was read of it, and what became of it. */
export interface BatchRow extends BatchFile {
  /** As what it is to be read; nothing for what it looks like. */
  readonly wanted?: LibraryKind;
  /** Nothing while it waits to be read. */
  readonly read: Result<LibraryImport> | null;
  readonly isChosen: boolean;
  /** A file before it with the same content. */
  readonly twin?: string;
  /** Where it is kept now. */
  readonly savedAs?: string;
  /** Why it could not be kept. */
  readonly error?: string;
}

/** Files of a folder that are looked at, at the most. */
export const LARGEST_BATCH = 300;

/** The files of a folder in the order a list shows them, those of the system left out. */
export const sortBatchFiles = (files: readonly BatchFile[]): readonly BatchFile[] =>
  files
    .filter(({ path }) => !isHiddenPath(path))
    .sort((a, b) => compareFolderPaths(a.path, b.path))
    .slice(0, LARGEST_BATCH);

/** The folder all files are in; empty where there is none. */
export const getFolderName = (files: readonly BatchFile[]): string => {
  const [first = '', ...others] = files.map(({ path }) => (path.includes('/') ? (path.split('/')[0] as string) : ''));
  return others.every((one) => one === first) ? first : '';
};

export const createRow = (file: BatchFile): BatchRow => ({ ...file, read: null, isChosen: true });

/** What a row is after it was read: chosen where it can be kept and is not there already. */
export const withReading = (row: BatchRow, read: Result<LibraryImport>, twin?: string): BatchRow => ({
  ...row,
  read,
  isChosen: read.ok && twin === undefined,
  ...(twin === undefined ? {} : { twin }),
});

/** The rows that are kept when the button is pressed. */
export const listRowsToSave = (rows: readonly BatchRow[]): readonly BatchRow[] =>
  rows.filter(({ isChosen, read, savedAs }) => isChosen && read?.ok && savedAs === undefined);

export const needsCheck = ({ read }: BatchRow): boolean =>
  Boolean(
    read?.ok && (read.value.warnings.length > 0 || (read.value.kind === 'pattern' && read.value.hasInferredPositions)),
  );

export const isRefused = ({ read }: BatchRow): boolean => read !== null && !read.ok;

/** How far a batch is. */
export interface BatchCounts {
  readonly files: number;
  readonly waiting: number;
  readonly refused: number;
  readonly toCheck: number;
  readonly saved: number;
}

export const countBatch = (rows: readonly BatchRow[]): BatchCounts => ({
  files: rows.length,
  waiting: rows.filter(({ read }) => read === null).length,
  refused: rows.filter(isRefused).length,
  toCheck: rows.filter(needsCheck).length,
  saved: rows.filter(({ savedAs }) => savedAs !== undefined).length,
});

/** What is kept, under a tag more where there is one and room for it. */
export const withTag = (item: LibraryImport, tag: string, most: number): LibraryImport => {
  const add = (tags: readonly string[] = []): readonly string[] =>
    tag === '' || tags.includes(tag) || tags.length >= most ? tags : [...tags, tag];
  return item.kind === 'pattern'
    ? { ...item, pattern: { ...item.pattern, tags: add(item.pattern.tags) } }
    : { ...item, song: { ...item.song, tags: add(item.song.tags) } };
};
