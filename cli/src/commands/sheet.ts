import { failure, problem, readPatternFile, readSongFile, success, type Result } from '@fleet-wren/core';
import type { Answer, Options } from '../command.ts';
import { readText } from '../request.ts';
import { engrave } from '../sheet/engrave.ts';
import { PAPERS, printedWidth, writePdf } from '../sheet/pdf.ts';
import { patternContent, songContent, type SheetContent } from '../sheet/sheet.ts';

const usage = (words: string): Result<never> => failure(problem('usage', { problem: words }));

/** What a file of ours puts on a sheet; songs are tried first, patterns say what is wrong. */
const contentAt = (file: string): Result<SheetContent> => {
  const text = readText(file);
  if (!text.ok) return text;
  const song = readSongFile(text.value);
  if (song.ok) return success(songContent(song.value));
  const pattern = readPatternFile(text.value);
  if (!pattern.ok) return pattern;
  if (pattern.value.strokes.length === 0) return failure(problem('pattern-empty'));
  return success(patternContent(pattern.value));
};

/** Size of the music in per cent. */
const SCALE = { usual: 40, large: 58 } as const;

const isPaper = (name: string): name is keyof typeof PAPERS => Object.hasOwn(PAPERS, name);

/** A pattern or a song as a sheet: a PDF, or the music alone as one picture. */
export const sheet = async (
  file: string | undefined,
  { to, paper = 'a4', large }: Options,
): Promise<Result<Answer>> => {
  if (file === undefined)
    return usage('Name a file: wren sheet FILE --to pdf|svg [--paper a4|letter] [--large] [--out FILE]');
  if (to !== 'pdf' && to !== 'svg') return usage('Say what the sheet is to be: --to pdf or --to svg.');
  const size = paper.toLowerCase();
  if (!isPaper(size)) return usage(`--paper wants a4 or letter, not “${paper}”.`);
  const content = contentAt(file);
  if (!content.ok) return content;
  const width = { points: printedWidth(size), scale: large ? SCALE.large : SCALE.usual };
  const systems = await engrave(content.value.score, width, to === 'pdf');
  return success(to === 'svg' ? (systems[0] ?? '') : await writePdf(content.value, systems, size));
};
