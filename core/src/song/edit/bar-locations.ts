import type { SongEdit } from './song-edit.ts';
import type { Bar, FormEntry, Song } from '../model/song.ts';
import type { PlayedBar } from '../model/unfold-form.ts';

/** The name of an ending as a place where bars stand; sections are places by their own names. */
const formatEndingLocation = (part: number, time: number): string => `ending/${part}/${time}`;

const parseEndingLocation = (place: string): { readonly part: number; readonly time: number } | undefined => {
  const match = /^ending\/(\d+)\/(\d+)$/.exec(place);
  return match ? { part: Number(match[1]), time: Number(match[2]) } : undefined;
};

/** An ending of a part of the form, and the place of its bars. */
export interface EndingLocation {
  readonly location: string;
  /** Index of the part in the form. */
  readonly formIndex: number;
  readonly repeat: number;
}

/**
 * The endings a section has in the form, in order.
 * @example
 * listEndings(createSong('Song'), 'section-1').length // => 0
 */
export const listEndings = ({ form }: Pick<Song, 'form'>, section: string): readonly EndingLocation[] =>
  form.flatMap(({ section: own, endings = [] }, formIndex) =>
    own === section
      ? endings.map(({ time: repeat }) => ({ location: formatEndingLocation(formIndex, repeat), formIndex, repeat }))
      : [],
  );

/**
 * The bars of a section, or of an ending, by its place; none where there is no such place.
 * @example
 * getBarsAt(createSong('Song'), 'section-1').length // => 4
 */
export const getBarsAt = ({ sections, form }: Pick<Song, 'sections' | 'form'>, place: string): readonly Bar[] => {
  const section = sections.find(({ id }) => id === place);
  if (section) return section.bars;
  const ending = parseEndingLocation(place);
  return (ending && form[ending.part]?.endings?.find(({ time }) => time === ending.time)?.bars) ?? [];
};

/**
 * All places where bars stand, in the order of the map: each section, then its endings.
 * @example
 * listBarLocations(createSong('Song')).join() // => 'section-1'
 */
export const listBarLocations = (song: Pick<Song, 'sections' | 'form'>): readonly string[] =>
  song.sections.flatMap(({ id }) => [id, ...listEndings(song, id).map(({ location }) => location)]);

const replaceEnding = (
  form: readonly FormEntry[],
  at: number,
  time: number,
  bars: readonly Bar[] | undefined,
): readonly FormEntry[] =>
  form.map((part, index) => {
    if (index !== at) return part;
    const { endings = [], ...rest } = part;
    const others = endings.filter((one) => one.time !== time);
    const all = bars ? [...others, { time, bars }].sort((a, b) => a.time - b.time) : others;
    return all.length > 0 ? { ...rest, endings: all } : rest;
  });

/**
 * The edit that gives a place other bars.
 * @example
 * createSetBarsEdit(createSong('Song'), 'section-1', []).kind // => 'setBars'
 */
export const createSetBarsEdit = ({ form }: Pick<Song, 'form'>, place: string, bars: readonly Bar[]): SongEdit => {
  const ending = parseEndingLocation(place);
  return ending
    ? { kind: 'setForm', form: replaceEnding(form, ending.part, ending.time, bars) }
    : { kind: 'setBars', section: place, bars };
};

/**
 * The edit that lets a part end otherwise in one of its times, beginning as the section's last bar; or, where it does,
 * no longer.
 * @example
 * createToggleEndingEdit(createSong('Song'), 0, 1).form[0].endings.length // => 1
 */
export const createToggleEndingEdit = (
  { form, sections }: Pick<Song, 'form' | 'sections'>,
  part: number,
  time: number,
): Extract<SongEdit, { kind: 'setForm' }> => {
  const section = sections.find(({ id }) => id === form[part]?.section);
  const has = form[part]?.endings?.some((one) => one.time === time);
  return { kind: 'setForm', form: replaceEnding(form, part, time, has ? undefined : (section?.bars.slice(-1) ?? [])) };
};

/**
 * A part of the form played so often; endings of times that are no more go with it.
 * @example
 * setRepeatCount({ section: 'a', times: 3, endings: [{ time: 3, bars: [] }] }, 2).endings // => undefined
 */
export const setRepeatCount = ({ endings = [], ...part }: FormEntry, times: number): FormEntry => {
  const kept = endings.filter(({ time }) => time <= times);
  return kept.length > 0 ? { ...part, times, endings: kept } : { ...part, times };
};

/**
 * Where a bar that is played stands: its place, and its index there.
 * @example
 * locatePlayedBar(createSong('Song'), unfoldForm(createSong('Song'))[2]).index // => 2
 */
export const locatePlayedBar = (
  song: Pick<Song, 'sections' | 'form'>,
  {
    section,
    formIndex,
    repeat,
    index,
    isInEnding,
  }: Pick<PlayedBar, 'section' | 'formIndex' | 'repeat' | 'index' | 'isInEnding'>,
): { readonly place: string; readonly index: number } => {
  if (!isInEnding) return { place: section, index };
  const place = formatEndingLocation(formIndex, repeat);
  const kept = Math.max(0, getBarsAt(song, section).length - getBarsAt(song, place).length);
  return { place, index: index - kept };
};
