import {
  failure,
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
import { createUsageError, readText } from '../read-input.ts';
import { convertToMei, engraveSystems } from '../sheet/engrave.ts';
import { PAPER_SIZES, printableWidth, writePdf } from '../sheet/write-pdf.ts';
import {
  createPatternSheet,
  createSongSheet,
  type SheetContent,
  type SheetLayoutOptions,
} from '../sheet/sheet-content.ts';

/** What a file of ours puts on a sheet; songs are tried first, patterns say what is wrong. */
const contentAt = (file: string, look: SheetLayoutOptions): Result<SheetContent> => {
  const text = readText(file);
  if (!text.ok) return text;
  const song = parseSongFile(text.value);
  if (song.ok) return success(createSongSheet(song.value, look));
  const pattern = parsePatternFile(text.value);
  if (!pattern.ok) return pattern;
  if (pattern.value.strokes.length === 0) return failure(createProblem('pattern-empty'));
  return success(createPatternSheet(pattern.value, look));
};

/** How notes are called, by what they are asked for by. */
const NAMES: Readonly<Record<string, NoteNamingSystem>> = {
  abc: 'letters',
  ahc: 'letters with H',
  lasido: 'syllables',
};

/** Size of the music in per cent. */
const SCALE = { usual: 40, large: 58 } as const;

const isPaper = (name: string): name is keyof typeof PAPER_SIZES => Object.hasOwn(PAPER_SIZES, name);

/** A pattern or a song as a sheet: a PDF, or the music alone as one picture or as MEI. */
export const runSheet = async (
  file: string | undefined,
  { to, paper = 'a4', large, notes = 'abc' }: CommandOptions,
): Promise<Result<CommandOutput>> => {
  if (file === undefined) return createUsageError(message('cli.sheet-file-missing'));
  if (to !== 'pdf' && to !== 'svg' && to !== 'mei') return createUsageError(message('cli.sheet-format'));
  const size = paper.toLowerCase();
  if (!isPaper(size)) return createUsageError(message('cli.paper-invalid', { value: paper }));
  const width = { points: printableWidth(size), scale: large ? SCALE.large : SCALE.usual };
  const naming = NAMES[notes];
  if (!naming) return createUsageError(message('cli.notes-invalid', { value: notes }));
  const most = maxStrokesPerSystem({ width: (width.points * 4) / 3, scale: width.scale });
  const content = contentAt(file, { maxStrokesPerSystem: most, naming });
  if (!content.ok) return content;
  if (to === 'mei') return success(await convertToMei(content.value.score));
  const systems = await engraveSystems(content.value.score, width, to === 'pdf');
  return to === 'svg' ? success(systems[0] ?? '') : writePdf(content.value, systems, size);
};
