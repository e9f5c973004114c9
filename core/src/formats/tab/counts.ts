import type { TabSystem } from './systems.ts';

/** A column that a line of counts names: its place in the text, its beat from 1, and which part of the beat it is. */
export interface CountedColumn {
  readonly column: number;
  readonly beat: number;
  readonly part: number;
  readonly parts: number;
}

const PARTS = new Set(['e', '&', 'a', '+', 'and', 'trip', 'let', '·', '.']);

interface Word {
  readonly text: string;
  readonly column: number;
}

/** The words of a line and where they begin; undefined where one of them is no count. */
const wordsOf = (line: string): readonly Word[] | undefined => {
  const words: Word[] = [];
  for (const { 0: text, index } of line.matchAll(/\S+/g)) {
    const beat = /^\d{1,2}$/.test(text) && Number(text) >= 1 && Number(text) <= 16;
    if (!beat && !PARTS.has(text)) return undefined;
    words.push({ text, column: index });
  }
  return words;
};

const isBeat = ({ text }: Word): boolean => /^\d/.test(text);

/** Beats follow one another from 1, and begin again at 1 with each bar. */
const inOrder = (beats: readonly number[]): boolean =>
  beats[0] === 1 &&
  beats.every((beat, index) => index === 0 || beat === 1 || beat === (beats[index - 1] as number) + 1);

/** What a line of counts says of the columns under it; undefined where it is none. */
const countedColumns = (line: string | undefined): readonly CountedColumn[] | undefined => {
  const words = line === undefined ? undefined : wordsOf(line);
  if (!words || words.length < 2 || !words[0] || !isBeat(words[0])) return undefined;
  const starts = words.flatMap((word, index) => (isBeat(word) ? [index] : []));
  const beats = starts.map((index) => Number(words[index]?.text));
  if (beats.length < 2 && words.length < 3) return undefined;
  if (!inOrder(beats)) return undefined;
  return starts.flatMap((from, place) => {
    const inside = words.slice(from, starts[place + 1]);
    return inside.map(({ column }, part) => ({ column, beat: beats[place] as number, part, parts: inside.length }));
  });
};

/** The counts that stand right above a system. */
export const countsAbove = (lines: readonly string[], { first }: TabSystem): readonly CountedColumn[] | undefined =>
  countedColumns(lines[first - 1]);

/** The counted column something at a column of the text belongs to: the last that begins no later. */
export const columnUnder = (counts: readonly CountedColumn[], column: number): CountedColumn | undefined => {
  let [low, high] = [0, counts.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((counts[middle] as CountedColumn).column <= column) low = middle;
    else high = middle - 1;
  }
  const found = counts[low];
  return found && found.column <= column ? found : undefined;
};
