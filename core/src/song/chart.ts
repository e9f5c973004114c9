import { message } from '../message/index.ts';
import { failure, problem, success, type Problem, type Result } from '../errors/index.ts';
import { readChord } from '../harmony/index.ts';
import { rehearsalLetter } from './rehearsal-letter.ts';

/** A chord of a chart and the share of its bar at which it begins, 0 to 1. */
export interface ChartChord {
  readonly symbol: string;
  readonly share: number;
}

/** A bar of a chart: its chords, none for “no chord”; words that stand under it. */
export interface ChartBar {
  readonly chords: readonly ChartChord[];
  /** Whether it says that no chord sounds. */
  readonly silent: boolean;
  readonly words?: string;
}

/** A part of a chart: a name, bars, how often they are played. */
export interface ChartSection {
  readonly name: string;
  readonly bars: readonly ChartBar[];
  readonly times: number;
}

/** A chord chart as it was read. */
export interface Chart {
  readonly sections: readonly ChartSection[];
}

const MOST = { characters: 20_000, bars: 400, problems: 20, chords: 16 } as const;

interface Reading {
  readonly sections: { name: string; bars: ChartBar[]; times: number }[];
  readonly problems: Problem[];
}

const isChord = (word: string): boolean => /^[A-G]/.test(word) && word.length <= 24 && readChord(word).ok;

const NO_CHORD = /^(N\.?C\.?|-)$/i;

/** A word of a chart's line, and the column it begins in, from 1. */
interface Word {
  readonly text: string;
  readonly column: number;
}

const wordsIn = (line: string, from = 0): readonly Word[] =>
  [...line.matchAll(/\S+/g)].map(({ 0: text, index }) => ({ text, column: from + index + 1 }));

const complain = (reading: Reading, line: number, { text, column }: Word): void => {
  if (reading.problems.length >= MOST.problems) return;
  const read = readChord(text);
  const why = read.ok ? undefined : read.problems[0];
  const near = String(why?.details.near ?? '');
  reading.problems.push(problem('chart-unreadable', { line, column, value: text.slice(0, 24), near }));
};

/** Chords that share a bar: `C G` half each, `C . . G` as the dots count. */
const chordsFrom = (reading: Reading, line: number, words: readonly Word[]): readonly ChartChord[] =>
  words.flatMap((word, place): ChartChord[] => {
    if (word.text === '.' || NO_CHORD.test(word.text)) return [];
    if (isChord(word.text)) return [{ symbol: word.text, share: place / words.length }];
    complain(reading, line, word);
    return [];
  });

const lastBar = ({ sections }: Reading): ChartBar | undefined =>
  [...sections].reverse().flatMap(({ bars }) => bars.at(-1) ?? [])[0];

const readBar = (reading: Reading, line: number, words: readonly Word[]): ChartBar => {
  const [only] = words;
  if (words.length === 1 && only?.text === '%') {
    const before = lastBar(reading);
    if (!before) complain(reading, line, only);
    return before ?? { chords: [], silent: true };
  }
  const chords = chordsFrom(reading, line, words);
  return { chords, silent: words.every(({ text }) => NO_CHORD.test(text)) };
};

const sectionNow = (reading: Reading): Reading['sections'][number] => {
  const last = reading.sections.at(-1);
  if (last) return last;
  const first = { name: rehearsalLetter(0), bars: [], times: 1 };
  reading.sections.push(first);
  return first;
};

/** A section of its own for what is repeated; the name goes on where there is nothing yet. */
const begin = (reading: Reading, name?: string): void => {
  const last = reading.sections.at(-1);
  if (last && last.bars.length === 0) last.name = name ?? last.name;
  else reading.sections.push({ name: name ?? rehearsalLetter(reading.sections.length), bars: [], times: 1 });
};

