import type { Stroke } from '../../pattern/index.ts';
import { getBarsAt, listBarLocations, createSetBarsEdit } from './bar-locations.ts';
import type { SongChange } from './song-edit.ts';
import { getBarTicks, type Bar, type FigureTexture, type Song, type SongFigure } from '../model/song.ts';

/** How far a change of what is played goes: into the bars alone, wherever their figure is, or everywhere but there. */
export type EditScope = 'here' | 'everywhere' | 'elsewhere';

/** How far a choice of what is played goes: also into the whole section, or into the last bar of every section. */
export type TextureScope = EditScope | 'section' | 'section-ends';

/** Bars of one place: a section, or an ending. */
export interface BarRange {
  readonly location: string;
  readonly from: number;
  readonly count: number;
}

/**
 * The figure that is played in a bar; undefined where it is written for the bar alone, or nothing is played.
 * @example
 * getFigureTexture(createSong('Song').sections[0].bars[0]).figure // => 'figure-1'
 */
export const getFigureTexture = ({ texture }: Pick<Bar, 'texture'>): FigureTexture | undefined =>
  typeof texture === 'object' && 'figure' in texture ? texture : undefined;

const createScopeTest = (
  song: Song,
  range: BarRange,
  reach: TextureScope,
): ((place: string, bar: Bar, index: number) => boolean) => {
  const first = getBarsAt(song, range.location)[range.from];
  const figure = first && getFigureTexture(first)?.figure;
  return (place, bar, index) => {
    const chosen = place === range.location && index >= range.from && index < range.from + range.count;
    if (reach === 'here') return chosen;
    if (reach === 'section') return place === range.location;
    if (reach === 'section-ends') return index === getBarsAt(song, place).length - 1;
    return getFigureTexture(bar)?.figure === figure && (reach === 'everywhere' || !chosen);
  };
};

/** Changes the bars a change reaches, wherever they stand. */
const createBarsEdit = (
  song: Song,
  range: BarRange,
  reach: TextureScope,
  change: (bar: Bar) => Bar,
): readonly SongChange[] => {
  const reached = createScopeTest(song, range, reach);
  let now = song;
  return listBarLocations(song).flatMap((place) => {
    const bars = getBarsAt(song, place);
    if (!bars.some((bar, index) => reached(place, bar, index))) return [];
    const edit = createSetBarsEdit(
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
 * The edit that puts a texture into some bars, into all that have their figure, into all of those but the bars
 * themselves, into their whole section, or as a fill into the last bar of every section and ending; figures that it
 * needs come along.
 * @example
 * createTextureEdit(createSong('Song'), { location: 'section-1', from: 0, count: 1 }, 'everywhere', 'rest').edits
 *   .length // => 1
 */
export const createTextureEdit = (
  song: Song,
  range: BarRange,
  reach: TextureScope,
  texture: Bar['texture'],
  more: readonly SongFigure[] = [],
): Extract<SongChange, { kind: 'batch' }> => ({
  kind: 'batch',
  edits: [
    ...(more.length > 0 ? [{ kind: 'setFigures' as const, figures: [...song.figures, ...more] }] : []),
    ...createBarsEdit(song, range, reach, (bar) => ({ ...bar, texture })),
  ],
});

/**
 * The edit that takes strokes that were edited in a bar into the bar alone, into its figure, or into its figure
 * everywhere but here, where the bar keeps the strokes it had.
 * @example
 * createStrokesEdit(createSong('Song'), { location: 'section-1', from: 0, count: 1 }, 'here', { now: [], before: [] })
 *   .kind // => 'setBars'
 */
export const createStrokesEdit = (
  song: Song,
  { location, from }: BarRange,
  reach: EditScope,
  { now, before }: { readonly now: readonly Stroke[]; readonly before: readonly Stroke[] },
): SongChange => {
  const bars = getBarsAt(song, location);
  const written = (strokes: readonly Stroke[]): SongChange =>
    createSetBarsEdit(
      song,
      location,
      bars.map((bar, index) => (index === from ? { ...bar, texture: { written: strokes } } : bar)),
    );
  const bar = bars[from];
  const figure = bar && getFigureTexture(bar)?.figure;
  if (!bar || reach === 'here' || figure === undefined) return written(now);
  const length = getBarTicks(song, bar);
  const changed: SongChange = {
    kind: 'setFigures',
    figures: song.figures.map((one) => (one.id === figure ? { ...one, length, strokes: now } : one)),
  };
  return reach === 'everywhere' ? changed : { kind: 'batch', edits: [changed, written(before)] };
};

/**
 * The edit that gives a bar a melody over what the picking hand does, or none.
 * @example
 * createMelodyEdit(createSong('Song'), { location: 'section-1', from: 0, count: 1 }, []).kind // => 'setBars'
 */
export const createMelodyEdit = (song: Song, { location, from }: BarRange, melody: readonly Stroke[]): SongChange =>
  createSetBarsEdit(
    song,
    location,
    getBarsAt(song, location).map((bar, index) => {
      const { melody: _old, ...rest } = bar;
      if (index !== from) return bar;
      return melody.length > 0 ? { ...rest, melody } : rest;
    }),
  );
