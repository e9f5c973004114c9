import { failure, success, type Result } from '../../errors/index.ts';
import {
  TEXT_LIMITS,
  withDescription,
  arraySchema,
  recordSchema,
  numberSchema,
  objectSchema,
  enumSchema,
  validateBySchema,
  stringSchema,
  integerSchema,
  withBounds,
  type Schema,
} from '../../schema/index.ts';
import { parseEnvelope } from '../../formats/native/file-envelope.ts';
import {
  instrumentSchema,
  customSchoolSchema,
  metreSchema,
  schoolKeySchema,
  strokeSchema,
  voicingSchema,
} from '../../formats/native/pattern-schema.ts';
import { PATTERN_LIMITS, compareByTimeThenString } from '../../pattern/index.ts';
import { validateSong } from '../model/validate-song.ts';
import { FIGURE_RESTARTS, SECTION_DAMPINGS, SONG_LIMITS, type Bar, type Song, type Texture } from '../model/song.ts';

const strokesField = arraySchema(strokeSchema, SONG_LIMITS.strokes);

const figureTextureField = objectSchema({ figure: stringSchema(TEXT_LIMITS.id), begins: enumSchema(FIGURE_RESTARTS) });
const writtenTextureField = objectSchema({ written: strokesField });

/** One of three: a figure, strokes of the bar's own, a rest. */
const textureField: Schema<Texture> = {
  schema: { anyOf: [figureTextureField.schema, writtenTextureField.schema, { enum: ['rest'] }] },
  check: (value, path, findings) => {
    if (value === 'rest') return;
    const field: Schema<unknown> =
      typeof value === 'object' && value !== null && 'written' in value ? writtenTextureField : figureTextureField;
    field.check(value, path, findings);
  },
};

const barField = objectSchema(
  {
    chords: arraySchema(
      objectSchema({ at: integerSchema(), voicing: stringSchema(TEXT_LIMITS.chord) }),
      SONG_LIMITS.chords,
    ),
    texture: textureField,
  },
  {
    melody: strokesField,
    words: stringSchema(SONG_LIMITS.words),
    remark: stringSchema(SONG_LIMITS.words),
    metre: metreSchema,
  },
);

const barsField = arraySchema(barField, SONG_LIMITS.bars);

/** A song as it is read from outside. */
const songField = objectSchema(
  {
    name: withBounds(stringSchema(SONG_LIMITS.name), { minLength: 1 }),
    instrument: instrumentSchema,
    metre: metreSchema,
    tempo: withDescription(numberSchema(), 'Beats per minute.'),
    subdivision: integerSchema(),
    school: schoolKeySchema,
    voicings: recordSchema(voicingSchema, SONG_LIMITS.voicings),
    figures: arraySchema(
      objectSchema({
        id: stringSchema(TEXT_LIMITS.id),
        name: stringSchema(SONG_LIMITS.name),
        length: integerSchema(),
        strokes: strokesField,
      }),
      SONG_LIMITS.figures,
    ),
    sections: arraySchema(
      objectSchema(
        { id: stringSchema(TEXT_LIMITS.id), name: stringSchema(60), bars: barsField },
        {
          remark: stringSchema(SONG_LIMITS.words),
          tempo: numberSchema(),
          damping: withDescription(enumSchema(SECTION_DAMPINGS), 'Whose notes the palm damps throughout.'),
        },
      ),
      SONG_LIMITS.sections,
    ),
    form: arraySchema(
      objectSchema(
        { section: stringSchema(TEXT_LIMITS.id), times: integerSchema() },
        { endings: arraySchema(objectSchema({ time: integerSchema(), bars: barsField }), SONG_LIMITS.times) },
      ),
      SONG_LIMITS.parts,
    ),
  },
  {
    swing: numberSchema(),
    swingUnit: enumSchema([16]),
    ownSchool: customSchoolSchema,
    tags: arraySchema(stringSchema(PATTERN_LIMITS.tag), SONG_LIMITS.tags),
    key: withDescription(stringSchema(TEXT_LIMITS.key), 'The key it sounds in, where it is given: G, F#m, D dorian.'),
  },
);

/** What the `format` field of a song's file says, and the version that is written. */
export const SONG_FORMAT = 'fleet-wren-song';
export const SONG_FORMAT_VERSION = 2;

const sortTexture = (texture: Texture): Texture =>
  typeof texture === 'object' && 'written' in texture
    ? { written: [...texture.written].sort(compareByTimeThenString) }
    : texture;

const sortBar = (bar: Bar): Bar => ({ ...bar, texture: sortTexture(bar.texture) });

/**
 * Checks a value from outside and makes it a song; what is wrong is named with its path.
 * @example
 * parseSong({ name: 7 }).ok // => false
 */
export const parseSong = (value: unknown): Result<Song> => {
  const shape = validateBySchema(songField, value, 'song');
  if (shape.length > 0) return failure(...shape);
  const raw = value as Song;
  const song: Song = {
    ...raw,
    figures: raw.figures.map((figure) => ({ ...figure, strokes: [...figure.strokes].sort(compareByTimeThenString) })),
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
  const file = parseEnvelope({ format: SONG_FORMAT, version: SONG_FORMAT_VERSION }, 'song', source);
  return file.ok ? parseSong(file.value.content) : file;
};
