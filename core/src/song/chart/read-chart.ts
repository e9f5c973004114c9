import { message } from '../../message/index.ts';
import { failure, createProblem, success, type Problem, type Result } from '../../errors/index.ts';
import { parseChordSymbol } from '../../harmony/index.ts';
import { parseChartHeadings, type ChartHeading } from './chart-heading.ts';
import {
  findWrongChords,
  isChordLine,
  isChordSymbol,
  isNoChord,
  listChordTokens,
  splitRepeat,
  tokenise,
  type ChartToken,
} from './chart-tokens.ts';
import { parseInlineChords } from './inline-chords.ts';
import { kindOfSection, parseRepeatRequest, parseSectionHeading, type SectionHeading } from './section-heading.ts';
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

/** A part of the form: which section, counted from 0, and how often. */
export interface ChartFormEntry {
  readonly section: number;
  readonly times: number;
}

/** A chord chart as it was read. */
export interface ChordChart {
  readonly heading: ChartHeading;
  readonly sections: readonly ChartSection[];
  /** The order the sections are played in; one that is only named again is played again. */
  readonly form: readonly ChartFormEntry[];
  /** Lines before the first section that are neither its title nor a heading, as they stand. */
  readonly unread: readonly string[];
}

const CHART_LIMITS = { characters: 20_000, bars: 400, problems: 20, chords: 16, lyrics: 200, title: 120 } as const;

interface OpenSection {
  name: string;
  bars: ChartBar[];
  repeatCount: number;
  /** Where in its bars each line of chords begins. */
  lineStarts: number[];
  /** Whether its name stood in the chart. */
  isNamed: boolean;
  /** Lines of words that came before any chord of it. */
  words: string[];
}

interface ChartParserState {
  heading: ChartHeading;
  readonly sections: OpenSection[];
  readonly form: { section: OpenSection; times: number }[];
  readonly problems: Problem[];
  /** Lines that are neither chords nor words of anything: a title, an author, or no chart at all. */
  readonly loose: { readonly line: number; readonly token: ChartToken }[];
  readonly unread: string[];
}

/** Says what is no chord, where, and what it may have been meant for. */
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
    if (word.text === '.' || word.text === '/' || isNoChord(word.text)) return [];
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
  return { chords, isNoChord: words.every(({ text }) => isNoChord(text)) };
};

const openSection = (reading: ChartParserState, name: string, isNamed: boolean, times = 1): OpenSection => {
  const section: OpenSection = { name, bars: [], repeatCount: times, lineStarts: [], isNamed, words: [] };
  reading.sections.push(section);
  reading.form.push({ section, times });
  return section;
};

const getCurrentSection = (reading: ChartParserState): OpenSection =>
  reading.sections.at(-1) ?? openSection(reading, rehearsalLetter(0), false);

/** A section of its own for what is repeated; the name goes on where there is nothing yet. */
const startSection = (reading: ChartParserState): OpenSection => {
  const last = reading.sections.at(-1);
  return last && last.bars.length === 0 ? last : openSection(reading, rehearsalLetter(reading.sections.length), false);
};

const setTimes = (reading: ChartParserState, section: OpenSection, times: number): void => {
  section.repeatCount = times;
  const entry = reading.form.findLast((one) => one.section === section);
  if (entry) entry.times = times;
};

/** Repeats bars that were just read: the whole section where they are all of it, else written out. */
const repeatBars = (reading: ChartParserState, here: readonly ChartBar[], count: number, isWhole: boolean): void => {
  const section = getCurrentSection(reading);
  if (count <= 1) return;
  if (isWhole || section.bars.length === here.length) setTimes(reading, section, count);
  else for (let round = 1; round < count; round += 1) section.bars.push(...here);
};

/** Where the last word of a text begins. */
const lastWordStart = (text: string): number => {
  let at = text.length;
  while (at > 0 && text[at - 1] !== ' ' && text[at - 1] !== '\t') at -= 1;
  return at;
};

