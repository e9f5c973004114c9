import {
  capoProposals,
  ceilingFigure,
  failure,
  formLine,
  learningOrder,
  problem,
  readSongFile,
  studySong,
  success,
  type Result,
  type Song,
  type SongStudy,
} from '@fleet-wren/core';
import type { Options } from '../command.ts';
import { readText } from '../request.ts';

const songAt = (file: string | undefined, usage: string): Result<Song> => {
  if (file === undefined) return failure(problem('usage', { problem: usage }));
  const text = readText(file);
  return text.ok ? readSongFile(text.value) : text;
};

const barText = (song: Song, { written, bars, motifs }: SongStudy, bar: number): string => {
  const played = written.played[bar];
  const section = song.sections.find(({ id }) => id === played?.section);
  const reading = bars[bar];
  const chords = played?.bar.chords.map(({ voicing }) => voicing).join(' ') || '%';
  const letter = reading?.motif === null || reading === undefined ? '–' : (motifs[reading.motif]?.letter ?? '–');
  const trouble = reading?.worst ? `  ${reading.worst.sentence}` : '';
  return `  ${`${section?.name ?? ''}, bar ${(played?.index ?? 0) + 1}`.padEnd(24)} ${chords.padEnd(12)} ${letter.padEnd(3)} strain ${Math.round((reading?.strain ?? 0) * 100)} %${trouble}`;
};

const forPeople = (song: Song, study: SongStudy): string => {
  const { judgement, motifs, written } = study;
  return [
    `${song.name}, ${formLine(song)}, ${song.tempo} a minute`,
    ...written.played.map((_, bar) => barText(song, study, bar)),
    judgement.ceiling
      ? `Tempo ceiling ${ceilingFigure(judgement.ceiling.bpm)} a minute, set in bar ${(study.ceilingBar ?? 0) + 1}.`
      : 'No stroke follows another, so there is no tempo ceiling.',
    ...learningOrder(motifs).map(
      ({ motif, reached, of }, step) =>
        `${step + 1}. ${motifs[motif]?.letter} ${motifs[motif]?.name}: then ${reached} of ${of} bars can be played.`,
    ),
    ...written.muted.map(
      ({ bar, string, chord }) => `! Bar ${bar + 1}: string ${string} is muted in ${chord}, so its stroke is left out.`,
    ),
  ].join('\n');
};

const forMachines = (song: Song, study: SongStudy): string =>
  JSON.stringify({
    name: song.name,
    form: formLine(song),
    bars: study.bars.map(({ bar, strain, worst, motif }) => ({
      bar,
      section: study.written.played[bar]?.section,
      chords: study.written.played[bar]?.bar.chords.map(({ voicing }) => voicing),
      strain: Number(strain.toFixed(4)),
      motif: motif === null ? null : study.motifs[motif]?.letter,
      trouble: worst && { kind: worst.kind, sentence: worst.sentence },
    })),
    ceiling: study.judgement.ceiling && { bpm: Number(study.judgement.ceiling.bpm.toFixed(3)), bar: study.ceilingBar },
    motifs: study.motifs,
    order: learningOrder(study.motifs),
    muted: study.written.muted,
  });

/** A song's map, its motifs, its trouble and its ceiling. */
export const song = (file: string | undefined, options: Options): Result<string> => {
  const read = songAt(file, 'Name a song: wren song FILE.');
  if (!read.ok) return read;
  const study = studySong(read.value);
  return success(options.json ? forMachines(read.value, study) : forPeople(read.value, study));
};

/** Transpositions that are looked at besides the key a song is written in. */
const TRANSPOSITIONS = [0, -1, 1, -2, 2, -3, 3, -4, 4, -5, 5, 6];

/** The kindest capos for a song in its key, and the kindest keys. */
export const capo = (file: string | undefined, options: Options): Result<string> => {
  const read = songAt(file, 'Name a song: wren capo FILE.');
  if (!read.ok) return read;
  const { voicings, instrument } = read.value;
  const symbols = Object.keys(voicings).filter((name) => /^[A-G]/.test(name));
  const here = capoProposals(symbols, instrument).slice(0, 3);
  const keys = capoProposals(symbols, instrument, TRANSPOSITIONS).slice(0, 3);
  if (options.json) return success(JSON.stringify({ here, keys }));
  const line = ({ transpose, capo: fret, shapes, open }: (typeof here)[number]): string =>
    `  ${transpose === 0 ? '' : `${transpose > 0 ? 'up' : 'down'} ${Math.abs(transpose)}, `}${fret === 0 ? 'no capo' : `capo ${fret}`}: ${shapes.join(' ')} (${open} of ${shapes.length} known shapes)`;
  return success([`${read.value.name}: in its key`, ...here.map(line), 'in any key', ...keys.map(line)].join('\n'));
};
