import type { PatternAnalysis } from '../../analysis/index.ts';
import type { ExpandedSong } from '../expansion/expand-song.ts';
import { parseBarIndex } from '../../pattern/index.ts';

/** What the thumb does in one bar. */
export interface ThumbBar {
  readonly bar: number;
  /** Its strings in order. */
  readonly strings: readonly number[];
  /** The most strings it passes from one stroke to the next, the first of the bar counted from the bar before. */
  readonly largestSkip: number;
}

/** The thumb's way through a song, bar by bar. */
export const extractThumbLine = ({ pattern, bars }: ExpandedSong, { digits }: PatternAnalysis): readonly ThumbBar[] => {
  const line = bars.map((_, bar) => ({ bar, strings: [] as number[], largestSkip: 0 }));
  let before: number | undefined;
  for (const { id, string } of pattern.strokes) {
    if (digits[id] !== 'p') continue;
    const bar = line[parseBarIndex(id)];
    if (!bar) continue;
    bar.strings.push(string);
    if (before !== undefined) bar.largestSkip = Math.max(bar.largestSkip, Math.abs(string - before));
    before = string;
  }
  return line;
};
