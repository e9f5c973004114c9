import { failure, createProblem, success, type Result } from '../../errors/index.ts';
import { message } from '../../message/index.ts';
import type { Stroke } from '../../pattern/index.ts';
import {
  SONG_LIMITS,
  getBarTicks,
  type Bar,
  type Section,
  type Song,
  type SongFigure,
  type Texture,
} from '../model/song.ts';
import { getFigureTexture } from './bar-edits.ts';
import type { SongChange } from './song-edit.ts';

const halfTimeId = (figure: string): string => `${figure}-half`;

const stretched = (figure: SongFigure, nameOf: (name: string) => string): SongFigure => ({
  id: halfTimeId(figure.id),
  name: nameOf(figure.name),
  length: figure.length * 2,
  strokes: figure.strokes.map((stroke) => ({ ...stroke, at: stroke.at * 2 })),
});

/** What of some timed things falls in one half of a bar that is played at half its speed. */
const within = <T extends { readonly at: number }>(all: readonly T[], from: number, ticks: number): readonly T[] =>
  all.filter(({ at }) => at * 2 >= from && at * 2 < from + ticks).map((one) => ({ ...one, at: one.at * 2 - from }));

const halfTexture = (texture: Texture, from: number, ticks: number): Texture => {
  if (texture === 'rest') return texture;
  if ('written' in texture) {
    const written = within(texture.written, from, ticks);
    return written.length === 0 ? 'rest' : { written };
  }
  return { figure: halfTimeId(texture.figure), begins: from === 0 ? texture.begins : 'runs on' };
};

const halfMelody = (melody: readonly Stroke[] | undefined, from: number, ticks: number): Pick<Bar, 'melody'> => {
  const own = within(melody ?? [], from, ticks);
  return own.length > 0 ? { melody: own } : {};
};

/** A bar as two, everything in it twice as long. */
const asTwoBars = (song: Song, bar: Bar): readonly Bar[] => {
  const ticks = getBarTicks(song, bar);
  const { words: _words, remark: _remark, melody: _melody, ...plain } = bar;
  const { melody: _own, ...first } = bar;
  return [0, ticks].map((from) => ({
    ...(from === 0 ? first : plain),
    chords: within(bar.chords, from, ticks),
    texture: halfTexture(bar.texture, from, ticks),
    ...halfMelody(bar.melody, from, ticks),
  }));
};

const barsOf = (song: Song, section: Section): readonly Bar[] => [
  ...section.bars,
  ...song.form.flatMap((entry) =>
    entry.section === section.id ? (entry.endings ?? []).flatMap(({ bars }) => bars) : [],
  ),
];

/** The figures of a section that have no version in half time yet. */
const figuresToAdd = (song: Song, section: Section): readonly SongFigure[] => {
  const used = new Set(barsOf(song, section).flatMap((bar) => getFigureTexture(bar)?.figure ?? []));
  const known = new Set(song.figures.map(({ id }) => id));
  return song.figures.filter(({ id }) => used.has(id) && !known.has(halfTimeId(id)));
};

/**
 * The edit that puts a section in half time: each bar becomes two, its notes twice as long at the same tempo, its
 * figures with a version of their own; endings too. Errors: `song-wrong` where it would be too many bars.
 * @example
 * createHalfTimeEdit(createSong('Song'), 'section-1', (name) => `${name}, half time`).ok // => true
 */
export const createHalfTimeEdit = (song: Song, id: string, nameOf: (name: string) => string): Result<SongChange> => {
  const section = song.sections.find((one) => one.id === id);
  if (!section || section.bars.length * 2 > SONG_LIMITS.bars)
    return failure(
      createProblem('too-large', {
        value: message('term.bars', { count: (section?.bars.length ?? 0) * 2 }),
        most: message('term.bars', { count: SONG_LIMITS.bars }),
      }),
    );
  const longer = (bars: readonly Bar[]): readonly Bar[] => bars.flatMap((bar) => asTwoBars(song, bar));
  const form = song.form.map((entry) =>
    entry.section === id && entry.endings
      ? { ...entry, endings: entry.endings.map((ending) => ({ ...ending, bars: longer(ending.bars) })) }
      : entry,
  );
  const figures = figuresToAdd(song, section).map((figure) => stretched(figure, nameOf));
  return success({
    kind: 'batch',
    edits: [
      { kind: 'setFigures', figures: [...song.figures, ...figures] },
      { kind: 'setBars', section: id, bars: longer(section.bars) },
      { kind: 'setForm', form },
    ],
  });
};
