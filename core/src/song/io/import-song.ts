import { failure, type Result } from '../../errors/index.ts';
import { parseFile, type ParsedPart, type ImportTools, type SourceFile } from '../../formats/index.ts';
import { createSongFromScore, type ImportedSong } from './song-from-score.ts';

/** A song that was read of a file, with the parts that could be chosen instead. */
export interface SongImport extends ImportedSong {
  readonly parts: readonly ParsedPart[];
  readonly part: number;
}

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
