import { parseChordSymbol } from '../../harmony/index.ts';
import type { ParsedChord } from '../parsed-music/parsed-music.ts';
import type { TabSystem } from './find-systems.ts';

/** A word of a line over a system, and its column in the text. */
interface Word {
  readonly text: string;
  readonly column: number;
}

const wordsIn = (line: string): readonly Word[] =>
  [...line.slice(0, 2000).matchAll(/\S+/g)].map(({ 0: text, index }) => ({ text, column: index }));

const asChord = (text: string): string | undefined => {
  const plain = text.replace(/^[([]+|[)\],]+$/g, '');
  return /^[A-H]/.test(plain) && plain.length <= 12 && parseChordSymbol(plain).ok ? plain : undefined;
};

/** The chords of a line of symbols, with their columns; undefined where it has a word that is none. */
const chordLine = (line: string | undefined): readonly Word[] | undefined => {
  if (line === undefined || line.trim() === '') return undefined;
  const words = wordsIn(line).filter(({ text }) => !/^[|%/.-]+$/.test(text));
  const chords = words.map(({ text, column }) => ({ text: asChord(text), column }));
  if (words.length === 0 || chords.some(({ text }) => text === undefined)) return undefined;
  return chords as readonly Word[];
};

/** Words that name parts of songs (common practice). */
const PARTS =
  /^\W*(?:(?:pre|post)[- ]?)?(?:intro(?:duction)?|verse|chorus|refrain|bridge|solo|interlude|outro|coda|ending|end|tag|break|turnaround|riff|fill|theme|part|section|middle(?: eight)?|strophe|[A-H])\b[\w ]{0,12}\W*$/i;

/** The name of a part, if a line is one: in brackets, or one of the usual words. */
const sectionName = (line: string | undefined): string | undefined => {
  const text = line?.trim() ?? '';
  if (text === '' || text.length > 40) return undefined;
  const bracketed = /^\[([^\]|]{1,38})\]:?$/.exec(text)?.[1];
  // A letter alone in brackets names a part; a symbol there is a chord.
  if (bracketed && (/^[A-H]$/.test(bracketed) || !chordLine(bracketed))) return bracketed.trim();
  if (chordLine(text)) return undefined;
  return PARTS.test(text) ? text.replace(/[:.\s]+$/, '') : undefined;
};

/** Lines over a system that may belong to it. */
const LOOKED_AT = 6;

/** What the lines right over a system say: chords, and the name of the part that begins. */
export interface LinesAboveSystem {
  readonly chords: readonly Word[];
  readonly section?: string;
}

/** Looks at the lines over a system, up to the system before. */
export const parseLinesAboveSystem = (
  lines: readonly string[],
  { first }: TabSystem,
  from: number,
): LinesAboveSystem => {
  let chords: readonly Word[] | undefined;
  for (let index = first - 1; index >= Math.max(from, first - LOOKED_AT); index -= 1) {
    chords ??= first - index <= 3 ? chordLine(lines[index]) : undefined;
    const section = sectionName(lines[index]);
    if (section !== undefined) return { chords: chords ?? [], section };
  }
  return { chords: chords ?? [] };
};

/** Chords over a bar, at the times of the notes they stand over. */
export const chordsOfBar = (
  chords: readonly Word[],
  [from, to]: readonly [number, number],
  timeAt: (column: number) => number,
): readonly ParsedChord[] =>
  chords
    .filter(({ column }) => column >= from && column < to)
    .map(({ text, column }) => ({ at: timeAt(column), symbol: text }));

/** How often words behind a system, or over it, say that it is played. */
export const parseRepeatCount = (words: readonly string[]): number | undefined => {
  for (const text of words) {
    const number = /(?:^|\b)[x×]\s?(\d{1,2})\b|\b(\d{1,2})\s?(?:[x×]|times)(?:\b|$)/i.exec(text.slice(0, 60));
    const count = Number(number?.[1] ?? number?.[2] ?? 0);
    if (count >= 2 && count <= 16) return count;
    if (/\btwice\b/i.test(text)) return 2;
    if (/\bthree times\b/i.test(text)) return 3;
  }
  return undefined;
};
