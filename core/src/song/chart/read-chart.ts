import { message } from '../../message/index.ts';
import { failure, createProblem, success, type Problem, type Result } from '../../errors/index.ts';
import { parseChordSymbol } from '../../harmony/index.ts';
import { parseChartHeading, type ChartHeading } from './chart-heading.ts';
import { rehearsalLetter } from '../rehearsal-letter.ts';

/** A chord of a chart and the share of its bar at which it begins, 0 to 1. */
export interface ChartChord {
  readonly symbol: string;
  readonly position: number;
}

/** A bar of a chart: its chords, none for “no chord”; words that stand under it. */
export interface ChartBar {
  readonly chords: readonly ChartChord[];
  /** Whether it says that no chord sounds. */
  readonly isNoChord: boolean;
  readonly lyrics?: string;
}

/** A part of a chart: a name, bars, how often they are played. */
export interface ChartSection {
  readonly name: string;
  readonly bars: readonly ChartBar[];
  readonly repeatCount: number;
}

/** A chord chart as it was read. */
export interface ChordChart {
  readonly heading: ChartHeading;
  readonly sections: readonly ChartSection[];
}

const CHART_LIMITS = { characters: 20_000, bars: 400, problems: 20, chords: 16 } as const;

interface ChartParserState {
  heading: ChartHeading;
  readonly sections: { name: string; bars: ChartBar[]; repeatCount: number }[];
  readonly problems: Problem[];
}

/** A shape by its frets, `x32010` or `x-3-2-0-1-0`, by itself or behind a name: `C=x32010`. */
const SHAPE_WORD = /^(?:([A-H][^=\s]*)=)?(?=.*\d)[x\d]{1,2}(?:-?[x\d]{1,2}){2,9}$/i;

const isChordSymbol = (word: string): boolean => {
  if (word.length > 24) return false;
  return SHAPE_WORD.test(word) || (/^[A-H]/.test(word) && parseChordSymbol(word).ok);
};

const NO_CHORD_PATTERN = /^(N\.?C\.?|-)$/i;

/** A word of a chart's line, and the column it begins in, from 1. */
interface ChartToken {
  readonly text: string;
  readonly column: number;
}

const tokenise = (line: string, from = 0): readonly ChartToken[] =>
  [...line.matchAll(/\S+/g)].map(({ 0: text, index }) => ({ text, column: from + index + 1 }));

const reportProblem = (reading: ChartParserState, line: number, { text, column }: ChartToken): void => {
  if (reading.problems.length >= CHART_LIMITS.problems) return;
  const read = parseChordSymbol(text);
  const why = read.ok ? undefined : read.problems[0];
  const near = String(why?.details.near ?? '');
  reading.problems.push(createProblem('chart-unreadable', { line, column, value: text.slice(0, 24), near }));
};

/** Chords that share a bar: `C G` half each, `C . . G` as the dots count. */
const parseChords = (reading: ChartParserState, line: number, words: readonly ChartToken[]): readonly ChartChord[] =>
  words.flatMap((word, place): ChartChord[] => {
    if (word.text === '.' || NO_CHORD_PATTERN.test(word.text)) return [];
    if (isChordSymbol(word.text)) return [{ symbol: word.text, position: place / words.length }];
    reportProblem(reading, line, word);
    return [];
  });

const getLastBar = ({ sections }: ChartParserState): ChartBar | undefined =>
  [...sections].reverse().flatMap(({ bars }) => bars.at(-1) ?? [])[0];

const parseBar = (reading: ChartParserState, line: number, words: readonly ChartToken[]): ChartBar => {
  const [only] = words;
  if (words.length === 1 && only?.text === '%') {
    const before = getLastBar(reading);
    if (!before) reportProblem(reading, line, only);
    return before ?? { chords: [], isNoChord: true };
  }
  const chords = parseChords(reading, line, words);
  return { chords, isNoChord: words.every(({ text }) => NO_CHORD_PATTERN.test(text)) };
};

const getCurrentSection = (reading: ChartParserState): ChartParserState['sections'][number] => {
  const last = reading.sections.at(-1);
  if (last) return last;
  const first = { name: rehearsalLetter(0), bars: [], repeatCount: 1 };
  reading.sections.push(first);
  return first;
};

/** A section of its own for what is repeated; the name goes on where there is nothing yet. */
const startSection = (reading: ChartParserState, name?: string): void => {
  const last = reading.sections.at(-1);
  if (last && last.bars.length === 0) last.name = name ?? last.name;
  else reading.sections.push({ name: name ?? rehearsalLetter(reading.sections.length), bars: [], repeatCount: 1 });
};

