import { createProblem, failure, success, type Problem, type Result } from '../../errors/index.ts';
import {
  decodeText,
  detectFileType,
  parseFile,
  type ParsedPart,
  type ImportTools,
  type SourceFile,
} from '../../formats/index.ts';
import { parseChart, type ChordChart } from '../chart/read-chart.ts';
import type { Song } from '../model/song.ts';
import { createSongFromChart } from './song-from-chart.ts';
import { createSongFromScore, type ImportedSong } from './song-from-score.ts';

/** A song that was read of a file, with the parts that could be chosen instead. */
export interface SongImport extends ImportedSong {
  readonly parts: readonly ParsedPart[];
  readonly part: number;
}

/** Whether a text without notes was meant for chords: a chart says what it could not read of them. */
const isMeantForChart = (problems: readonly Problem[]): boolean => problems.some(({ code }) => code !== 'chart-empty');

/** Lines that are named of those that were left out, and letters of each. */
const NAMED = { lines: 3, letters: 60 } as const;

const unreadRemarks = ({ unread }: ChordChart): readonly Problem[] =>
  unread.length === 0
    ? []
    : [
        createProblem('lines-left-out', {
          value: unread.length,
          lines: unread
            .slice(0, NAMED.lines)
            .map((line) => `“${line.slice(0, NAMED.letters)}”`)
            .join(', '),
        }),
      ];

/**
 * The song of a text of chords (a chart or a song sheet), with a remark on the lines that were left out; its own title
 * goes before `name`. Errors: those of charts and of songs.
 * @example
 * valueOrThrow(importChartText('Verse:\n| C | G |', 'Song')).song.sections[0].name // => 'Verse'
 */
export const importChartText = (text: string, name: string, changes: Partial<Song> = {}): Result<SongImport> => {
  const chart = parseChart(text);
  if (!chart.ok) return failure(...chart.problems);
  const made = createSongFromChart(chart.value, name, changes);
  if (!made.ok) return failure(...made.problems);
  return success({ song: made.value, remarks: unreadRemarks(chart.value), parts: [], part: 0 });
};

const importChart = ({ name, bytes }: SourceFile): Result<SongImport> =>
  importChartText(decodeText(bytes), name.replace(/\.[^.]*$/, ''));

/**
 * Reads a song out of any file: a score, a MIDI file, a tablature, else a chord chart or a song sheet. Errors: those of
 * reading, of charts and of songs.
 */
export const importSongOrChart = (file: SourceFile, tools: ImportTools, part?: number): Result<SongImport> => {
  const read = importSong(file, tools, part);
  const start = decodeText(file.bytes.subarray(0, 64));
  if (read.ok || detectFileType(file.name, start) !== 'tablature' || read.problems[0]?.code !== 'no-notes') return read;
  const chart = importChart(file);
  return chart.ok || isMeantForChart(chart.problems) ? chart : read;
};

/**
 * Reads a song out of a score, a MIDI file or a tablature, or of the part of it that is chosen. Errors: those of
 * reading and of songs.
 */
export const importSong = (file: SourceFile, tools: ImportTools, part?: number): Result<SongImport> => {
  const read = parseFile(file, tools, part);
  if (!read.ok) return failure(...read.problems);
  const made = createSongFromScore(read.value.music);
  if (!made.ok) return failure(...made.problems);
  return { ok: true, value: { ...made.value, parts: read.value.parts, part: read.value.part } };
};
