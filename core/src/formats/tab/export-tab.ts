import { formatTuning, openStringName, stringCount } from '../../instrument/index.ts';
import { digitSymbol, handPosition, type Digit, type Slur } from '../../pattern/index.ts';
import type { ScoreAnnotations } from '../score-annotations.ts';
import { tempoAt, type Score, type ScoreBar, type ScoreStroke } from '../../score/index.ts';
import {
  metreKey,
  beatNote,
  BEAT_SIGNS,
  greatestCommonDivisor,
  formatSpokenCount,
  type Metre,
} from '../../time/index.ts';

/** Widest line of a system, in characters. */
const WIDTH = 100;

/** One column of a bar: a time, how it is counted, and the strokes that fall on it with their digits. */
interface Column {
  readonly at: number;
  readonly count: string;
  readonly cells: ReadonlyMap<number, string>;
  readonly digits: readonly Digit[];
  readonly isAlone?: boolean;
}

interface TabBar {
  readonly columns: readonly Column[];
  /** Index in the score. */
  readonly index: number;
}

/** Signs of a slur before the fret it leads to; a slide goes up or down by where it comes from. */
const SLUR_SIGNS: Readonly<Record<Exclude<Slur, 'slide'>, string>> = { 'hammer-on': 'h', 'pull-off': 'p', tap: 'h' };

const slurSign = (slur: Slur | undefined, fret: number, before: number | undefined): string => {
  if (!slur) return '';
  if (slur === 'slide') return before !== undefined && before > fret ? '\\' : '/';
  return SLUR_SIGNS[slur];
};

/** Signs behind a fret: `b9r7` bent and let down, `tr9` trilled, `~` with vibrato, `\\` or `/` sliding off. */
const ornamentSigns = ({ bend, trill, vibrato, slideOut }: ScoreStroke, fret: number): string => {
  const bent = bend ? `b${fret + bend.semitones}${bend.isReleased ? `r${fret}` : ''}` : '';
  const off = slideOut === 'below' ? '\\' : '/';
  return bent + (trill === undefined ? '' : `tr${fret + trill}`) + (vibrato ? '~' : '') + (slideOut ? `${off}--` : '');
};

/**
 * A stroke as it stands on its line: the fret; `x` where the string is muted, `(3)` for a soft note, `<12>` for a
 * harmonic at the fret that is touched, with the sign of its slur in front, or `t` where it is tapped.
 */
const cellOf = (stroke: ScoreStroke, before: number | undefined): string => {
  const { fret, harmonic, slur, loudness, grace, dead, tapped } = stroke;
  const sign = tapped ? 't' : slurSign(slur, fret ?? 0, before);
  if (fret === null || dead) return `${sign}x`;
  if (harmonic) return `${sign}<${harmonic.touch}>`;
  const note = loudness === 'soft' ? `(${fret})` : `${fret}`;
  if (!grace) return sign + note + ornamentSigns(stroke, fret);
  const from = Math.max(0, fret + grace.frets);
  return `g${from}${slurSign(grace.slur, fret, from) || ','}${note}${ornamentSigns(stroke, fret)}`;
};

/** The fret of the note before on the string of each stroke. */
const fretsBefore = ({ strokes }: Score): ReadonlyMap<ScoreStroke, number> => {
  const last = new Map<number, number>();
  const before = new Map<ScoreStroke, number>();
  for (const stroke of strokes) {
    const old = last.get(stroke.string);
    if (old !== undefined) before.set(stroke, old);
    if (stroke.fret !== null) last.set(stroke.string, stroke.fret);
  }
  return before;
};

/** The coarsest parts of a beat, no coarser than it is cut in, on which all its strokes fall. Ticks. */
const stepOf = (ticks: number, parts: number, times: readonly number[]): number =>
  times.reduce((step, past) => greatestCommonDivisor(step, past), ticks / parts);

/** The count of a column; of a beat that begins before the music the columns before it count too. */
const countWord = (metre: Metre, number: number, column: number, columns: number, skipped: number): string =>
  formatSpokenCount(metre, number - 1, column + skipped, columns + skipped);

