import type { FormSigns } from '../parsed-music/parsed-music.ts';

/** What stands at the bar lines of a bar and over it: repeats, the brackets of endings, and where one goes on. */
export interface RepeatSigns extends FormSigns {
  readonly repeatBegins?: boolean;
  /** How often what ends here is played in all. */
  readonly repeatEnds?: number;
  /** Times through for which the ending is that begins here, or that ends here. */
  readonly beginsEnding?: readonly number[];
  readonly endsEnding?: readonly number[];
  /** Where a D.C. or D.S. goes to. */
  readonly until?: 'Coda' | 'Fine';
}

/** A bar as it is written: which one it is as played, from 0, and its signs. */
export interface WrittenBar {
  readonly played: number;
  readonly signs: RepeatSigns;
}

/** An ending: the times through it is for, and its bars as played. */
export interface WrittenEnding {
  readonly times: readonly number[];
  readonly bars: readonly number[];
}

const addSigns = (bars: readonly WrittenBar[], index: number, signs: RepeatSigns): readonly WrittenBar[] =>
  bars.map((bar, at) => (at === index ? { ...bar, signs: { ...bar.signs, ...signs } } : bar));

/** Signs added to the first of some bars. */
export const signFirst = (bars: readonly WrittenBar[], signs: RepeatSigns): readonly WrittenBar[] =>
  addSigns(bars, 0, signs);

/** Signs added to the last of some bars. */
export const signLast = (bars: readonly WrittenBar[], signs: RepeatSigns): readonly WrittenBar[] =>
  addSigns(bars, bars.length - 1, signs);

/** Bars without a sign. */
export const writeBars = (bars: readonly number[]): readonly WrittenBar[] =>
  bars.map((played) => ({ played, signs: {} }));

const writeEnding = (
  { times, bars }: WrittenEnding,
  { all, isLast }: { readonly all: number; readonly isLast: boolean },
): readonly WrittenBar[] => {
  const opened = signFirst(writeBars(bars), { beginsEnding: times });
  return signLast(opened, { endsEnding: times, ...(isLast ? {} : { repeatEnds: all }) });
};

/**
 * What comes several times: the bars that are the same each time, and endings where there are any. A reader goes back
 * after each ending but the last; where all go on from the start once more (`isEndless`), after the last as well.
 */
export const writeRepeat = (
  shared: readonly number[],
  endings: readonly WrittenEnding[],
  { times, isEndless = false }: { readonly times: number; readonly isEndless?: boolean },
): readonly WrittenBar[] => {
  const body = writeBars(shared);
  const tails = endings.flatMap((ending, place) =>
    writeEnding(ending, { all: times, isLast: !isEndless && place === endings.length - 1 }),
  );
  const closed = endings.length === 0 ? signLast(body, { repeatEnds: times }) : [...body, ...tails];
  return signFirst(closed, { repeatBegins: true });
};
