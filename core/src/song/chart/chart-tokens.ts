import { parseChordSymbol } from '../../harmony/index.ts';

/** A word of a chart's line, and the column it begins in, from 1. */
export interface ChartToken {
  readonly text: string;
  readonly column: number;
}

/** A shape by its frets, `x32010` or `x-3-2-0-1-0`, by itself or behind a name: `C=x32010`. */
const SHAPE_WORD = /^(?:([A-H][^=\s]*)=)?(?=.*\d)[x\d]{1,2}(?:-?[x\d]{1,2}){2,9}$/i;

const LONGEST_SYMBOL = 24;

/** Whether a word is a chord symbol, or a shape by its frets. */
export const isChordSymbol = (word: string): boolean => {
  if (word.length > LONGEST_SYMBOL) return false;
  return SHAPE_WORD.test(word) || (/^[A-H]/.test(word) && parseChordSymbol(word).ok);
};

const NO_CHORD = /^(N\.?C\.?|-)$/i;

/** Whether a word says that no chord sounds. */
export const isNoChord = (word: string): boolean => NO_CHORD.test(word);

/** The words of a line with their columns; `from` is the column before the line's first. */
export const tokenise = (line: string, from = 0): readonly ChartToken[] =>
  [...line.matchAll(/\S+/g)].map(({ 0: text, index }) => ({ text, column: from + index + 1 }));

/** `x2`, `(2x)`, `×2`, `(2 times)` at the end of a line, behind a space or a parenthesis, or alone. */
const REPEAT = /(?:^|[\s(])\(?\s{0,4}(?:[x×]\s{0,2}(\d{1,2})|(\d{1,2})\s{0,2}(?:[x×]|times))\s{0,4}\)?$/i;

/** How often a line is played by the sign at its end; the line without it. */
export const splitRepeat = (line: string): { readonly text: string; readonly times: number } => {
  const ended = line.trimEnd();
  const found = REPEAT.exec(ended);
  return found
    ? { text: ended.slice(0, found.index), times: Math.max(1, Number(found[1] ?? found[2])) }
    : { text: line, times: 1 };
};

/** Marks beside a chord that say nothing of it, and what parts chords. */
const clean = (word: string): string => word.replace(/^\(+|[),.;:!*]+$/g, '');

const SEPARATOR = /^(?:[-–—→>,;~]+|\.{2,})$/;

const blank = (text: string): string => ' '.repeat(text.length);

/** What stands in parentheses and is no chord, left out without moving the rest. */
const withoutRemarks = (line: string): string =>
  line.replace(/\([^()]{0,200}\)/g, (whole) =>
    tokenise(whole).every(({ text }) => isChordSymbol(clean(text))) ? whole : blank(whole),
  );

/** The chords of a line without bar lines, with strokes of the beat (`/`); other words are left as they are. */
export const listChordTokens = (line: string): readonly ChartToken[] => {
  const words = tokenise(withoutRemarks(line));
  const isOnly = words.length === 1;
  return words.flatMap((word): readonly ChartToken[] => {
    if (!isOnly && SEPARATOR.test(word.text)) return [];
    const text = clean(word.text);
    return [isChordSymbol(text) ? { ...word, text } : word];
  });
};

const isChordOrStroke = ({ text }: ChartToken): boolean => isChordSymbol(text) || isNoChord(text) || text === '/';

/** Whether a line is nothing but chords. */
export const isChordLine = (line: string): boolean => {
  const words = listChordTokens(splitRepeat(line).text);
  return words.length > 0 && words.every(isChordOrStroke) && words.some(({ text }) => text !== '/');
};

/** Shares of a line's words from which it is meant for chords, though one of them is none. */
const MEANT = { words: 3, share: 0.66 } as const;

/** The words of a line of chords that are none: empty where the line is not meant for chords. */
export const findWrongChords = (line: string): readonly ChartToken[] => {
  const words = listChordTokens(splitRepeat(line).text);
  const wrong = words.filter((word) => !isChordOrStroke(word));
  const isMeant = words.length >= MEANT.words && words.length - wrong.length >= MEANT.share * words.length;
  return isMeant ? wrong : [];
};
