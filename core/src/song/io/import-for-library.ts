import { failure, success, type Problem, type Result } from '../../errors/index.ts';
import {
  decodeText,
  detectFileType,
  importPattern,
  validateSize,
  type ImportTools,
  type SourceFile,
} from '../../formats/index.ts';
import type { Pattern } from '../../pattern/index.ts';
import type { Song } from '../model/song.ts';
import { unfoldForm } from '../model/unfold-form.ts';
import { importSongOrChart } from './import-song.ts';
import { SONG_FORMAT, parseSongFile } from './song-file.ts';

/** As what a file is kept. */
export type LibraryKind = 'pattern' | 'song';

/** What a file holds as it is kept, and what its reader wants to be looked at. */
export type LibraryImport =
  | {
      readonly kind: 'pattern';
      readonly pattern: Pattern;
      readonly warnings: readonly Problem[];
      /** Whether strings and frets were guessed because the file has none. */
      readonly hasInferredPositions: boolean;
    }
  | { readonly kind: 'song'; readonly song: Song; readonly warnings: readonly Problem[] };

/** Bars up to which a file is taken for a pattern where nobody says otherwise: a page of study; longer is a song. */
const LONGEST_PATTERN = 16;

/**
 * How large what was read is: bars as they are played, and notes of a pattern or sections of a song.
 * @example
 * measureImport({ kind: 'song', song: createSong('Song'), warnings: [] }) // => { bars: 4, parts: 1 }
 */
export const measureImport = (item: LibraryImport): { readonly bars: number; readonly parts: number } =>
  item.kind === 'pattern'
    ? { bars: item.pattern.bars, parts: item.pattern.strokes.length }
    : { bars: unfoldForm(item.song).length, parts: item.song.sections.length };

/** A song as our own files hold it. */
const parseOwnSong = ({ bytes }: SourceFile): Result<LibraryImport> => {
  const large = validateSize('ours', bytes.length);
  const read = large ? failure(large) : parseSongFile(decodeText(bytes));
  return read.ok ? success({ kind: 'song', song: read.value, warnings: [] }) : read;
};

const isOwn = ({ name, bytes }: SourceFile): boolean =>
  detectFileType(name, decodeText(bytes.subarray(0, 64))) === 'ours';

const isOwnSong = ({ bytes }: SourceFile): boolean => decodeText(bytes.subarray(0, 200)).includes(`"${SONG_FORMAT}"`);

/** Whether a text has bars or bracketed chords: what is wrong with those is of use, of a letter it is not. */
const hasChordMarks = ({ bytes }: SourceFile): boolean => /\||\[[A-G]/.test(decodeText(bytes.subarray(0, 20_000)));

const importAsSong = (file: SourceFile, tools: ImportTools): Result<LibraryImport> => {
  if (isOwnSong(file)) return parseOwnSong(file);
  const read = importSongOrChart(file, tools);
  return read.ok ? success({ kind: 'song', song: read.value.song, warnings: read.value.remarks }) : read;
};

/**
 * Reads a file of any kind for the library, as what it is or as what is wanted: a pattern, or a song where it is longer
 * than a page, a chord chart or a song sheet. Errors: those of reading.
 */
export const importForLibrary = (file: SourceFile, tools: ImportTools, wanted?: LibraryKind): Result<LibraryImport> => {
  if (wanted === 'song' || isOwnSong(file)) return importAsSong(file, tools);
  const read = importPattern(file, tools);
  const isLong = !read.ok || (read.value.offer?.bars ?? 0) > LONGEST_PATTERN;
  if (wanted === undefined && isLong && !isOwn(file)) {
    const song = importAsSong(file, tools);
    if (song.ok || hasChordMarks(file)) return song;
  }
  if (!read.ok) return read;
  const { pattern, warnings, hasInferredPositions } = read.value.imported;
  return success({ kind: 'pattern', pattern, warnings, hasInferredPositions });
};