/** The words under each chord of a line above them: from its column to the next one's, words left whole. */
const alignLyrics = (chords: readonly ChartToken[], words: string): readonly string[] => {
  let from = 0;
  return chords.map((_, place) => {
    const next = chords[place + 1];
    if (!next) return words.slice(from).trim();
    const before = words.slice(0, next.column - 1);
    const isInside = /\S$/.test(before) && /^\S/.test(words.slice(next.column - 1));
    const start = isInside ? lastWordStart(before) : next.column - 1;
    const until = start > from ? start : next.column - 1;
    const sung = words.slice(from, until).trim();
    from = Math.max(from, until);
    return sung;
  });
};

const withLyrics = (bar: ChartBar, lyrics: string | undefined): ChartBar =>
  lyrics ? { ...bar, lyrics: lyrics.slice(0, CHART_LIMITS.lyrics) } : bar;

const withoutLyrics = ({ lyrics: _, ...bar }: ChartBar): ChartBar => bar;

const parseBars = (reading: ChartParserState, text: string, line: number, from = 0, under?: string): void => {
  const times = /\s*x\s*(\d{1,2})\s*$/i.exec(text);
  const repeated = /\|\|?:/.test(text);
  const section = repeated ? startSection(reading) : getCurrentSection(reading);
  const body = times ? text.slice(0, times.index) : text;
  const groups = [...body.matchAll(/[^|]+/g)]
    .map(({ 0: part, index }) => tokenise(part.replace(/:/g, ' '), from + index))
    .filter((words) => words.length > 0);
  const firsts = groups.flatMap(([first]) => first ?? []);
  const sung = under === undefined ? [] : alignLyrics(firsts, under);
  section.lineStarts.push(section.bars.length);
  // Each as it is read: a bar may repeat the one before.
  const here = groups.map((words, place) => {
    const bar = withLyrics(withoutLyrics(parseBar(reading, line, words)), sung[place]);
    section.bars.push(bar);
    return bar;
  });
  const bySign = /:\|/.test(text) ? 2 : 1;
  repeatBars(reading, here, times ? Number(times[1]) : bySign, repeated);
};

/** Chords counted by strokes of the beat (`G / / /`): as many to a bar as it has beats. */
const groupByBeats = (words: readonly ChartToken[], beats: number): readonly (readonly ChartToken[])[] =>
  Array.from({ length: Math.ceil(words.length / beats) }, (_, bar) => words.slice(bar * beats, (bar + 1) * beats));

const addChordLine = (reading: ChartParserState, line: number, text: string, under: string | undefined): void => {
  const { text: chords, times } = splitRepeat(text);
  const words = listChordTokens(chords);
  const section = getCurrentSection(reading);
  const isCounted = words.some((word) => word.text === '/');
  const groups = isCounted ? groupByBeats(words, reading.heading.metre?.beats ?? 4) : words.map((word) => [word]);
  const firsts = groups.flatMap(([first]) => first ?? []);
  const sung = under === undefined ? [] : alignLyrics(firsts, under);
  const here = groups.map((group, place) => withLyrics(parseBar(reading, line, group), sung[place]));
  section.lineStarts.push(section.bars.length);
  section.bars.push(...here);
  repeatBars(reading, here, times, false);
};

const addInlineLine = (
  reading: ChartParserState,
  line: number,
  chords: NonNullable<ReturnType<typeof parseInlineChords>>,
): void => {
  const section = getCurrentSection(reading);
  section.lineStarts.push(section.bars.length);
  for (const { lyrics, ...word } of chords) section.bars.push(withLyrics(parseBar(reading, line, [word]), lyrics));
};

