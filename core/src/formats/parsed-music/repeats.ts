import type { ParsedBar } from './parsed-music.ts';

/** A passage that is played several times: indexes of its first and last bar, and how often it is played in all. */
export interface RepeatSpan {
  readonly from: number;
  readonly to: number;
  readonly times: number;
}

/** How often a repeat is played: what its line says, or as often as its endings need. */
const timesOf = (bars: readonly ParsedBar[], from: number, to: number, said: number): number =>
  Math.max(said, ...bars.slice(from, to + 1).flatMap(({ endings }) => endings ?? []));

/** Where the endings that follow a repeat end: bars that are for later times only belong to it. */
const lastEnding = (bars: readonly ParsedBar[], to: number): number => {
  let last = to;
  while ((bars[to]?.endings ?? []).length > 0 && (bars[last + 1]?.endings ?? []).length > 0) {
    last += 1;
    if (bars[last]?.endsSection || bars[last]?.repeatEnds) break;
  }
  return last;
};

/**
 * The repeats of some bars. One that has no beginning begins after the one before, or at the start.
 * @example
 * findRepeats([]).length // => 0
 */
export const findRepeats = (bars: readonly ParsedBar[]): readonly RepeatSpan[] => {
  const found: RepeatSpan[] = [];
  let from = 0;
  for (let index = 0; index < bars.length; index += 1) {
    const bar = bars[index] as ParsedBar;
    if (bar.repeatBegins) from = index;
    if (!bar.repeatEnds || bar.repeatEnds < 2) continue;
    const to = lastEnding(bars, index);
    // A first ending ends with a sign, and so may the second: they are one repeat.
    const again = bars.slice(index + 1, to + 1).some(({ repeatEnds }) => repeatEnds);
    found.push({ from, to, times: timesOf(bars, from, to, bar.repeatEnds) + (again ? 1 : 0) });
    index = to;
    from = to + 1;
  }
  return found;
};

/** The bars of one time through a repeat: those of other times' endings are left out. */
const barsOfTime = (bars: readonly ParsedBar[], { from, to }: RepeatSpan, time: number): readonly ParsedBar[] =>
  bars.slice(from, to + 1).filter(({ endings }) => !endings || endings.length === 0 || endings.includes(time));

const plain = ({ repeatBegins: _begins, repeatEnds: _ends, endings: _endings, ...bar }: ParsedBar): ParsedBar => bar;

/** All bars in the order they are played, at most so many. */
export const expandRepeats = (bars: readonly ParsedBar[], most: number): readonly ParsedBar[] => {
  const played: ParsedBar[] = [];
  let next = 0;
  for (const repeat of findRepeats(bars)) {
    played.push(...bars.slice(next, repeat.from));
    for (let time = 1; time <= repeat.times && played.length <= most; time += 1)
      played.push(...barsOfTime(bars, repeat, time));
    next = repeat.to + 1;
  }
  played.push(...bars.slice(next));
  return played.slice(0, most).map(plain);
};
