import { listIndexes } from '../list-indexes.ts';
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

/** Whether a bar goes on with the endings before it: the same one, or one for later times. */
const continuesEndings = (bars: readonly ParsedBar[], index: number): boolean => {
  const [before, now] = [bars[index - 1], bars[index]];
  const [played, own] = [before?.endings ?? [], now?.endings ?? []];
  if (played.length === 0 || own.length === 0) return false;
  const isSame = played.join() === own.join() && !before?.repeatEnds && !before?.endsSection;
  return isSame || Math.min(...own) > Math.min(...played);
};

/** Where the endings that follow a repeat end: bars that are for later times only belong to it. */
const lastEnding = (bars: readonly ParsedBar[], to: number): number => {
  let last = to;
  while (continuesEndings(bars, last + 1)) last += 1;
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
    found.push({ from, to, times: timesOf(bars, from, to, bar.repeatEnds) });
    index = to;
    from = to + 1;
  }
  return found;
};

const isOfTime = ({ endings }: ParsedBar, time: number): boolean =>
  !endings || endings.length === 0 || endings.includes(time);

/** Indexes of bars in the order they are played, repeats with their endings; at most so many. */
const withRepeats = (bars: readonly ParsedBar[], from: number, to: number, most: number): readonly number[] => {
  const played: number[] = [];
  let next = from;
  for (const repeat of findRepeats(bars.slice(0, to)).filter((one) => one.to >= from)) {
    const first = Math.max(from, repeat.from);
    played.push(...listIndexes(next, first));
    for (let time = 1; time <= repeat.times && played.length <= most; time += 1)
      played.push(...listIndexes(first, repeat.to + 1).filter((index) => isOfTime(bars[index] as ParsedBar, time)));
    next = repeat.to + 1;
  }
  played.push(...listIndexes(next, to));
  return played.slice(0, most);
};

/** A D.C. or D.S.: the bar it stands in, the one it goes back to, and where the coda begins if there is one. */
export interface FormJump {
  readonly at: number;
  readonly to: number;
  /** The bar after which one leaves for the coda, and the first of the coda. */
  readonly leaves?: number;
  readonly coda?: number;
}

/** Where one leaves for the coda and where that begins: by words, else by two signs one after the other. */
const findCoda = (bars: readonly ParsedBar[], at: number): Pick<FormJump, 'leaves' | 'coda'> => {
  const signs = listIndexes(0, bars.length).filter((index) => bars[index]?.signs?.coda);
  const named = bars.findIndex(({ signs: own }) => own?.toCoda);
  const leaves = named >= 0 ? named : (signs.find((index) => index <= at) ?? -1);
  const coda = signs.find((index) => index > Math.max(leaves, at));
  return leaves >= 0 && leaves <= at && coda !== undefined ? { leaves, coda } : {};
};

/**
 * The D.C. or D.S. of some bars; undefined where there is none.
 * @example
 * findJump([]) // => undefined
 */
export const findJump = (bars: readonly ParsedBar[]): FormJump | undefined => {
  const at = bars.findIndex(({ signs }) => signs?.back);
  if (at < 0) return undefined;
  const segno = bars.findLastIndex(({ signs }, index) => index <= at && signs?.segno);
  const to = bars[at]?.signs?.back === 'segno' ? Math.max(0, segno) : 0;
  return { at, to, ...findCoda(bars, at) };
};

/** The last time through the repeat a bar is in: what is played of it when it comes again. */
const lastTimeOf = (repeats: readonly RepeatSpan[], index: number): number =>
  repeats.find(({ from, to }) => index >= from && index <= to)?.times ?? 1;

/**
 * Indexes of the bars that come after a D.C. or D.S., repeats not taken again: up to the Fine, or over to the coda and
 * to the end. None where there is no such sign.
 * @example
 * listBarsAfterJump([]) // => []
 */
export const listBarsAfterJump = (bars: readonly ParsedBar[]): readonly number[] => {
  const jump = findJump(bars);
  if (!jump) return [];
  const repeats = findRepeats(bars);
  const again = listIndexes(jump.to, jump.at + 1).filter((index) =>
    isOfTime(bars[index] as ParsedBar, lastTimeOf(repeats, index)),
  );
  const end = again.findIndex((index) => index === jump.leaves || bars[index]?.signs?.fine);
  const back = end < 0 ? again : again.slice(0, end + 1);
  // What is written after the sign is the coda, named or not: nothing of it is lost.
  const coda = back.at(-1) === jump.leaves ? (jump.coda ?? jump.at + 1) : jump.at + 1;
  return [...back, ...withRepeats(bars, coda, bars.length, MOST_BARS)];
};

/** More bars than any document may have. */
const MOST_BARS = 2000;

/** A bar by itself: without what says how often and when it is played. */
export const plainBar = ({
  repeatBegins: _begins,
  repeatEnds: _ends,
  endings: _endings,
  signs: _signs,
  ...bar
}: ParsedBar): ParsedBar => bar;

/** All bars in the order they are played, at most so many. */
export const expandRepeats = (bars: readonly ParsedBar[], most: number): readonly ParsedBar[] => {
  const end = (findJump(bars)?.at ?? bars.length - 1) + 1;
  return [...withRepeats(bars, 0, end, most), ...listBarsAfterJump(bars)]
    .slice(0, most)
    .map((index) => plainBar(bars[index] as ParsedBar));
};
