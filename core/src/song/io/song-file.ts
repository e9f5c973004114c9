import { failure, success, type Result } from '../../errors/index.ts';
import {
  TEXT_LIMITS,
  described,
  list,
  mapOf,
  number,
  object,
  oneOf,
  problemsBy,
  text,
  whole,
  withBounds,
  type Field,
} from '../../fields/index.ts';
import { openFile } from '../../formats/json/envelope.ts';
import {
  instrumentField,
  madeSchoolField,
  metreField,
  schoolField,
  strokeField,
  voicingField,
} from '../../formats/json/pattern-field.ts';
import { PATTERN_LIMITS, byTimeThenString } from '../../pattern/index.ts';
import { validateSong } from '../model/validate-song.ts';
import { FIGURE_RESTARTS, SONG_LIMITS, type Bar, type Song, type Texture } from '../model/song.ts';

const strokesField = list(strokeField, SONG_LIMITS.strokes);

const figureTextureField = object({ figure: text(TEXT_LIMITS.id), begins: oneOf(FIGURE_RESTARTS) });
const writtenTextureField = object({ written: strokesField });

/** One of three: a figure, strokes of the bar's own, a rest. */
const textureField: Field<Texture> = {
  schema: { anyOf: [figureTextureField.schema, writtenTextureField.schema, { enum: ['rest'] }] },
  check: (value, path, findings) => {
    if (value === 'rest') return;
    const field: Field<unknown> =
      typeof value === 'object' && value !== null && 'written' in value ? writtenTextureField : figureTextureField;
    field.check(value, path, findings);
  },
};

const barField = object(
  {
    chords: list(object({ at: whole(), voicing: text(TEXT_LIMITS.chord) }), SONG_LIMITS.chords),
    texture: textureField,
  },
  { melody: strokesField, words: text(SONG_LIMITS.words), remark: text(SONG_LIMITS.words), metre: metreField },
);

const barsField = list(barField, SONG_LIMITS.bars);

/** A song as it is read from outside. */
const songField = object(
  {
    name: withBounds(text(SONG_LIMITS.name), { minLength: 1 }),
    instrument: instrumentField,
    metre: metreField,
    tempo: described(number(), 'Beats per minute.'),
    subdivision: whole(),
    school: schoolField,
    voicings: mapOf(voicingField, SONG_LIMITS.voicings),
    figures: list(
      object({ id: text(TEXT_LIMITS.id), name: text(SONG_LIMITS.name), length: whole(), strokes: strokesField }),
      SONG_LIMITS.figures,
    ),
    sections: list(
      object(
        { id: text(TEXT_LIMITS.id), name: text(60), bars: barsField },
        { remark: text(SONG_LIMITS.words), tempo: number() },
      ),
      SONG_LIMITS.sections,
    ),
    form: list(
      object(
        { section: text(TEXT_LIMITS.id), times: whole() },
        { endings: list(object({ time: whole(), bars: barsField }), SONG_LIMITS.times) },
      ),
      SONG_LIMITS.parts,
    ),
  },
  {
    swing: number(),
    ownSchool: madeSchoolField,
    tags: list(text(PATTERN_LIMITS.tag), SONG_LIMITS.tags),
  },
);

/** What the `format` field of a song's file says, and the version that is written. */
export const SONG_FORMAT = 'fleet-wren-song';
export const SONG_FORMAT_VERSION = 2;

const sortTexture = (texture: Texture): Texture =>
  typeof texture === 'object' && 'written' in texture
    ? { written: [...texture.written].sort(byTimeThenString) }
    : texture;

const sortBar = (bar: Bar): Bar => ({ ...bar, texture: sortTexture(bar.texture) });

/**
 * Checks a value from outside and makes it a song; what is wrong is named with its path.
 * @example
 * parseSong({ name: 7 }).ok // => false
 */
export const parseSong = (value: unknown): Result<Song> => {
  const shape = problemsBy(songField, value, 'song');
  if (shape.length > 0) return failure(...shape);
  const raw = value as Song;
  const song: Song = {
    ...raw,
    figures: raw.figures.map((figure) => ({ ...figure, strokes: [...figure.strokes].sort(byTimeThenString) })),
    sections: raw.sections.map((section) => ({ ...section, bars: section.bars.map(sortBar) })),
  };
  const problems = validateSong(song);
  return problems.length > 0 ? failure(...problems) : success(song);
};

/**
 * A song as the text of a Fleet Wren file.
 * @example
 * valueOrThrow(parseSongFile(serialiseSong(createSong('Song')))).name // => 'Song'
 */
export const serialiseSong = (song: Song): string =>
  `${JSON.stringify({ format: SONG_FORMAT, version: SONG_FORMAT_VERSION, song }, null, 2)}\n`;

/**
 * Reads a song from the text of a Fleet Wren file. Errors: `too-large`, `truncated`, `not-json`, `not-ours`,
 * `too-new`, `field-wrong` and those of a song.
 * @example
 * parseSongFile('{}').ok // => false
 */
export const parseSongFile = (source: string): Result<Song> => {
  const file = openFile({ format: SONG_FORMAT, version: SONG_FORMAT_VERSION }, 'song', source);
  return file.ok ? parseSong(file.value.content) : file;
};
