import { message } from '../../message/index.ts';
import { failure, createProblem, success, type Problem, type Result } from '../../errors/index.ts';
import { readWrittenChord, type Voicing } from '../../harmony/index.ts';
import type { Instrument } from '../../instrument/index.ts';
import { TEMPO_RANGE, tempoInMetre, offbeatTicks, ticksPerBar, type Metre } from '../../time/index.ts';
import type { ChartHeading } from '../chart/chart-heading.ts';
import type { ChordChart, ChartBar, ChartSection } from '../chart/read-chart.ts';
import { createSong } from '../model/create-song.ts';
import { SONG_LIMITS, type Bar, type BarChord, type Section, type Song, type Texture } from '../model/song.ts';

/** The first shape of each symbol of a chart. */
const chooseShapes = (chart: ChordChart, instrument: Instrument): Result<Readonly<Record<string, Voicing>>> => {
  const symbols = new Set(
    chart.sections.flatMap(({ bars }) => bars.flatMap(({ chords }) => chords.map(({ symbol }) => symbol))),
  );
  const problems: Problem[] = [];
  const shapes: Record<string, Voicing> = {};
  for (const symbol of symbols) {
    const read = readWrittenChord(symbol, instrument);
    if (read.ok) shapes[symbol] = read.value;
    else problems.push(...read.problems);
  }
  return problems.length > 0 ? failure(...problems.slice(0, 20)) : success(shapes);
};

/** Chords on the half beats nearest to their shares of the bar. */
const quantiseChords = ({ chords }: ChartBar, metre: Metre): readonly BarChord[] => {
  const step = offbeatTicks(metre);
  return chords.map(({ symbol, position }) => ({
    at: Math.round((position * ticksPerBar(metre)) / step) * step,
    voicing: symbol,
  }));
};

const hasOverlappingChords = (chords: readonly BarChord[]): boolean =>
  chords.some(({ at }, index) => index > 0 && at <= (chords[index - 1] as BarChord).at);

const createBar = (bar: ChartBar, metre: Metre, texture: Texture): Bar => ({
  chords: quantiseChords(bar, metre),
  texture: bar.isNoChord ? 'rest' : texture,
  ...(bar.lyrics ? { words: bar.lyrics } : {}),
});

const createSection = (section: ChartSection, index: number, metre: Metre, texture: Texture): Section => ({
  id: `section-${index + 1}`,
  name: section.name.slice(0, 60),
  bars: section.bars.map((bar) => createBar(bar, metre, texture)),
});

const findOverlappingChords = (sections: readonly Section[]): readonly Problem[] =>
  sections.flatMap(({ name, bars }) =>
    bars.flatMap(({ chords }, index) =>
      hasOverlappingChords(chords)
        ? [createProblem('song-wrong', { problem: message('song-problem.too-many-chords', { name, bar: index + 1 }) })]
        : [],
    ),
  );

const clampTempo = (tempo: number): number => Math.min(TEMPO_RANGE.most, Math.max(TEMPO_RANGE.least, tempo));

/** What a chart says of itself goes before what a song begins with otherwise. */
const withHeading = (changes: Partial<Song>, { metre, tempo, capo, title, key }: ChartHeading): Partial<Song> => {
  const instrument = changes.instrument ?? createSong('').instrument;
  return {
    ...changes,
    ...(metre ? { metre } : {}),
    ...(tempo === undefined
      ? {}
      : { tempo: clampTempo(tempoInMetre(tempo, metre ?? changes.metre ?? { beats: 4, unit: 4 })) }),
    ...(capo === undefined ? {} : { instrument: { ...instrument, capo } }),
    // Behind a capo nobody can tell whether it is the key of the shapes or the one that sounds.
    ...(key && !capo ? { key } : {}),
    ...(title ? { name: title.slice(0, SONG_LIMITS.name) } : {}),
  };
};

/**
 * A song from a chord chart: each symbol with its easiest shape, the song's first figure under every bar. Errors: those
 * of symbols, `chord-without-shape`, `song-wrong` for a bar whose chords overflow.
 * @example
 * valueOrThrow(createSongFromChart(valueOrThrow(parseChart('| C | G |')), 'Song')).sections[0].bars.length // => 2
 */
export const createSongFromChart = (chart: ChordChart, name: string, changes: Partial<Song> = {}): Result<Song> => {
  const { heading } = chart;
  const base = createSong(name, withHeading(changes, heading));
  const figure = base.figures[0]?.id;
  const texture: Texture = figure === undefined ? 'rest' : { figure, begins: 'each bar' };
  const shapes = chooseShapes(chart, base.instrument);
  if (!shapes.ok) return shapes;
  const sections = chart.sections.map((section, index) => createSection(section, index, base.metre, texture));
  const problems = findOverlappingChords(sections);
  if (problems.length > 0) return failure(...problems.slice(0, 20));
  const form = chart.form.map(({ section, times }) => ({ section: `section-${section + 1}`, times }));
  return success({ ...base, voicings: shapes.value, sections, form });
};
