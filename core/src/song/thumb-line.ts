import type { PatternAnalysis } from '../analysis/index.ts';
import { barOfStroke, type WrittenSong } from './realise-song.ts';

/** What the thumb does in one bar. */
export interface ThumbBar {
  readonly bar: number;
  /** Its strings in order. */
  readonly strings: readonly number[];
  /** The most strings it passes from one stroke to the next, the first of the bar counted from the bar before. */
  readonly widest: number;
}

/** The thumb's way through a song, bar by bar. */
export const thumbLineOf = ({ pattern, played }: WrittenSong, { digits }: PatternAnalysis): readonly ThumbBar[] => {
  const line = played.map((_, bar) => ({ bar, strings: [] as number[], widest: 0 }));
  let before: number | undefined;
  for (const { id, string } of pattern.strokes) {
    if (digits[id] !== 'p') continue;
    const bar = line[barOfStroke(id)];
    if (!bar) continue;
    bar.strings.push(string);
    if (before !== undefined) bar.widest = Math.max(bar.widest, Math.abs(string - before));
    before = string;
  }
  return line;
};
