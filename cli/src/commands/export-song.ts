import {
  listDigitsInOrder,
  analysePattern,
  listUnsupportedFeatures,
  message,
  resolveSchoolOrThrow,
  prepareSongExport,
  success,
  exportMidi,
  exportAbc,
  exportLilypond,
  packMxl,
  exportMusicXml,
  serialiseSong,
  exportSongSheet,
  exportTab,
  type Problem,
  type Result,
  type Song,
} from '@fleet-wren/core';
import type { CommandOutput, CommandOptions } from '../command.ts';
import { strToU8, zipSync } from 'fflate';
import { WRITTEN_FORMATS, keptAs, type WrittenFormat } from './export.ts';
import { createUsageError } from '../read-input.ts';

/** A song as a file, and what the format had no place for. */
interface ExportedSong {
  readonly answer: CommandOutput;
  readonly remarks: readonly Problem[];
}

/** Chords and words to sing from. */
const SONG_SHEET = 'song-sheet';

/** A song as tablature, MIDI, MusicXML or our own JSON, as it is played; or its chords and words as a sheet. */
export const runExportSong = (song: Song, { to }: CommandOptions): Result<ExportedSong> => {
  if (to === SONG_SHEET) return success({ answer: exportSongSheet(song), remarks: [] });
  const format = WRITTEN_FORMATS.find((one) => one === to);
  if (!format)
    return createUsageError(message('cli.export-format', { formats: [...WRITTEN_FORMATS, SONG_SHEET].join(', ') }));
  const { expanded, score, annotations } = prepareSongExport(song);
  const digits = () => listDigitsInOrder(expanded.pattern, analysePattern(expanded.pattern));
  const writers: Readonly<Record<WrittenFormat, () => CommandOutput>> = {
    tab: () => exportTab(score, digits(), resolveSchoolOrThrow(song).key, annotations),
    midi: () => exportMidi(score, annotations),
    musicxml: () => exportMusicXml(score, digits(), annotations),
    mxl: () => packMxl(exportMusicXml(score, digits(), annotations), { strToU8, zipSync }),
    abc: () => exportAbc(score, digits(), annotations),
    lilypond: () => exportLilypond(score, digits(), annotations),
    json: () => serialiseSong(song),
  };
  return success({ answer: writers[format](), remarks: listUnsupportedFeatures(score, keptAs(format), annotations) });
};
