import { say, sayLabel, saySentence } from '@fleet-wren/wording';
import {
  proposeCapos,
  formatMaxTempo,
  formatForm,
  computeLearningOrder,
  message,
  parseSongFile,
  analyseSong,
  success,
  type Result,
  type Song,
  type SongAnalysis,
} from '@fleet-wren/core';
import type { CommandOptions } from '../command.ts';
import { createUsageError, readText } from '../read-input.ts';
import { capoForMachines, stepForMachines } from '../machine-output.ts';

const songAt = (file: string | undefined, command: string): Result<Song> => {
  if (file === undefined) return createUsageError(message('cli.song-missing', { command }));
  const text = readText(file);
  return text.ok ? parseSongFile(text.value) : text;
};

const barText = (song: Song, { expanded, barAnalyses }: SongAnalysis, bar: number): string => {
  const played = expanded.bars[bar];
  const section = song.sections.find(({ id }) => id === played?.section);
  const reading = barAnalyses[bar];
  const chords = played?.bar.chords.map(({ voicing }) => voicing).join(' ') || '%';
  const figure = String(reading?.motif == null ? '–' : reading.motif + 1);
  const trouble = reading?.worst ? `  ${saySentence(reading.worst.message)}` : '';
  const place = say('cli.song.bar', { section: section?.name ?? '', bar: (played?.index ?? 0) + 1 });
  const strain = say('cli.song.strain', { strain: reading?.strain ?? 0 });
  return `  ${place.padEnd(24)} ${chords.padEnd(12)} ${figure.padEnd(3)} ${strain}${trouble}`;
};

/** Notes that a chord has no string for, each bar's string once. */
const listMuted = (muted: SongAnalysis['expanded']['mutedStrokes']): readonly string[] => [
  ...new Set(muted.map(({ bar, string, chord }) => say('cli.song.muted', { bar: bar + 1, string, chord }))),
];

const forPeople = (song: Song, study: SongAnalysis): string => {
  const { analysis, motifs, expanded } = study;
  return [
    say('cli.song-title', { name: song.name, form: formatForm(song), tempo: song.tempo }),
    ...expanded.bars.map((_, bar) => barText(song, study, bar)),
    analysis.limit
      ? say('cli.song.max-tempo', { max: formatMaxTempo(analysis.limit.maxTempo), bar: (study.limitingBar ?? 0) + 1 })
      : say('cli.no-max-tempo'),
    ...computeLearningOrder(motifs).map(({ motif, playableBars, totalBars }, step) =>
      say('cli.song.step', {
        step: step + 1,
        figure: motif + 1,
        name: sayLabel(motifs[motif]?.name ?? ''),
        reached: playableBars,
        of: totalBars,
      }),
    ),
    ...listMuted(expanded.mutedStrokes),
  ].join('\n');
};

const forMachines = (song: Song, study: SongAnalysis): string =>
  JSON.stringify({
    name: song.name,
    form: formatForm(song),
    bars: study.barAnalyses.map(({ bar, strain, worst, motif }) => ({
      bar,
      section: study.expanded.bars[bar]?.section,
      chords: study.expanded.bars[bar]?.bar.chords.map(({ voicing }) => voicing),
      strain: Number(strain.toFixed(4)),
      figure: motif === null ? null : motif + 1,
      trouble: worst && { kind: worst.code, message: saySentence(worst.message) },
    })),
    ceiling: study.analysis.limit && { bpm: Number(study.analysis.limit.maxTempo.toFixed(3)), bar: study.limitingBar },
    motifs: study.motifs,
    order: computeLearningOrder(study.motifs).map(stepForMachines),
    muted: study.expanded.mutedStrokes,
  });

/** A song's map, its motifs, its trouble and its ceiling. */
export const runSong = (file: string | undefined, options: CommandOptions): Result<string> => {
  const read = songAt(file, 'song');
  if (!read.ok) return read;
  const study = analyseSong(read.value);
  return success(options.json ? forMachines(read.value, study) : forPeople(read.value, study));
};

/** Transpositions that are looked at besides the key a song is written in. */
const TRANSPOSITIONS = [0, -1, 1, -2, 2, -3, 3, -4, 4, -5, 5, 6];

/** The kindest capos for a song in its key, and the kindest keys. */
export const runCapo = (file: string | undefined, options: CommandOptions): Result<string> => {
  const read = songAt(file, 'capo');
  if (!read.ok) return read;
  const { voicings, instrument } = read.value;
  const symbols = Object.keys(voicings).filter((name) => /^[A-G]/.test(name));
  const here = proposeCapos(symbols, instrument).slice(0, 3);
  const keys = proposeCapos(symbols, instrument, TRANSPOSITIONS).slice(0, 3);
  if (options.json)
    return success(JSON.stringify({ here: here.map(capoForMachines), keys: keys.map(capoForMachines) }));
  const line = ({ transpose, capo: fret, shapes, openShapeCount }: (typeof here)[number]): string =>
    `  ${say('cli.capo.line', {
      way: ['down', 'none', 'up'][Math.sign(transpose) + 1] ?? 'none',
      steps: Math.abs(transpose),
      fret,
      shapes: shapes.join(' '),
      open: openShapeCount,
      all: shapes.length,
    })}`;
  return success(
    [
      say('cli.capo.in-key', { name: read.value.name }),
      ...here.map(line),
      say('cli.capo.any-key'),
      ...keys.map(line),
    ].join('\n'),
  );
};
