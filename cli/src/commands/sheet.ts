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
import type { Answer, Options } from '../command.ts';
import { badUsage, readText } from '../request.ts';
import { engrave } from '../sheet/engrave.ts';
import { PAPERS, printedWidth, writePdf } from '../sheet/pdf.ts';
import { patternContent, songContent, type SheetContent, type SheetLook } from '../sheet/sheet.ts';

/** What a file of ours puts on a sheet; songs are tried first, patterns say what is wrong. */
const contentAt = (file: string, look: SheetLook): Result<SheetContent> => {
  const text = readText(file);
  if (!text.ok) return text;
  const song = parseSongFile(text.value);
  if (song.ok) return success(songContent(song.value, look));
  const pattern = parsePatternFile(text.value);
  if (!pattern.ok) return pattern;
  if (pattern.value.strokes.length === 0) return failure(createProblem('pattern-empty'));
  return success(patternContent(pattern.value, look));
};

/** How notes are called, by what they are asked for by. */
const NAMES: Readonly<Record<string, NoteNamingSystem>> = {
  abc: 'letters',
  ahc: 'letters with H',
  lasido: 'syllables',
};

/** Size of the music in per cent. */
const SCALE = { usual: 40, large: 58 } as const;

const isPaper = (name: string): name is keyof typeof PAPERS => Object.hasOwn(PAPERS, name);

/** A pattern or a song as a sheet: a PDF, or the music alone as one picture. */
export const sheet = async (
  file: string | undefined,
  { to, paper = 'a4', large, notes = 'abc' }: Options,
): Promise<Result<Answer>> => {
  if (file === undefined) return badUsage(message('cli.sheet-file-missing'));
  if (to !== 'pdf' && to !== 'svg') return badUsage(message('cli.sheet-format'));
  const size = paper.toLowerCase();
  if (!isPaper(size)) return badUsage(message('cli.paper-invalid', { value: paper }));
  const width = { points: printedWidth(size), scale: large ? SCALE.large : SCALE.usual };
  const naming = NAMES[notes];
  if (!naming) return badUsage(message('cli.notes-invalid', { value: notes }));
  const most = maxStrokesPerSystem({ width: (width.points * 4) / 3, scale: width.scale });
  const content = contentAt(file, { maxStrokesPerSystem: most, naming });
  if (!content.ok) return content;
  const systems = await engrave(content.value.score, width, to === 'pdf');
  return to === 'svg' ? success(systems[0] ?? '') : writePdf(content.value, systems, size);
};
