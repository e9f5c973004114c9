import { say } from '@fleet-wren/wording';
import {
  formatBarChords,
  extractBars,
  extractPatternBars,
  listChordNames,
  ticksPerBar,
  type Pattern,
  type Song,
  type SongAnalysis,
} from '@fleet-wren/core';
import { chordWords } from '../components/chords/chord-text.ts';

/** One bar as it stands before the player. */
export interface StandPage {
  /** Where in the piece it is. */
  readonly place: string;
  readonly chords: string;
  readonly words?: string;
  /** The bar by itself; its strokes keep their names. */
  readonly pattern: Pattern;
  /** When it begins in the whole, in ticks. */
  readonly startTick: number;
}

/** The bars of a pattern. */
export const pagesOfPattern = (pattern: Pattern): readonly StandPage[] =>
  Array.from({ length: pattern.bars }, (_, bar) => {
    const own = extractPatternBars(pattern, bar, 1);
    return {
      place: pattern.bars > 1 ? say('stand.bar-of', { bar: bar + 1, bars: pattern.bars }) : '',
      chords: listChordNames(own).map(chordWords).join('  '),
      pattern: own,
      startTick: bar * ticksPerBar(pattern.metre),
    };
  });

/** The bars of a song in the order in which they are played. */
export const pagesOfSong = (song: Song, { expanded }: SongAnalysis): readonly StandPage[] =>
  expanded.bars.map(({ bar, formIndex, startTick }, index) => {
    const section = song.sections.find(({ id }) => id === song.form[formIndex]?.section)?.name ?? '';
    return {
      place: say('stand.section-bar-of', { section, bar: index + 1, bars: expanded.bars.length }),
      chords: formatBarChords(bar, song),
      ...(bar.words ? { words: bar.words } : {}),
      pattern: extractBars(expanded, index, 1),
      startTick,
    };
  });

/** The page that is heard at a tick, from 0. */
export const pageAt = (pages: readonly StandPage[], tick: number): number =>
  Math.max(
    0,
    pages.findLastIndex(({ startTick }) => startTick <= tick),
  );

/** Keys that turn pages, those of pedals among them: they send arrows or page keys. */
const TURNS: Readonly<Record<string, 1 | -1>> = {
  ArrowRight: 1,
  ArrowDown: 1,
  PageDown: 1,
  Enter: 1,
  ArrowLeft: -1,
  ArrowUp: -1,
  PageUp: -1,
  Backspace: -1,
};

/** The page a key leads to; undefined where it leads to none. What loops goes on at its beginning. */
export const pageAfterKey = (key: string, page: number, pages: number, loops: boolean): number | undefined => {
  if (key === 'Home') return 0;
  if (key === 'End') return pages - 1;
  const turn = TURNS[key];
  if (turn === undefined) return undefined;
  const next = page + turn;
  if (loops) return (next + pages) % pages;
  return Math.min(pages - 1, Math.max(0, next));
};