const parseBars = (reading: ChartParserState, text: string, line: number): void => {
  const times = /\s*x\s*(\d{1,2})\s*$/i.exec(text);
  const repeated = /\|\|?:/.test(text);
  if (repeated) startSection(reading);
  const body = times ? text.slice(0, times.index) : text;
  const here: ChartBar[] = [];
  for (const { 0: part, index } of body.matchAll(/[^|]+/g)) {
    const cleaned = part.replace(/:/g, ' ');
    const words = tokenise(cleaned, index);
    if (words.length === 0) continue;
    const bar = parseBar(reading, line, words);
    here.push(bar);
    getCurrentSection(reading).bars.push(bar);
  }
  const bySign = /:\|/.test(text) ? 2 : 1;
  const count = times ? Number(times[1]) : bySign;
  if (count > 1 && (repeated || getCurrentSection(reading).bars.length === here.length))
    getCurrentSection(reading).repeatCount = count;
  else for (let round = 1; round < count; round += 1) getCurrentSection(reading).bars.push(...here);
};

/** A line of nothing but chords, without bars: each is a bar of its own, above a line of words perhaps. */
const isChordLine = (line: string): boolean => {
  const words = tokenise(line);
  return words.length > 0 && words.every(({ text }) => isChordSymbol(text) || NO_CHORD_PATTERN.test(text));
};

/** The words under each chord of a line above them: from its column to the next one's. */
const alignLyrics = (chords: readonly ChartToken[], words: string): readonly string[] =>
  chords.map(({ column }, place) => {
    const from = place === 0 ? 0 : column - 1;
    const next = chords[place + 1];
    return words.slice(from, next ? next.column - 1 : undefined).trim();
  });

const parseChordLine = (reading: ChartParserState, line: number, text: string, under: string | undefined): void => {
  const words = tokenise(text);
  const sung = under === undefined ? [] : alignLyrics(words, under);
  words.forEach((word, place) => {
    const bar = parseBar(reading, line, [word]);
    getCurrentSection(reading).bars.push(sung[place] ? { ...bar, lyrics: sung[place].slice(0, 200) } : bar);
  });
};

const isLyricLine = (line: string | undefined): line is string =>
  line !== undefined && line.trim() !== '' && !line.includes('|') && !isChordLine(line) && !/:\s*$/.test(line);

const parseLines = (lines: readonly string[], reading: ChartParserState): void => {
  for (let index = 0; index < lines.length; index += 1) {
    const text = lines[index] as string;
    const name = /^\s*\[?([^|[\]]{1,60}?)\]?\s*:\s*$/.exec(text) ?? /^\s*\[([^|[\]]{1,60})\]\s*$/.exec(text);
    if (text.trim() === '') continue;
    const heading = parseChartHeading(text);
    if (heading) {
      reading.heading = { ...reading.heading, ...heading };
      continue;
    }
    if (name) startSection(reading, (name[1] as string).trim());
    else if (text.includes('|')) parseBars(reading, text, index + 1);
    else if (isChordLine(text)) {
      const under = isLyricLine(lines[index + 1]) ? lines[index + 1] : undefined;
      parseChordLine(reading, index + 1, text, under);
      if (under !== undefined) index += 1;
    } else
      tokenise(text)
        .slice(0, 1)
        .forEach((word) => reportProblem(reading, index + 1, word));
  }
};

/**
 * Reads a chord chart: bars between `|`, several chords share a bar's beats unless `C . . G` says otherwise, `%` is the
 * Reads a chord chart: bars between `|`, several chords share a bar's beats unless `C . . G` says otherwise, `%` is the
 * bar before, a shape may be written as its frets (`x32010`, `C=x35553`), `x2` or `||: :||` repeats, a line that ends
 * in `:` names a section, `N.C.` no chord; a line of chords
 * above a line of words is read too. Errors: `chart-unreadable` with line and column for each word that is none,
 * `chart-empty`,
 * `too-large`.
 * @example
 * valueOrThrow(parseChart('Verse:\n| C | G . . D |')).sections[0].bars.length // => 2
 */
export const parseChart = (text: string): Result<ChordChart> => {
  if (text.length > CHART_LIMITS.characters)
    return failure(
      createProblem('too-large', {
        value: message('size.characters', { count: text.length }),
        most: message('size.characters', { count: CHART_LIMITS.characters }),
      }),
    );
  const reading: ChartParserState = { heading: {}, sections: [], problems: [] };
  parseLines(text.replace(/\r\n?/g, '\n').split('\n'), reading);
  if (reading.problems.length > 0) return failure(...reading.problems);
  const sections = reading.sections.filter(({ bars }) => bars.length > 0);
  const bars = sections.reduce((sum, section) => sum + section.bars.length, 0);
  if (bars === 0) return failure(createProblem('chart-empty'));
  if (bars > CHART_LIMITS.bars)
    return failure(
      createProblem('too-large', {
        value: message('term.bars', { count: bars }),
        most: message('term.bars', { count: CHART_LIMITS.bars }),
      }),
    );
  return success({ heading: reading.heading, sections });
};
