import { say, sayLabel, sayProblem } from '@fleet-wren/wording';
import { basename } from 'node:path';
import {
  importPattern,
  parseFile,
  importSongOrChart,
  success,
  createUnzipper,
  serialisePattern,
  serialiseSong,
  type ImportSelection,
  type Problem,
  type ImportTools,
  type Result,
  type SourceFile,
  message,
} from '@fleet-wren/core';
import { Unzip, UnzipInflate } from 'fflate';
import { SaxesParser } from 'saxes';
import type { CommandOptions } from '../command.ts';
import { withFigureNames } from '../figure-names.ts';
import { createUsageError, readBytes } from '../read-input.ts';

/** What reading takes from elsewhere. */
export const IMPORT_TOOLS: ImportTools = {
  createParser: () => new SaxesParser(),
  unzip: createUnzipper({ Unzip, UnzipInflate }),
};

/** A file as it lies there. */
const sourceAt = (file: string): Result<SourceFile> => {
  const bytes = readBytes(file);
  return bytes.ok ? success({ name: basename(file), bytes: bytes.value }) : bytes;
};

const choiceOf = ({ part, bars, repeats }: CommandOptions): Result<ImportSelection> => {
  const range = /^(\d{1,4})(?:-(\d{1,4}))?$/.exec(bars ?? '');
  if (bars !== undefined && !range) return createUsageError(message('cli.bars-invalid', { value: bars }));
  if (part !== undefined && !/^[1-9]\d*$/.test(part))
    return createUsageError(message('cli.part-invalid', { value: part }));
  if (repeats !== undefined && repeats !== 'once' && repeats !== 'played')
    return createUsageError(message('cli.repeats-invalid', { value: repeats }));
  return success({
    ...(part === undefined ? {} : { part: Number(part) - 1 }),
    ...(range ? { bars: [Number(range[1]), Number(range[2] ?? range[1])] as const } : {}),
    ...(repeats === undefined ? {} : { repeats }),
  });
};

/** What was read, written as ours, and what has to be said of it. */
export interface ImportOutput {
  readonly text: string;
  readonly remarks: readonly Problem[];
}

/** The parts of a file that can be chosen, a line each; that which is taken where none is named has a star. */
const listParts = (file: SourceFile, { part }: ImportSelection): Result<ImportOutput> => {
  const read = parseFile(file, IMPORT_TOOLS, part);
  if (!read.ok) return read;
  const { parts, part: taken, music } = read.value;
  const notes = music.bars.reduce((sum, bar) => sum + bar.notes.length, 0);
  const all = parts.length > 0 ? parts : [{ name: music.name ?? '', notes }];
  const lines = all.map(({ name, notes: count }, index) =>
    say('cli.part', { number: index + 1, name: sayLabel(name), count, taken: String(index === taken) }),
  );
  return success({ text: `${lines.join('\n')}\n`, remarks: [] });
};

const asPattern = (file: SourceFile, choice: ImportSelection): Result<ImportOutput> => {
  const read = importPattern(file, IMPORT_TOOLS, choice);
  if (!read.ok) return read;
  const { imported } = read.value;
  return success({ text: serialisePattern(imported.pattern), remarks: imported.warnings });
};

const asSong = (file: SourceFile, { part }: ImportSelection): Result<ImportOutput> => {
  const read = importSongOrChart(file, IMPORT_TOOLS, part);
  return read.ok
    ? success({ text: serialiseSong(withFigureNames(read.value.song)), remarks: read.value.remarks })
    : read;
};

/** Reads a file of any kind as a pattern of ours, or as a song. */
export const runImport = (file: string | undefined, options: CommandOptions): Result<ImportOutput> => {
  if (file === undefined) return createUsageError(message('cli.import-file-missing'));
  const choice = choiceOf(options);
  if (!choice.ok) return choice;
  const source = sourceAt(file);
  if (!source.ok) return source;
  if (options.parts) return listParts(source.value, choice.value);
  return options.song ? asSong(source.value, choice.value) : asPattern(source.value, choice.value);
};

/** The remarks of an import, a line each. */
export const formatWarnings = (remarks: readonly Problem[]): string => remarks.map(sayProblem).join('\n');
