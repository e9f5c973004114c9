import type { TabSystem } from './find-systems.ts';

/** A column that a line of counts names: its place in the text, its beat from 1, and how much of the beat is past. */
export interface CountedColumn {
  readonly column: number;
  readonly beat: number;
  /** Share of the beat, from 0 up to 1. */
  readonly share: number;
  /** Parts the beat is counted in. */
  readonly parts: number;
}

/** Shares of a beat that syllables stand for, and the parts they count it in (common practice, no source). */
const SYLLABLES: Readonly<Record<string, readonly [share: number, parts: number]>> = {
  e: [1 / 4, 4],
  '&': [1 / 2, 2],
  '+': [1 / 2, 2],
  and: [1 / 2, 2],
  n: [1 / 2, 2],
  a: [3 / 4, 4],
  trip: [1 / 3, 3],
  let: [2 / 3, 3],
  la: [1 / 3, 3],
  li: [2 / 3, 3],
};

/** Signs that only say that there is a part. */
const FILLERS = new Set(['·', '.', '*', '-', 'ta']);

interface Word {
  readonly text: string;
  readonly column: number;
}

/** The words of a line and where they begin; undefined where one of them is no count. */
const wordsOf = (line: string): readonly Word[] | undefined => {
  const words: Word[] = [];
  for (const { 0: text, index } of line.matchAll(/\d{1,2}|[a-z]+|[^\s\d|]/g)) {
    const beat = /^\d/.test(text) && Number(text) >= 1 && Number(text) <= 16;
    if (!beat && !(text in SYLLABLES) && !FILLERS.has(text)) return undefined;
    words.push({ text, column: index });
  }
  return words;
};

const isBeat = ({ text }: Word): boolean => /^\d/.test(text);

/** Beats follow one another from 1, and begin again at 1 with each bar. */
const inOrder = (beats: readonly number[]): boolean =>
  beats[0] === 1 &&
  beats.every((beat, index) => index === 0 || beat === 1 || beat === (beats[index - 1] as number) + 1);

/** `1 & a` may be thirds: the columns tell, where the next beat is known. */
const areThirds = (inside: readonly Word[], next: number | undefined): boolean => {
  const [beat, second, third] = inside;
  if (!beat || !second || !third || inside.length !== 3 || third.text !== 'a' || next === undefined) return false;
  const share = (third.column - beat.column) / (next - beat.column);
  return second.text === '&' && Math.abs(share - 2 / 3) < Math.abs(share - 3 / 4);
};

/** The shares of a beat’s words. */
const sharesOf = (inside: readonly Word[], next: number | undefined): readonly (readonly [number, number])[] => {
  const count = inside.length;
  const fillers = inside.some(({ text }) => FILLERS.has(text));
  if (fillers || areThirds(inside, next)) return inside.map((_, part) => [part / count, count]);
  const said = inside.slice(1).map(({ text }) => SYLLABLES[text] as readonly [number, number]);
  const parts = Math.max(1, ...said.map(([, one]) => one));
  return [[0, parts], ...said.map(([share]) => [share, parts] as const)];
};

/** What a line of counts says of the columns under or over it; undefined where it is none. */
const countedColumns = (line: string | undefined): readonly CountedColumn[] | undefined => {
  const words = line === undefined || line.length > 2000 ? undefined : wordsOf(line);
  if (!words || words.length < 2 || !words[0] || !isBeat(words[0])) return undefined;
  const starts = words.flatMap((word, index) => (isBeat(word) ? [index] : []));
  const beats = starts.map((index) => Number(words[index]?.text));
  if (beats.length < 2 && words.length < 3) return undefined;
  if (!inOrder(beats)) return undefined;
  const found = starts.flatMap((from, place): readonly CountedColumn[] => {
    const end = starts[place + 1];
    const inside = words.slice(from, end);
    const shares = sharesOf(inside, end === undefined ? undefined : words[end]?.column);
    return inside.map(({ column }, index) => {
      const [share, parts] = shares[index] as readonly [number, number];
      return { column, beat: beats[place] as number, share, parts };
    });
  });
  return found.every(({ share }, index) => index === 0 || share === 0 || share > (found[index - 1]?.share ?? 0))
    ? found
    : undefined;
};

/** Lines between a system and its counts at most. */
const NEAR = 3;

/** The counts that stand over a system, or under it, with words or digits between at most. */
export const parseCounts = (lines: readonly string[], { first, lines: strings }: TabSystem) => {
  for (let away = 1; away <= NEAR; away += 1) {
    const over = countedColumns(lines[first - away]);
    if (over) return over;
    if ((lines[first - away] ?? '').trim() === '') break;
  }
  for (let away = 0; away < NEAR + 2; away += 1) {
    const under = countedColumns(lines[first + strings.length + away]);
    if (under) return under;
    if ((lines[first + strings.length + away] ?? '').trim() === '') break;
  }
  return undefined;
};