/** Columns by bar; of a beat with strokes beside its parts as many as they need. */
const columnsOf = (score: Score, digits: readonly (Digit | null)[]): readonly TabBar[] => {
  const byTime = new Map<number, { readonly stroke: ScoreStroke; readonly digit: Digit | null }[]>();
  score.strokes.forEach((stroke, index) => {
    const those = byTime.get(stroke.at) ?? [];
    those.push({ stroke, digit: digits[index] ?? null });
    byTime.set(stroke.at, those);
  });
  const before = fretsBefore(score);
  const times = [...byTime.keys()];
  let next = 0;
  const bars = score.bars.map((): Column[] => []);
  for (const { at, ticks, parts, number, bar, skippedParts = 0 } of score.beats) {
    const inside: number[] = [];
    for (; next < times.length && (times[next] as number) < at + ticks; next += 1)
      inside.push((times[next] as number) - at);
    const step = stepOf(ticks, parts, inside);
    for (let past = 0; past < ticks; past += step) {
      const struck = byTime.get(at + past) ?? [];
      bars[bar]?.push({
        at: at + past,
        count: countWord(
          (score.bars[bar] as ScoreBar).metre,
          number,
          past / step,
          ticks / step,
          (skippedParts * ticks) / parts / step,
        ),
        cells: new Map(struck.map(({ stroke }) => [stroke.string, cellOf(stroke, before.get(stroke))])),
        digits: struck.flatMap(({ digit }) => digit ?? []).sort((a, b) => handPosition(b) - handPosition(a)),
      });
    }
  }
  return bars.map((columns, index) => ({
    columns: columns.length === 1 ? columns.map((column) => ({ ...column, isAlone: true })) : columns,
    index,
  }));
};

/**
 * Characters of a column: one more than its longest cell, and at least three; four where it is a bar by itself, which
 * could be taken for a sign otherwise.
 */
const widthOf = ({ cells, count, isAlone }: Column): number =>
  Math.max(isAlone ? 4 : 3, count.length + 1, ...[...cells.values()].map((cell) => cell.length + 1));

const line = (bars: readonly TabBar[], cell: (column: Column) => string, blank: string, bar: string): string =>
  bars
    .map(({ columns }) => columns.map((column) => cell(column).padEnd(widthOf(column), blank)).join('') + bar)
    .join('');

const digitLines = (bars: readonly TabBar[], margin: string): readonly string[] => {
  const most = Math.max(1, ...bars.flatMap(({ columns }) => columns.map(({ digits }) => digits.length)));
  const rowOf =
    (row: number) =>
    ({ digits }: Column): string => {
      const digit = digits[row];
      return digit ? digitSymbol(digit) : '';
    };
  return Array.from({ length: most }, (_, row) => margin + line(bars, rowOf(row), ' ', ' '));
};

/** Symbols of the chords over the columns where they begin; where several crowd, each stands as near as it can. */
const chordLine = (score: Score, bars: readonly TabBar[], margin: number): string => {
  let text = '';
  let at = margin;
  for (const { columns } of bars) {
    for (const column of columns) {
      const chord = score.chords.find((one) => one.at === column.at)?.voicing.chord;
      if (chord) text = `${text.padEnd(Math.max(at, text === '' ? 0 : text.length + 1))}${chord}`;
      at += widthOf(column);
    }
    at += 1;
  }
  return text;
};

/** What stands over a system of a song: the name of the section that begins, and the chords. */
const aboveSystem = (
  score: Score,
  bars: readonly TabBar[],
  margin: number,
  said: ScoreAnnotations,
): readonly string[] => {
  const section = said.sections?.get(bars[0]?.index ?? -1);
  const chords = score.chords.length > 1 ? chordLine(score, bars, margin) : '';
  return [...(section ? [`[${section.replace(/[[\]|\n]/g, ' ')}]`] : []), ...(chords === '' ? [] : [chords])];
};

