import { formatMetre, beatsPerBar, ticksPerBar, ticksPerBeat } from '../../time/index.ts';
import type { Bar, FormEntry, Section, Song } from '../model/song.ts';

/** Bars in a line. */
const BARS_PER_LINE = 4;

/** What stands for a bar in which no chord sounds, and for one that goes on with the chord before. */
const SIGNS = { none: 'N.C.', same: '%' } as const;

/**
 * The chords of a bar as they are typed: symbols, with dots for the beats they go on where they share it unevenly.
 * @example
 * formatBarChords(
 *   { chords: [{ at: 0, voicing: 'C' }, { at: 2520, voicing: 'G' }], texture: 'rest' },
 *   { metre: { beats: 4, unit: 4 } },
 * ) // => 'C . . G'
 */
export const formatBarChords = (
  { chords, metre: own }: Pick<Bar, 'chords' | 'metre'>,
  song: Pick<Song, 'metre'>,
): string => {
  const metre = own ?? song.metre;
  const beat = ticksPerBeat(metre);
  const isEven = chords.every(({ at }, index) => at === Math.round((index * ticksPerBar(metre)) / chords.length));
  if (isEven || !chords.every(({ at }) => at % beat === 0)) return chords.map(({ voicing }) => voicing).join(' ');
  return Array.from(
    { length: beatsPerBar(metre) },
    (_, place) => chords.find(({ at }) => at === place * beat)?.voicing ?? '.',
  ).join(' ');
};

const formatChords = (bar: Bar, song: Song): string =>
  formatBarChords(bar, song) || (bar.texture === 'rest' ? SIGNS.none : SIGNS.same);

/** Words that cannot be taken for a bar line. */
const wordsOf = ({ words = '' }: Bar): string => words.replaceAll('|', '/').replace(/\s+/g, ' ').trim();

/** One line of bars with its words below, each under its bar. */
const formatLine = (bars: readonly Bar[], song: Song): string => {
  const cells = bars.map((bar) => ({ chords: formatChords(bar, song), words: wordsOf(bar) }));
  const widths = cells.map(({ chords, words }) => Math.max(chords.length, words.length));
  const row = (key: 'chords' | 'words'): string[] => cells.map((cell, index) => cell[key].padEnd(widths[index] ?? 0));
  const chords = `| ${row('chords').join(' | ')} |`;
  const hasWords = cells.some(({ words }) => words !== '');
  return hasWords ? `${chords}\n  ${row('words').join('   ')}`.trimEnd() : chords;
};

const formatBars = (bars: readonly Bar[], song: Song): string =>
  Array.from({ length: Math.ceil(bars.length / BARS_PER_LINE) }, (_, line) =>
    formatLine(bars.slice(line * BARS_PER_LINE, (line + 1) * BARS_PER_LINE), song),
  ).join('\n');

/** A part the first time it is played with its bars, later by its name; endings are written out. */
const formatEntry = (song: Song, { section: id, times, endings = [] }: FormEntry, isKnown: boolean): string => {
  const section = song.sections.find((one) => one.id === id) as Section;
  const repeat = times > 1 && endings.length === 0 ? ` (x${times})` : '';
  const heading = `[${section.name.replace(/[|[\]]/g, ' ')}]${repeat}`;
  if (isKnown && endings.length === 0) return heading;
  if (endings.length === 0) return `${heading}\n${formatBars(section.bars, song)}`;
  const played = Array.from({ length: times }, (_, index) => {
    const ending = endings.find(({ time }) => time === index + 1)?.bars ?? [];
    return [...section.bars.slice(0, section.bars.length - ending.length), ...ending];
  });
  return `${heading}\n${played.map((bars) => formatBars(bars, song)).join('\n')}`;
};

const formatHeading = ({ name, metre, tempo, key, instrument: { capo = 0 } }: Song): string => {
  const parts = [
    key !== undefined && !key.includes(' ') ? `Key: ${key}` : '',
    capo > 0 ? `Capo: ${capo}` : '',
    `Time: ${formatMetre(metre)}`,
    `Tempo: ${Math.round(tempo)}`,
  ];
  return `${name}\n${parts.filter(Boolean).join('   ')}`;
};

/**
 * A song as a sheet to read and sing from: title, key, capo, metre and tempo, sections of bars with their words below,
 * a section that comes again by its name. `parseChart` reads it again.
 * @example
 * exportSongSheet(valueOrThrow(createSongFromChart(valueOrThrow(parseChart('| C | G |')), 'Low water'))).split('\n')[4]
 * // => '| C | G |'
 */
export const exportSongSheet = (song: Song): string => {
  const known = new Set<string>();
  const parts = song.form.map((entry) => {
    const text = formatEntry(song, entry, known.has(entry.section));
    if (!entry.endings?.length) known.add(entry.section);
    return text;
  });
  return `${[formatHeading(song), ...parts].join('\n\n')}\n`;
};
