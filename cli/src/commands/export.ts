import {
  listDigitsInOrder,
  analysePattern,
  listUnsupportedFeatures,
  message,
  flattenScore,
  resolveSchoolOrThrow,
  success,
  exportAbc,
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
import { createUsageError } from '../read-input.ts';

interface Written {
  readonly request: CommandInput;
  readonly score: Score;
  /** Worked out for the hand that is asked for, where a format wants them. */
  readonly digits: () => readonly (Digit | null)[];
}

const WRITERS: Readonly<Record<ExportFormat, (written: Written) => CommandOutput>> = {
  tab: ({ request, score, digits }) => exportTab(score, digits(), resolveSchoolOrThrow(request.pattern).key),
  midi: ({ score }) => exportMidi(score),
  json: ({ request }) => serialisePattern(request.pattern),
  musicxml: ({ score, digits }) => exportMusicXml(score, digits()),
  abc: ({ score, digits }) => exportAbc(score, digits()),
};

const formatOf = (to: string | undefined): ExportFormat | undefined =>
  to !== undefined && Object.hasOwn(WRITERS, to) ? (to as ExportFormat) : undefined;

const run = (request: CommandInput): Result<CommandOutput> => {
  const { pattern, hand, options } = request;
  const format = formatOf(options.to);
  if (!format) return createUsageError(message('cli.export-format', { formats: Object.keys(WRITERS).join(', ') }));
  const digits = () => listDigitsInOrder(pattern, analysePattern(pattern, { hand }));
  return success(WRITERS[format]({ request, score: flattenScore(pattern), digits }));
};

/** A pattern as tablature, MIDI, MusicXML or our own JSON. */
export const exportCommand: Command = {
  name: 'export',
  summary: 'cli.export.summary',
  wholeBeats: true,
  run,
  remarks: ({ pattern, options }) => {
    const format = formatOf(options.to);
    return format ? listUnsupportedFeatures(flattenScore(pattern), format) : [];
  },
};