/** A section that is named: it begins, or goes on where only its repeat sign stood; chords may follow in its line. */
const beginNamed = (reading: ChartParserState, { name, times, rest, column }: SectionHeading, line: number): void => {
  const last = reading.sections.at(-1);
  if (last && last.bars.length === 0 && !last.isNamed) Object.assign(last, { name, isNamed: true });
  else openSection(reading, name, true, times);
  if (rest.includes('|')) parseBars(reading, rest, line, column);
  else if (rest !== '') addChordLine(reading, line, `${' '.repeat(column)}${rest}`, undefined);
};

/** Sections before one that it may repeat. */
const SECTIONS_LOOKED_AT = 80;

/** Plays a section once more: the latest of its name. */
const repeatSection = (reading: ChartParserState, { name, times }: SectionHeading): boolean => {
  const before = reading.sections.slice(-SECTIONS_LOOKED_AT).filter(({ bars }) => bars.length > 0);
  const known =
    before.findLast((one) => one.name.toLowerCase() === name.toLowerCase()) ??
    before.findLast((one) => kindOfSection(one.name) === kindOfSection(name));
  if (known) reading.form.push({ section: known, times });
  return known !== undefined;
};

/** Words without chords: below the last bar, or kept until it is known whose chords they have. */
const addWords = (reading: ChartParserState, text: string): void => {
  const section = getCurrentSection(reading);
  const last = section.bars.at(-1);
  if (!last) section.words.push(text.trim());
  else section.bars[section.bars.length - 1] = withLyrics(last, [last.lyrics, text.trim()].filter(Boolean).join(' / '));
};

/** What stands in braces is a heading, the beginning of a section, or a remark. */
const withoutBraces = (line: string): string | undefined => {
  const inside = /^\s*\{(.*)\}\s*$/.exec(line)?.[1]?.trim();
  if (inside === undefined) return line;
  const begins = /^start[ _]of[ _](\w+)(?:\s*:\s*(.+))?$/i.exec(inside);
  if (begins) return `[${begins[2] ?? (begins[1] as string).replace(/^./, (first) => first.toUpperCase())}]`;
  return parseChartHeadings(inside) ? inside : undefined;
};

