/** A syllable, a note that has none, one that goes on, or the next bar (ABC 2.1, section 5.1). */
const SYLLABLES = /\|| *\*|_|\\-|[^\s|*_-]+-?|-/g;

/**
 * The words of a line under the bars they are sung in: `counts` says how many notes each bar of the line has.
 */
export const alignAbcLyrics = (text: string, counts: readonly number[]): readonly (string | undefined)[] => {
  const sung = counts.map(() => '');
  let [bar, note] = [0, 0];
  const next = (): void => {
    note += 1;
    while (bar < counts.length && note >= (counts[bar] ?? 0)) [bar, note] = [bar + 1, 0];
  };
  for (const [one] of text.matchAll(SYLLABLES)) {
    if (one === '|') {
      if (note > 0) [bar, note] = [bar + 1, 0];
      continue;
    }
    const word = one.trim().replaceAll('~', ' ');
    if (/^[*_-]$/.test(word)) {
      next();
      continue;
    }
    if (bar >= counts.length) break;
    sung[bar] += word.endsWith('-') ? word.slice(0, -1) : `${word} `;
    next();
  }
  return sung.map((words) => words.trim() || undefined);
};
