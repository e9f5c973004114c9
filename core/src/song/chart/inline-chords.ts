import { isChordSymbol, isNoChord, type ChartToken } from './chart-tokens.ts';

/** A chord among words, and the words that are sung to it. */
export interface SungChord extends ChartToken {
  readonly lyrics: string;
}

const BRACKETS = /\[([^[\]|]{1,24})\]/g;

/** Whether something in brackets of a line is meant for a chord: it is one, or stands beside some that are. */
const looksLikeChord = (text: string): boolean => isChordSymbol(text) || isNoChord(text);

/**
 * A line of words with chords in brackets among them: each chord with the words up to the next one, what comes before
 * the first with the first. Undefined where it is no such line: no chord in brackets, or only a section's letter.
 */
export const parseInlineChords = (line: string): readonly SungChord[] | undefined => {
  const found = [...line.matchAll(BRACKETS)];
  if (!found.some(({ 1: text = '' }) => looksLikeChord(text.trim()))) return undefined;
  if (found.length === 1 && /^\s*\[[A-H]\]\s*$/.test(line)) return undefined;
  return found.map(({ 0: whole, 1: text = '', index }, place) => {
    const next = found[place + 1]?.index ?? line.length;
    const before = place === 0 ? line.slice(0, index) : '';
    const lyrics = `${before}${line.slice(index + whole.length, next)}`.replace(/\s+/g, ' ').trim();
    return { text: text.trim(), column: index + 2, lyrics };
  });
};