const isLyricLine = (line: string | undefined): line is string =>
  line !== undefined &&
  line.trim() !== '' &&
  !line.includes('|') &&
  !isChordLine(line) &&
  !parseSectionHeading(line) &&
  !parseInlineChords(line) &&
  !/^\s*\{/.test(line);

const addText = (reading: ChartParserState, text: string, line: number): void => {
  const wrong = findWrongChords(text);
  if (wrong.length > 0) return wrong.forEach((word) => reportProblem(reading, line, word));
  const request = parseRepeatRequest(text);
  if (request && repeatSection(reading, request)) return;
  if (reading.sections.length > 0) return addWords(reading, text);
  tokenise(text)
    .slice(0, 1)
    .forEach((token) => reading.loose.push({ line, token }));
  if (reading.loose.length === 1 && reading.heading.title === undefined)
    reading.heading = { ...reading.heading, title: text.trim().slice(0, CHART_LIMITS.title) };
  else reading.unread.push(text.trim());
};

/** Reads one line; says whether the next one, its words, is read with it. */
const parseLine = (reading: ChartParserState, text: string, line: number, next: string | undefined): boolean => {
  const headings = parseChartHeadings(text);
  const chords = parseInlineChords(text);
  const section = chords ? undefined : parseSectionHeading(text);
  if (headings) reading.heading = { ...reading.heading, ...headings };
  else if (chords) addInlineLine(reading, line, chords);
  else if (section) beginNamed(reading, section, line);
  else if (text.includes('|') || isChordLine(text)) {
    const under = isLyricLine(next) ? next : undefined;
    if (text.includes('|')) parseBars(reading, text, line, 0, under);
    else addChordLine(reading, line, text, under);
    return under !== undefined;
  } else addText(reading, text, line);
  return false;
};

const parseLines = (lines: readonly string[], reading: ChartParserState): void => {
  for (let index = 0; index < lines.length; index += 1) {
    const text = withoutBraces(lines[index] as string);
    if (text === undefined || text.trim() === '') continue;
    if (parseLine(reading, text, index + 1, lines[index + 1])) index += 1;
  }
};

/** Words to the bars of another section: each line of them where a line of its chords begins. */
const borrowChords = (from: OpenSection, words: readonly string[]): ChartBar[] => {
  const last = from.lineStarts.length - 1;
  return from.bars.map(({ lyrics: _, ...bar }, index) => {
    const line = from.lineStarts.indexOf(index);
    if (line < 0) return bar;
    // What there are no lines of chords for goes below the last one.
    const sung = line === last ? words.slice(line) : words.slice(line, line + 1);
    return withLyrics(bar, sung.join(' / '));
  });
};

/** Gives a section that is only named, or has words alone, the chords of the one before that it repeats. */
const resolveSection = (reading: ChartParserState, section: OpenSection): void => {
  if (section.bars.length > 0 || !section.isNamed) return;
  const index = reading.sections.indexOf(section);
  const before = reading.sections.slice(Math.max(0, index - SECTIONS_LOOKED_AT), index).reverse();
  const same = before.find(({ name, bars }) => bars.length > 0 && name.toLowerCase() === section.name.toLowerCase());
  const alike = before.find(({ name, bars }) => bars.length > 0 && kindOfSection(name) === kindOfSection(section.name));
  if (section.words.length > 0 && (same ?? alike))
    section.bars = borrowChords((same ?? alike) as OpenSection, section.words);
  else if (same ?? alike)
    for (const entry of reading.form) if (entry.section === section) entry.section = (same ?? alike) as OpenSection;
};

const formOf = ({ form }: ChartParserState, sections: readonly OpenSection[]): readonly ChartFormEntry[] =>
  form.flatMap(({ section, times }) => {
    const index = sections.indexOf(section);
    return index < 0 ? [] : [{ section: index, times }];
  });

/** No chord at all: words that are no chart are said with their place. */
const refuseEmpty = (reading: ChartParserState): Result<ChordChart> => {
  const [first] = reading.loose;
  if (!first) return failure(createProblem('chart-empty'));
  reportProblem(reading, first.line, first.token);
  return failure(...reading.problems);
};

/**
 * Reads a chord chart: bars between `|`, several chords share a bar's beats unless `C . . G` says otherwise, `%` is the
 * bar before, a shape may be written as its frets (`x32010`, `C=x35553`), `x2` or `||: :||` repeats, a line that ends
 * in `:`, stands in brackets or is a usual name begins a section, `N.C.` is no chord. Song sheets are read too: chords
 * above words or in brackets among them, each a bar of its own; a section that is only named again is played again, a
 * verse of words alone has the chords of the one before; title, key, capo, tempo and metre stand above. Errors:
 * `chart-unreadable` with line and column for each word that is none, `chart-empty`, `too-large`.
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
  const reading: ChartParserState = { heading: {}, sections: [], form: [], problems: [], loose: [], unread: [] };
  parseLines(text.replace(/\r\n?/g, '\n').split('\n'), reading);
  if (reading.problems.length > 0) return failure(...reading.problems);
  for (const section of reading.sections) resolveSection(reading, section);
  const sections = reading.sections.filter(({ bars }) => bars.length > 0);
  const bars = sections.reduce((sum, section) => sum + section.bars.length, 0);
  if (bars === 0) return refuseEmpty(reading);
  if (bars > CHART_LIMITS.bars)
    return failure(
      createProblem('too-large', {
        value: message('term.bars', { count: bars }),
        most: message('term.bars', { count: CHART_LIMITS.bars }),
      }),
    );
  return success({
    heading: reading.heading,
    sections: sections.map(({ name, bars: all, repeatCount }) => ({ name, bars: all, repeatCount })),
    form: formOf(reading, sections),
    unread: reading.unread,
  });
};
