import type { Bar, Part, Section, Song } from './song.ts';

/** One bar as it is played, and where it comes from. */
export interface PlayedBar {
  readonly bar: Bar;
  /** Index of the part in the form. */
  readonly part: number;
  readonly section: string;
  /** Which time the section is played in its part, from 1. */
  readonly time: number;
  /** Index of the bar in its section, or beyond it in an ending that is longer. */
  readonly index: number;
  /** Whether it stands in an ending. */
  readonly ending: boolean;
}

const barsOfTime = (section: Section, { endings = [] }: Part, time: number): readonly Omit<PlayedBar, 'part'>[] => {
  const ending = endings.find((one) => one.time === time);
  const kept = ending ? section.bars.slice(0, Math.max(0, section.bars.length - ending.bars.length)) : section.bars;
  const all = [
    ...kept.map((bar) => ({ bar, ending: false })),
    ...(ending?.bars ?? []).map((bar) => ({ bar, ending: true })),
  ];
  return all.map(({ bar, ending: last }, index) => ({ bar, section: section.id, time, index, ending: last }));
};

/**
 * The bars of a song in the order they are played: sections as often as the form says, with their endings.
 * @example
 * unfoldForm(newSong('Song')).length // => 4
 */
export const unfoldForm = ({ sections, form }: Pick<Song, 'sections' | 'form'>): readonly PlayedBar[] => {
  const byId = new Map(sections.map((section) => [section.id, section]));
  return form.flatMap((part, index) => {
    const section = byId.get(part.section);
    if (!section) return [];
    return Array.from({ length: part.times }, (_, time) => barsOfTime(section, part, time + 1))
      .flat()
      .map((bar) => ({ ...bar, part: index }));
  });
};
