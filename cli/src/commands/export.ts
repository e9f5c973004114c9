import {
  listDigitsInOrder,
  analysePattern,
  listUnsupportedFeatures,
  message,
  flattenScore,
  resolveSchoolOrThrow,
  success,
  exportAbc,
  exportLilypond,
  packMxl,
  exportMidi,
  exportMusicXml,
  serialisePattern,
  exportTab,
  type Digit,
  type Result,
  type Score,
  type ExportFormat,
} from '@fleet-wren/core';
import type { CommandOutput, Command, CommandInput } from '../command.ts';
import { strToU8, zipSync } from 'fflate';
import { createUsageError } from '../read-input.ts';

interface Written {
  readonly request: CommandInput;
  readonly score: Score;
  /** Worked out for the hand that is asked for, where a format wants them. */
  readonly digits: () => readonly (Digit | null)[];
}

/** What a file can be written as: a compressed score holds what one in plain text does. */
export const WRITTEN_FORMATS = ['tab', 'midi', 'json', 'musicxml', 'mxl', 'abc', 'lilypond'] as const;

/** What a file is written as. */
export type WrittenFormat = (typeof WRITTEN_FORMATS)[number];

/** The format whose marks are kept. */
export const keptAs = (format: WrittenFormat): ExportFormat => (format === 'mxl' ? 'musicxml' : format);

const WRITERS: Readonly<Record<WrittenFormat, (written: Written) => CommandOutput>> = {
  tab: ({ request, score, digits }) => exportTab(score, digits(), resolveSchoolOrThrow(request.pattern).key),
  midi: ({ score }) => exportMidi(score),
  json: ({ request }) => serialisePattern(request.pattern),
  musicxml: ({ score, digits }) => exportMusicXml(score, digits()),
  mxl: ({ score, digits }) => packMxl(exportMusicXml(score, digits()), { strToU8, zipSync }),
  abc: ({ score, digits }) => exportAbc(score, digits()),
  lilypond: ({ score, digits }) => exportLilypond(score, digits()),
};

const formatOf = (to: string | undefined): WrittenFormat | undefined => WRITTEN_FORMATS.find((one) => one === to);

const run = (request: CommandInput): Result<CommandOutput> => {
  const { pattern, hand, options } = request;
  const format = formatOf(options.to);
  if (!format) return createUsageError(message('cli.export-format', { formats: WRITTEN_FORMATS.join(', ') }));
  const digits = () => listDigitsInOrder(pattern, analysePattern(pattern, { hand }));
  return success(WRITERS[format]({ request, score: flattenScore(pattern), digits }));
};

/** A pattern as tablature, MIDI, MusicXML, ABC or our own JSON. */
export const exportCommand: Command = {
  name: 'export',
  summary: 'cli.export.summary',
  wholeBeats: true,
  run,
  remarks: ({ pattern, options }) => {
    const format = formatOf(options.to);
    return format ? listUnsupportedFeatures(flattenScore(pattern), keptAs(format)) : [];
  },
};
