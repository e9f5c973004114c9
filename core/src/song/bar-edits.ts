import type { Stroke } from '../pattern/index.ts';
import { barsAt, barPlacesOf, setBarsAt } from './places.ts';
import type { AnySongEdit } from './song-kind.ts';
import { barTicks, type Bar, type FigureTexture, type Song, type SongFigure } from './song.ts';

/** How far a change of what is played goes: into the bars alone, wherever their figure is, or everywhere but there. */
export type Reach = 'here' | 'everywhere' | 'elsewhere';

/** Bars of one place: a section, or an ending. */
export interface BarRange {
  readonly place: string;
  readonly from: number;
  readonly count: number;
}

/**
 * The figure that is played in a bar; undefined where it is written for the bar alone, or nothing is played.
 * @example
 * figureIn(newSong('Song').sections[0].bars[0]).figure // => 'figure-1'
 */
export const figureIn = ({ texture }: Pick<Bar, 'texture'>): FigureTexture | undefined =>
  typeof texture === 'object' && 'figure' in texture ? texture : undefined;

const reaches = (song: Song, range: BarRange, reach: Reach): ((place: string, bar: Bar, index: number) => boolean) => {
  const first = barsAt(song, range.place)[range.from];
  const figure = first && figureIn(first)?.figure;
  return (place, bar, index) => {
    const chosen = place === range.place && index >= range.from && index < range.from + range.count;
    if (reach === 'here') return chosen;
    return figureIn(bar)?.figure === figure && (reach === 'everywhere' || !chosen);
  };
};

/** Changes the bars a change reaches, wherever they stand. */
const changing = (song: Song, range: BarRange, reach: Reach, change: (bar: Bar) => Bar): readonly AnySongEdit[] => {
  const reached = reaches(song, range, reach);
  let now = song;
  return barPlacesOf(song).flatMap((place) => {
    const bars = barsAt(song, place);
    if (!bars.some((bar, index) => reached(place, bar, index))) return [];
    const edit = setBarsAt(
      now,
      place,
      bars.map((bar, index) => (reached(place, bar, index) ? change(bar) : bar)),
    );
    // Endings stand in the form as a whole: the next edit of it goes on from this one.
    if (edit.kind === 'setForm') now = { ...now, form: edit.form };
    return [edit];
  });
};

/**
 * The edit that puts a texture into some bars, into all that have their figure, or into all of those but the bars
 * themselves; figures that it needs come along.
 * @example
 * putTexture(newSong('Song'), { place: 'section-1', from: 0, count: 1 }, 'everywhere', 'rest').edits.length // => 1
 */
export const putTexture = (
  song: Song,
  range: BarRange,
  reach: Reach,
  texture: Bar['texture'],
  more: readonly SongFigure[] = [],
): Extract<AnySongEdit, { kind: 'batch' }> => ({
  kind: 'batch',
  edits: [
    ...(more.length > 0 ? [{ kind: 'setFigures' as const, figures: [...song.figures, ...more] }] : []),
    ...changing(song, range, reach, (bar) => ({ ...bar, texture })),
  ],
});

/**
 * The edit that takes strokes that were edited in a bar into the bar alone, into its figure, or into its figure
 * everywhere but here, where the bar keeps the strokes it had.
 * @example
 * takeStrokes(newSong('Song'), { place: 'section-1', from: 0, count: 1 }, 'here', { now: [], before: [] }).kind // => 'setBars'
 */
export const takeStrokes = (
  song: Song,
  { place, from }: BarRange,
  reach: Reach,
  { now, before }: { readonly now: readonly Stroke[]; readonly before: readonly Stroke[] },
): AnySongEdit => {
  const bars = barsAt(song, place);
  const written = (strokes: readonly Stroke[]): AnySongEdit =>
    setBarsAt(
      song,
      place,
      bars.map((bar, index) => (index === from ? { ...bar, texture: { written: strokes } } : bar)),
    );
  const bar = bars[from];
  const figure = bar && figureIn(bar)?.figure;
  if (!bar || reach === 'here' || figure === undefined) return written(now);
  const length = barTicks(song, bar);
  const changed: AnySongEdit = {
    kind: 'setFigures',
    figures: song.figures.map((one) => (one.id === figure ? { ...one, length, strokes: now } : one)),
  };
  return reach === 'everywhere' ? changed : { kind: 'batch', edits: [changed, written(before)] };
};

/**
 * The edit that gives a bar a melody over what the picking hand does, or none.
 * @example
 * setMelody(newSong('Song'), { place: 'section-1', from: 0, count: 1 }, []).kind // => 'setBars'
 */
export const setMelody = (song: Song, { place, from }: BarRange, melody: readonly Stroke[]): AnySongEdit =>
  setBarsAt(
    song,
    place,
    barsAt(song, place).map((bar, index) => {
      const { melody: _old, ...rest } = bar;
      if (index !== from) return bar;
      return melody.length > 0 ? { ...rest, melody } : rest;
    }),
  );
