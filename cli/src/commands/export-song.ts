import {
  listDigitsInOrder,
  analysePattern,
  leftOut,
  message,
  schoolOf,
  songForFiles,
  success,
  writeMidi,
  writeMusicXml,
  writeSongFile,
  exportTab,
  type Problem,
  type Result,
  type Song,
  type WrittenFormat,
} from '@fleet-wren/core';
import type { Answer, Options } from '../command.ts';
import { badUsage } from '../request.ts';

/** A song as a file, and what the format had no place for. */
interface ExportedSong {
  readonly answer: Answer;
  readonly remarks: readonly Problem[];
}

const FORMATS: readonly WrittenFormat[] = ['tab', 'midi', 'musicxml', 'json'];

/** A song as tablature, MIDI, MusicXML or our own JSON: as it is played, with its sections and chords. */
export const exportSong = (song: Song, { to }: Options): Result<ExportedSong> => {
  const format = FORMATS.find((one) => one === to);
  if (!format) return badUsage(message('cli.export-format', { formats: FORMATS.join(', ') }));
  const { expanded: written, score, annotations: said } = songForFiles(song);
  const digits = () => listDigitsInOrder(written.pattern, analysePattern(written.pattern));
  const writers: Readonly<Record<WrittenFormat, () => Answer>> = {
    tab: () => exportTab(score, digits(), schoolOf(song).key, said),
    midi: () => writeMidi(score, said),
    musicxml: () => writeMusicXml(score, digits(), said),
    json: () => writeSongFile(song),
  };
  return success({ answer: writers[format](), remarks: leftOut(score, format) });
};