const system = (score: Score, bars: readonly TabBar[], last: boolean, said: ScoreAnnotations): readonly string[] => {
  const strings = Array.from({ length: stringCount(score.instrument) }, (_, index) => index + 1);
  const label = (string: number): string => `${openStringName(score.instrument, string).padEnd(2)} ${string} |-`;
  const margin = ' '.repeat(label(1).length);
  // A cycle ends in a repeat sign, whose dots stand on the two middle lines.
  const middle = [Math.floor(strings.length / 2), Math.floor(strings.length / 2) + 1];
  const ended = (text: string, string: number): string => {
    if (!last || !score.loop) return text;
    return `${text.slice(0, -1)}${middle.includes(string) ? ':' : '-'}||`;
  };
  return [
    ...aboveSystem(score, bars, margin.length, said),
    margin + line(bars, ({ count }) => count, ' ', ' '),
    ...strings.map((string) =>
      ended(label(string) + line(bars, ({ cells }) => cells.get(string) ?? '', '-', '|'), string),
    ),
    ...digitLines(bars, margin),
  ].map((text) => text.trimEnd());
};

const barWidth = ({ columns }: TabBar): number => columns.reduce((sum, column) => sum + widthOf(column), 1);

/** Bars gathered into lines that are not too wide; a bar that is too wide by itself has a line of its own. */
const systemsOf = (bars: readonly TabBar[], { sections }: ScoreAnnotations): readonly (readonly TabBar[])[] => {
  const systems: TabBar[][] = [];
  let width = Infinity;
  for (const bar of bars) {
    width += barWidth(bar);
    if (width > WIDTH - 6 || sections?.has(bar.index)) {
      systems.push([]);
      width = barWidth(bar);
    }
    systems[systems.length - 1]?.push(bar);
  }
  return systems;
};

/** The shape of a pattern; a song has many, and they stand over its bars. */
const shapeText = ({ chords }: Score): string =>
  (chords.length > 1 ? [] : chords)
    .map(({ voicing }) => `${voicing.chord} (${voicing.frets.map((fret) => fret ?? 'x').join(' ')})`)
    .join(', ');

/** Open strings from the lowest up: what the file says is the same in every language. */
const tuningWords = ({ instrument }: Score): string => formatTuning(instrument.pitches);

/** A tempo with its note, where that is no quarter: the file says the same in every language. */
const tempoText = (score: Score, { metre }: ScoreBar): string => {
  const { value, isDotted } = beatNote(metre);
  const tempo = tempoAt(score, 0);
  return value === 4 && !isDotted ? `${tempo} bpm` : `${BEAT_SIGNS[value]}${isDotted ? '.' : ''} = ${tempo}`;
};

const heading = (score: Score, school: string): readonly string[] => [
  score.name,
  [
    metreKey((score.bars[0] as ScoreBar).metre),
    tempoText(score, score.bars[0] as ScoreBar),
    ...(score.swing === 50 ? [] : [`swing ${score.swing} %${score.swingParts === 4 ? ' of 16ths' : ''}`]),
    `tuning ${tuningWords(score)}`,
    ...(score.instrument.capo > 0 ? [`capo ${score.instrument.capo}`] : []),
    shapeText(score),
    `school ${school}`,
  ]
    .filter((fact) => fact !== '')
    .join(' · '),
  '',
];

/**
 * A score as plain-text tablature: the counts above, the digits below (`v` pick down, `^` pick up; of a pinch the
 * highest digit on top). Frets are what is really played; `h` `p` `/` `\` lead to slurred notes, `<12>` is a harmonic
 * at the fret touched, `x` a dead note or a string that the chord mutes, `(3)` a soft note, `g3h5` a grace note, `5b7`
 * a bend, `5tr7` a trill, `~` vibrato, `:||` the end of a cycle. `school` is its key.
 * `digits` come in the order of
 * the score's strokes. Over the bars of a song stand its sections and chords.
 * @example
 * exportTab(
 *   flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *   ['p', 'i', 'm', 'i'],
 *   'one-per-string',
 * ).split('\n')[0] // => '–'
 */
export const exportTab = (
  score: Score,
  digits: readonly (Digit | null)[],
  school: string,
  said: ScoreAnnotations = {},
): string => {
  const systems = systemsOf(columnsOf(score, digits), said);
  const lines = systems.flatMap((bars, index) => [...system(score, bars, index === systems.length - 1, said), '']);
  return `${[...heading(score, school), ...lines].join('\n').trimEnd()}\n`;
};
