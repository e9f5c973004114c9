import { getBarTicks, type Bar, type FormEntry, type Section, type SectionDamping, type Song } from './song.ts';

/** One bar as it is played, and where it comes from. */
export interface PlayedBar {
  readonly bar: Bar;
  /** Index of the part in the form. */
  readonly formIndex: number;
  readonly section: string;
  /** Which time the section is played in its part, from 1. */
  readonly repeat: number;
  /** Index of the bar in its section, or beyond it in an ending that is longer. */
  readonly index: number;
  /** Whether it stands in an ending. */
  readonly isInEnding: boolean;
  /** Where it begins as it is played, and how long it is, in ticks. */
  readonly startTick: number;
  readonly ticks: number;
  /** Beats of the song's metre a minute. */
  readonly tempo: number;
  readonly damping?: SectionDamping;
}

type PositionField = 'formIndex' | 'startTick' | 'ticks' | 'tempo' | 'damping';

const listBarsOfRepeat = (
  section: Section,
  { endings = [] }: FormEntry,
  repeat: number,
): readonly Omit<PlayedBar, PositionField>[] => {
  const ending = endings.find((one) => one.time === repeat);
  const kept = ending ? section.bars.slice(0, Math.max(0, section.bars.length - ending.bars.length)) : section.bars;
  const all = [
    ...kept.map((bar) => ({ bar, isInEnding: false })),
    ...(ending?.bars ?? []).map((bar) => ({ bar, isInEnding: true })),
  ];
  return all.map(({ bar, isInEnding: last }, index) => ({ bar, section: section.id, repeat, index, isInEnding: last }));
};

/**
 * The bars of a song in the order they are played: sections as often as the form says, with their endings.
 * @example
 * unfoldForm(createSong('Song')).length // => 4
 */
export const unfoldForm = (song: Pick<Song, 'sections' | 'form' | 'metre' | 'tempo'>): readonly PlayedBar[] => {
  const byId = new Map(song.sections.map((section) => [section.id, section]));
  let next = 0;
  return song.form.flatMap((part, index) => {
    const section = byId.get(part.section);
    if (!section) return [];
    return Array.from({ length: part.times }, (_, time) => listBarsOfRepeat(section, part, time + 1))
      .flat()
      .map((played): PlayedBar => {
        const at = next;
        next += getBarTicks(song, played.bar);
        const { tempo = song.tempo, damping } = section;
        return { ...played, formIndex: index, startTick: at, ticks: next - at, tempo, ...(damping && { damping }) };
      });
  });
};
