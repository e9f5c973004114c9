import type { SongEdit } from './song-kind.ts';
import type { Bar, Part, Song } from './song.ts';
import type { PlayedBar } from './unfold.ts';

/** The name of an ending as a place where bars stand; sections are places by their own names. */
const endingPlace = (part: number, time: number): string => `ending/${part}/${time}`;

const readEnding = (place: string): { readonly part: number; readonly time: number } | undefined => {
  const match = /^ending\/(\d+)\/(\d+)$/.exec(place);
  return match ? { part: Number(match[1]), time: Number(match[2]) } : undefined;
};

/** An ending of a part of the form, and the place of its bars. */
export interface EndingPlace {
  readonly place: string;
  /** Index of the part in the form. */
  readonly part: number;
  readonly time: number;
}

/**
 * The endings a section has in the form, in order.
 * @example
 * endingsOf(newSong('Song'), 'section-1').length // => 0
 */
export const endingsOf = ({ form }: Pick<Song, 'form'>, section: string): readonly EndingPlace[] =>
  form.flatMap(({ section: own, endings = [] }, part) =>
    own === section ? endings.map(({ time }) => ({ place: endingPlace(part, time), part, time })) : [],
  );

/**
 * The bars of a section, or of an ending, by its place; none where there is no such place.
 * @example
 * barsAt(newSong('Song'), 'section-1').length // => 4
 */
export const barsAt = ({ sections, form }: Pick<Song, 'sections' | 'form'>, place: string): readonly Bar[] => {
  const section = sections.find(({ id }) => id === place);
  if (section) return section.bars;
  const ending = readEnding(place);
  return (ending && form[ending.part]?.endings?.find(({ time }) => time === ending.time)?.bars) ?? [];
};

/**
 * All places where bars stand, in the order of the map: each section, then its endings.
 * @example
 * barPlacesOf(newSong('Song')).join() // => 'section-1'
 */
export const barPlacesOf = (song: Pick<Song, 'sections' | 'form'>): readonly string[] =>
  song.sections.flatMap(({ id }) => [id, ...endingsOf(song, id).map(({ place }) => place)]);

const withEnding = (
  form: readonly Part[],
  at: number,
  time: number,
  bars: readonly Bar[] | undefined,
): readonly Part[] =>
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
 * setBarsAt(newSong('Song'), 'section-1', []).kind // => 'setBars'
 */
export const setBarsAt = ({ form }: Pick<Song, 'form'>, place: string, bars: readonly Bar[]): SongEdit => {
  const ending = readEnding(place);
  return ending
    ? { kind: 'setForm', form: withEnding(form, ending.part, ending.time, bars) }
    : { kind: 'setBars', section: place, bars };
};

/**
 * The edit that lets a part end otherwise in one of its times, beginning as the section's last bar; or, where it does, no
 * longer.
 * @example
 * turnEnding(newSong('Song'), 0, 1).form[0].endings.length // => 1
 */
export const turnEnding = (
  { form, sections }: Pick<Song, 'form' | 'sections'>,
  part: number,
  time: number,
): Extract<SongEdit, { kind: 'setForm' }> => {
  const section = sections.find(({ id }) => id === form[part]?.section);
  const has = form[part]?.endings?.some((one) => one.time === time);
  return { kind: 'setForm', form: withEnding(form, part, time, has ? undefined : (section?.bars.slice(-1) ?? [])) };
};

/**
 * A part of the form played so often; endings of times that are no more go with it.
 * @example
 * playTimes({ section: 'a', times: 3, endings: [{ time: 3, bars: [] }] }, 2).endings // => undefined
 */
export const playTimes = ({ endings = [], ...part }: Part, times: number): Part => {
  const kept = endings.filter(({ time }) => time <= times);
  return kept.length > 0 ? { ...part, times, endings: kept } : { ...part, times };
};

/**
 * Where a bar that is played stands: its place, and its index there.
 * @example
 * placeOfPlayed(newSong('Song'), unfoldForm(newSong('Song'))[2]).index // => 2
 */
export const placeOfPlayed = (
  song: Pick<Song, 'sections' | 'form'>,
  { section, part, time, index, ending }: Pick<PlayedBar, 'section' | 'part' | 'time' | 'index' | 'ending'>,
): { readonly place: string; readonly index: number } => {
  if (!ending) return { place: section, index };
  const place = endingPlace(part, time);
  const kept = Math.max(0, barsAt(song, section).length - barsAt(song, place).length);
  return { place, index: index - kept };
};
