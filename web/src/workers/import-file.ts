import {
  importForLibrary,
  importPattern,
  importSong,
  success,
  createUnzipper,
  type ImportSelection,
  type ImportResult,
  type LibraryImport,
  type LibraryKind,
  type SongImport,
  type ImportTools,
  type Result,
  type SourceFile,
} from '@fleet-wren/core';
import { withFigureNames } from './figure-names.ts';

/** What reading takes from elsewhere is fetched when the first file comes. */
const loadImportTools = async (): Promise<ImportTools> => {
  const [{ SaxesParser }, { Unzip, UnzipInflate }] = await Promise.all([import('saxes'), import('fflate')]);
  return { createParser: () => new SaxesParser(), unzip: createUnzipper({ Unzip, UnzipInflate }) };
};

/** Reads a pattern out of what is brought in, whatever kind it is. */
export const importPatternFile = async (file: SourceFile, choice: ImportSelection): Promise<Result<ImportResult>> =>
  importPattern(file, await loadImportTools(), choice);

/** Reads a song out of what is brought in. */
export const importSongFile = async (file: SourceFile, part?: number): Promise<Result<SongImport>> => {
  const read = importSong(file, await loadImportTools(), part);
  return read.ok ? success({ ...read.value, song: withFigureNames(read.value.song) }) : read;
};

/** Reads a file for the library, as what it is or as what is wanted. */
export const importFileForLibrary = async (file: SourceFile, wanted?: LibraryKind): Promise<Result<LibraryImport>> => {
  const read = importForLibrary(file, await loadImportTools(), wanted);
  return read.ok && read.value.kind === 'song'
    ? success({ ...read.value, song: withFigureNames(read.value.song) })
    : read;
};
