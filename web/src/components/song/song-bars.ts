import { say } from '@fleet-wren/wording';
import {
  parseBarIndex,
  spellPitchClass,
  locatePlayedBar,
  type ThumbnailStroke,
  type Song,
  type SongAnalysis,
} from '@fleet-wren/core';

/** The first time each bar of each section and ending is played, counted from 0, by place and index. */
export const mapFirstOccurrences = (song: Song, { expanded }: SongAnalysis): ReadonlyMap<string, number> => {
  const found = new Map<string, number>();
  expanded.bars.forEach((played, bar) => {
    const { place, index } = locatePlayedBar(song, played);
    const key = `${place}/${index}`;
    if (!found.has(key)) found.set(key, bar);
  });
  return found;
};

/** The strokes of each bar as it is played, in small. */
export const createBarThumbnails = ({ expanded, analysis }: SongAnalysis): readonly (readonly ThumbnailStroke[])[] => {
  const bars: ThumbnailStroke[][] = expanded.bars.map(() => []);
  for (const { id, at, string } of expanded.pattern.strokes) {
    const bar = parseBarIndex(id);
    const played = expanded.bars[bar];
    if (played) bars[bar]?.push([(at - played.startTick) / played.ticks, string, analysis.digits[id] ?? null]);
  }
  return bars;
};

/** A bar as played, as a teacher says it: `Chorus, bar 3`. */
export const formatBarName = (song: Song, { expanded }: SongAnalysis, bar: number): string => {
  const played = expanded.bars[bar];
  const name = song.sections.find(({ id }) => id === played?.section)?.name ?? '';
  return played
    ? say('songs.bar-name', { section: name, bar: played.index + 1, ending: played.isInEnding ? played.repeat : 0 })
    : '';
};

/** Keys by name, for a choice. */
export const MUSICAL_KEYS: readonly (readonly [key: number, name: string])[] = [
  0, 7, 2, 9, 4, 11, 5, 10, 3, 8, 1, 6,
].map((key) => [key, spellPitchClass(key, [5, 10, 3, 8, 1].includes(key))]);
