import { say, sayProblem } from '@fleet-wren/wording';
import { readdirSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import {
  compareFolderPaths,
  failure,
  isHiddenPath,
  createProblem,
  parsePatternFile,
  parseSongFile,
  maxStrokesPerSystem,
  success,
  type NoteNamingSystem,
  type Result,
  message,
} from '@fleet-wren/core';
import type { CommandOutput, CommandOptions } from '../command.ts';
import { createUsageError, isFolder, readText, unreadable } from '../read-input.ts';
import { convertToMei, engraveSystems, type EngravingWidth } from '../sheet/engrave.ts';
import { PAPER_SIZES, printableWidth, writePdf, type EngravedSheet, type PaperSize } from '../sheet/write-pdf.ts';
import {
  createPatternSheet,
  createSongSheet,
  type SheetContent,
  type SheetLayoutOptions,
} from '../sheet/sheet-content.ts';

/** Files of ours in a folder, in the order of their names with numbers counted. */
const listFolder = (folder: string): readonly string[] =>
  readdirSync(folder)
    .filter((name) => name.endsWith('.json') && !isHiddenPath(name))
    .sort(compareFolderPaths)
    .map((name) => join(folder, name));

/** The files that are meant: those named, and those in a folder that is named. */
const listFiles = (words: readonly string[]): Result<readonly string[]> => {
  try {
    return success(words.flatMap((word) => (isFolder(word) ? listFolder(word) : [word])));
  } catch (error) {
    return unreadable(words.join(' '), error);
  }
};

/** What a file of ours puts on a sheet; songs are tried first, patterns say what is wrong. */
const contentAt = (file: string, { look, isLeftHanded, showsHand }: Page): Result<SheetContent> => {
  const text = readText(file);
  if (!text.ok) return text;
  const song = parseSongFile(text.value);
  if (song.ok) return success(createSongSheet(song.value, look));
  const pattern = parsePatternFile(text.value);
  if (!pattern.ok) return pattern;
  if (pattern.value.strokes.length === 0) return failure(createProblem('pattern-empty'));
  return success(createPatternSheet(pattern.value, look, { isLeftHanded, showsHand }));
};

/** How notes are called, by what they are asked for by. */
const NAMES: Readonly<Record<string, NoteNamingSystem>> = {
  abc: 'letters',
  ahc: 'letters with H',
  lasido: 'syllables',
};

/** Size of the music in per cent. */
const SCALE = { usual: 40, large: 58 } as const;

/** Patterns and songs that are bound together at the most. */
const MOST_SHEETS = 200;

/** A name for what is bound: what it is called, or the folder it lies in. */
const titleOf = ([first = '']: readonly string[], name: string | undefined): string =>
  name ?? (isFolder(first) ? basename(resolve(first)) : say('cli.method'));

const isPaper = (name: string): name is PaperSize => Object.hasOwn(PAPER_SIZES, name);

/** Everything a page is laid out for. */
interface Page {
  readonly size: PaperSize;
  readonly width: EngravingWidth;
  readonly look: SheetLayoutOptions;
  readonly isLeftHanded: boolean | undefined;
  readonly showsHand: boolean | undefined;
}

const engrave = async (contents: readonly SheetContent[], { width }: Page): Promise<readonly EngravedSheet[]> => {
  const sheets: EngravedSheet[] = [];
  for (const content of contents) sheets.push({ content, systems: await engraveSystems(content.score, width, true) });
  return sheets;
};

/** Several files bound as one PDF: a cover, contents, each piece on pages of its own. */
const bind = async (words: readonly string[], files: readonly string[], page: Page, name: string | undefined) => {
  if (files.length > MOST_SHEETS)
    return createUsageError(message('cli.sheets-too-many', { most: MOST_SHEETS, value: files.length }));
  const read = files.map((file) => ({ file, content: contentAt(file, page) }));
  const contents = read.flatMap(({ content }) => (content.ok ? [content.value] : []));
  const problems = read.flatMap(({ file, content }) =>
    content.ok
      ? []
      : content.problems.slice(0, 1).map((one) =>
          createProblem('usage', {
            problem: message('cli.in-file', { file: basename(file), problem: sayProblem(one) }),
          }),
        ),
  );
  if (problems.length > 0) return failure(...problems);
  if (contents.length === 0) return createUsageError(message('cli.sheet-folder-empty'));
  const binding = { title: titleOf(words, name), line: say('cli.method-line', { count: contents.length }) };
  return writePdf(await engrave(contents, page), { paper: page.size, isLeftHanded: page.isLeftHanded, binding });
};

/**
 * A pattern or a song as a sheet: a PDF, or the music alone as one picture or as MEI. Several files, or a folder, are
 * one PDF with a cover and contents.
 */
export const runSheet = async (words: readonly string[], options: CommandOptions): Promise<Result<CommandOutput>> => {
  const { to, paper = 'a4', large, notes = 'abc', name } = options;
  const [file] = words;
  if (file === undefined) return createUsageError(message('cli.sheet-file-missing'));
  if (to !== 'pdf' && to !== 'svg' && to !== 'mei') return createUsageError(message('cli.sheet-format'));
  const size = paper.toLowerCase();
  if (!isPaper(size)) return createUsageError(message('cli.paper-invalid', { value: paper }));
  const width = { points: printableWidth(size), scale: large ? SCALE.large : SCALE.usual };
  const naming = NAMES[notes];
  if (!naming) return createUsageError(message('cli.notes-invalid', { value: notes }));
  const most = maxStrokesPerSystem({ width: (width.points * 4) / 3, scale: width.scale });
  const isLeftHanded = options['left-handed'];
  const page: Page = {
    size,
    width,
    isLeftHanded,
    showsHand: options.hand,
    look: { maxStrokesPerSystem: most, naming, isOnSheet: to !== 'mei' },
  };
  const files = listFiles(words);
  if (!files.ok) return files;
  if (words.length > 1 || isFolder(file))
    return to === 'pdf' ? bind(words, files.value, page, name) : createUsageError(message('cli.sheets-pdf-only'));
  const content = contentAt(file, page);
  if (!content.ok) return content;
  if (to === 'mei') return success(await convertToMei(content.value.score));
  const systems = await engraveSystems(content.value.score, width, to === 'pdf');
  return to === 'svg'
    ? success(systems[0] ?? '')
    : writePdf([{ content: content.value, systems }], { paper: size, isLeftHanded });
};