const readBars = (reading: Reading, text: string, line: number): void => {
  const times = /\s*x\s*(\d{1,2})\s*$/i.exec(text);
  const repeated = /\|\|?:/.test(text);
  if (repeated) begin(reading);
  const body = times ? text.slice(0, times.index) : text;
  const here: ChartBar[] = [];
  for (const { 0: part, index } of body.matchAll(/[^|]+/g)) {
    const cleaned = part.replace(/:/g, ' ');
    const words = wordsIn(cleaned, index);
    if (words.length === 0) continue;
    const bar = readBar(reading, line, words);
    here.push(bar);
    sectionNow(reading).bars.push(bar);
  }
  const count = times ? Number(times[1]) : /:\|/.test(text) ? 2 : 1;
  if (count > 1 && (repeated || sectionNow(reading).bars.length === here.length)) sectionNow(reading).times = count;
  else for (let round = 1; round < count; round += 1) sectionNow(reading).bars.push(...here);
};

/** A line of nothing but chords, without bars: each is a bar of its own, above a line of words perhaps. */
const isChordLine = (line: string): boolean => {
  const words = wordsIn(line);
  return words.length > 0 && words.every(({ text }) => isChord(text) || NO_CHORD.test(text));
};

/** The words under each chord of a line above them: from its column to the next one's. */
const wordsUnder = (chords: readonly Word[], words: string): readonly string[] =>
  chords.map(({ column }, place) => {
    const from = place === 0 ? 0 : column - 1;
    const next = chords[place + 1];
    return words.slice(from, next ? next.column - 1 : undefined).trim();
  });

const readChordLine = (reading: Reading, line: number, text: string, under: string | undefined): void => {
  const words = wordsIn(text);
  const sung = under === undefined ? [] : wordsUnder(words, under);
  words.forEach((word, place) => {
    const bar = readBar(reading, line, [word]);
    sectionNow(reading).bars.push(sung[place] ? { ...bar, words: sung[place].slice(0, 200) } : bar);
  });
};

const isWords = (line: string | undefined): line is string =>
  line !== undefined && line.trim() !== '' && !line.includes('|') && !isChordLine(line) && !/:\s*$/.test(line);

const readLines = (lines: readonly string[], reading: Reading): void => {
  for (let index = 0; index < lines.length; index += 1) {
    const text = lines[index] as string;
    const name = /^\s*\[?([^|[\]]{1,60}?)\]?\s*:\s*$/.exec(text) ?? /^\s*\[([^|[\]]{1,60})\]\s*$/.exec(text);
    if (text.trim() === '') continue;
    if (name) begin(reading, (name[1] as string).trim());
    else if (text.includes('|')) readBars(reading, text, index + 1);
    else if (isChordLine(text)) {
      const under = isWords(lines[index + 1]) ? lines[index + 1] : undefined;
      readChordLine(reading, index + 1, text, under);
      if (under !== undefined) index += 1;
    } else
      wordsIn(text)
        .slice(0, 1)
        .forEach((word) => complain(reading, index + 1, word));
  }
};

/**
 * Reads a chord chart: bars between `|`, several chords share a bar's beats unless `C . . G` says otherwise, `%` is the
 * bar before, `x2` or `||: :||` repeats, a line that ends in `:` names a section, `N.C.` no chord; a line of chords above
 * a line of words is read too. Errors: `chart-unreadable` with line and column for each word that is none, `chart-empty`,
 * `too-large`.
 * @example
 * valueOrThrow(readChart('Verse:\n| C | G . . D |')).sections[0].bars.length // => 2
 */
export const readChart = (text: string): Result<Chart> => {
  if (text.length > MOST.characters)
    return failure(
      problem('too-large', {
        value: message('size.characters', { count: text.length }),
        most: message('size.characters', { count: MOST.characters }),
      }),
    );
  const reading: Reading = { sections: [], problems: [] };
  readLines(text.replace(/\r\n?/g, '\n').split('\n'), reading);
  if (reading.problems.length > 0) return failure(...reading.problems);
  const sections = reading.sections.filter(({ bars }) => bars.length > 0);
  const bars = sections.reduce((sum, section) => sum + section.bars.length, 0);
  if (bars === 0) return failure(problem('chart-empty'));
  if (bars > MOST.bars)
    return failure(
      problem('too-large', {
        value: message('term.bars', { count: bars }),
        most: message('term.bars', { count: MOST.bars }),
      }),
    );
  return success({ sections });
};
