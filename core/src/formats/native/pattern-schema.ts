import { message } from '../../message/index.ts';
import { createProblem, type Problem } from '../../errors/index.ts';
import {
  TEXT_LIMITS,
  withDescription,
  arraySchema,
  partialRecordSchema,
  recordSchema,
  numberSchema,
  objectSchema,
  enumSchema,
  withRefinement,
  stringSchema,
  booleanSchema,
  integerSchema,
  nullableIntegerSchema,
  withBounds,
  type Schema,
  type Infer,
} from '../../schema/index.ts';
import { MAX_PENALTY, SCHOOLS, SCHOOLS_AND_VARIANTS, validateCustomSchool } from '../../fingering/index.ts';
import { STRING_RANGE } from '../../instrument/index.ts';
import {
  DIGITS,
  ARTICULATIONS,
  ENDING_TIMES,
  PATTERN_LIMITS,
  CHORD_ROLES,
  LEADING_SLURS,
  SLURS,
  BEND_STEPS,
  ORNAMENT_LIMITS,
  SLIDE_SIDES,
  SWING_RANGE,
  NODE_FRETS,
  type CustomSchool,
  type Articulation,
  type Pattern,
} from '../../pattern/index.ts';
import { BEAT_UNITS, SUBDIVISIONS, TEMPO_RANGE } from '../../time/index.ts';

/** Marks whose names say too little; any other is a plain truth value. */
const MARK_FIELDS: Readonly<Partial<Record<Articulation, Schema<boolean>>>> = {
  rake: withDescription(booleanSchema(), 'The digit of the stroke before carries on to this string.'),
  brush: withDescription(booleanSchema(), 'Struck by one digit together with the other brushed strokes of this time.'),
  damped: withDescription(booleanSchema(), 'Damped with the palm.'),
  ring: withDescription(booleanSchema(), 'Rings at least to the end of its bar.'),
  silent: withDescription(booleanSchema(), 'Played without sounding.'),
  unplanted: withDescription(booleanSchema(), 'The digit comes down without planting first.'),
  dead: withDescription(booleanSchema(), 'A thud without pitch: the other hand lies on the string.'),
  restStroke: withDescription(booleanSchema(), 'The digit comes to rest on the next string.'),
  glide: withDescription(booleanSchema(), 'The note before slides to it, and it is picked.'),
  tapped: withDescription(booleanSchema(), 'Sounded by a finger of the picking hand that comes down on the fret.'),
  rolled: withDescription(booleanSchema(), 'Sounded just after the lower rolled strokes of its time.'),
};

const markField = (mark: Articulation): Schema<boolean> => MARK_FIELDS[mark] ?? booleanSchema();

const marks = Object.fromEntries(ARTICULATIONS.map((mark) => [mark, markField(mark)])) as Record<
  Articulation,
  Schema<boolean>
>;

/** The longest list of strings there is; a longer one is refused before it is looked at. */
const STRINGS = STRING_RANGE.most * 2;

const fret = (words: string): Schema<number> => withDescription(withBounds(integerSchema(), { minimum: 0 }), words);

/** What is done with a note besides striking it. */
const ornaments = {
  bend: objectSchema(
    { semitones: withDescription(withBounds(numberSchema(), { enum: BEND_STEPS }), 'How far it is bent up.') },
    { isReleased: withDescription(booleanSchema(), 'Let down again.') },
  ),
  grace: withDescription(
    objectSchema(
      {
        frets: withDescription(
          withBounds(integerSchema(), { minimum: -ORNAMENT_LIMITS.grace, maximum: ORNAMENT_LIMITS.grace }),
          'Frets above its note, below zero for under it.',
        ),
      },
      { slur: enumSchema(LEADING_SLURS) },
    ),
    'A short note right before, on the same string.',
  ),
  trill: withDescription(
    withBounds(integerSchema(), { minimum: 1, maximum: ORNAMENT_LIMITS.trill }),
    'Frets above the note that it is trilled with.',
  ),
  slideIn: withDescription(enumSchema(SLIDE_SIDES), 'Slid to from no note in particular.'),
  slideOut: withDescription(enumSchema(SLIDE_SIDES), 'Slides off to no note in particular.'),
};

/** A stroke. */
export const strokeSchema = objectSchema(
  {
    id: stringSchema(TEXT_LIMITS.id),
    at: withDescription(withBounds(integerSchema(), { minimum: 0 }), 'Ticks from the start.'),
    string: withBounds(integerSchema(), { minimum: 1, maximum: STRING_RANGE.most }),
  },
  {
    pin: withDescription(enumSchema(DIGITS), 'The digit the teacher fixed.'),
    fret: fret('Fret above the capo, where it is another than the chord’s.'),
    slur: withDescription(enumSchema(SLURS), 'Sounded by the other hand, without an attack.'),
    harmonic: objectSchema(
      {
        kind: enumSchema(['natural', 'harp']),
        touch: withBounds(integerSchema(), { minimum: 0 }),
      },
      {
        above: withDescription(
          withBounds(integerSchema(), { enum: NODE_FRETS }),
          'Frets from the stopped note to the touch, where it goes along with the shape.',
        ),
      },
    ),
    loudness: enumSchema(['soft', 'loud']),
    fretted: withDescription(
      objectSchema({
        finger: withBounds(integerSchema(), { minimum: 1, maximum: 4 }),
        string: withBounds(integerSchema(), { minimum: 1, maximum: STRING_RANGE.most }),
        fret: withBounds(integerSchema(), { minimum: 0 }),
      }),
      'The finger of the other hand, for as long as the stroke is on this string and fret.',
    ),
    role: withDescription(enumSchema(CHORD_ROLES), 'The string follows the chord.'),
    ...ornaments,
    ...marks,
  },
);

/** A school of a studio's own. */
export const customSchoolSchema = withRefinement(
  objectSchema({
    id: stringSchema(TEXT_LIMITS.id),
    name: withBounds(stringSchema(TEXT_LIMITS.school), { minLength: 1 }),
    base: stringSchema(TEXT_LIMITS.key),
    digits: withBounds(arraySchema(enumSchema(DIGITS), DIGITS.length), { minItems: 1 }),
    homes: partialRecordSchema(
      DIGITS,
      arraySchema(withBounds(integerSchema(), { minimum: 1, maximum: STRING_RANGE.most }), STRING_RANGE.most),
    ),
    weights: recordSchema(withBounds(numberSchema(), { minimum: 0, maximum: MAX_PENALTY }), 60),
  }),
  (made) => validateCustomSchool(made as CustomSchool),
);

const SCHOOL_KEYS = new Set(SCHOOLS_AND_VARIANTS.map(({ key }) => key));

/** The key of a school. */
export const schoolKeySchema: Schema<string> = {
  schema: {
    type: 'string',
    maxLength: TEXT_LIMITS.key,
    pattern: `^(own:.*|(${SCHOOLS.map(({ key }) => key).join('|')})(:[a-z-]+)?)$`,
    description: 'Key of a school, of one of its variants (hybrid:pick-down), or own:… for the one in ownSchool.',
  },
  check: (value, path, findings) => {
    const before = findings.problems.length;
    stringSchema(TEXT_LIMITS.key).check(value, path, findings);
    if (findings.problems.length > before || SCHOOL_KEYS.has(value as string)) return;
    if (!(value as string).startsWith('own:'))
      findings.wrong(path, message('field.choice', { values: [...SCHOOL_KEYS].join(', ') }));
  },
};

/** A metre. */
export const metreSchema = objectSchema(
  {
    beats: withDescription(
      withBounds(integerSchema(), { minimum: 1, maximum: PATTERN_LIMITS.beats }),
      'The upper number of the time signature.',
    ),
    unit: withDescription(enumSchema(BEAT_UNITS), 'The lower number: 4 = quarter.'),
  },
  {
    groups: withDescription(
      arraySchema(withBounds(integerSchema(), { minimum: 1, maximum: PATTERN_LIMITS.beats }), PATTERN_LIMITS.beats),
      'How its notes are felt: alike, they are its beats (3 and 3 in 6/8); not alike, the first of each is stressed.',
    ),
  },
);

/** An instrument: tuning, pitches, capo, frets. */
export const instrumentSchema = objectSchema(
  {
    tuning: stringSchema(TEXT_LIMITS.tuning),
    pitches: withDescription(
      withBounds(arraySchema(withBounds(integerSchema(), { minimum: 12, maximum: 100 }), STRINGS), {
        minItems: STRING_RANGE.least,
        maxItems: STRING_RANGE.most,
      }),
      'MIDI note numbers from the lowest string N to string 1.',
    ),
    capo: withBounds(integerSchema(), { minimum: 0 }),
    frets: withBounds(integerSchema(), { minimum: 5, maximum: 30 }),
  },
  {
    thumbFrom: withDescription(
      withBounds(integerSchema(), { minimum: 2, maximum: STRING_RANGE.most }),
      'The highest string the thumb plays as a matter of course, where it is another than the tuning gives.',
    ),
  },
);

/** A shape held on the neck. */
export const voicingSchema = objectSchema(
  {
    chord: stringSchema(TEXT_LIMITS.chord),
    frets: withDescription(
      withBounds(arraySchema(withBounds(nullableIntegerSchema(), { minimum: 0 }), STRINGS), {
        minItems: STRING_RANGE.least,
        maxItems: STRING_RANGE.most,
      }),
      'Frets above the capo from string N to string 1, null where a string is muted.',
    ),
  },
  {
    bass: withDescription(
      withBounds(integerSchema(), { minimum: 1, maximum: STRING_RANGE.most }),
      'The string that carries the bass, where it is another than the chord gives.',
    ),
    alternate: withDescription(
      withBounds(integerSchema(), { minimum: 1, maximum: STRING_RANGE.most }),
      'The string that alternates with the bass, where it is another than the chord gives.',
    ),
  },
);

const patternShape = objectSchema(
  {
    name: withBounds(stringSchema(PATTERN_LIMITS.name), { minLength: 1 }),
    metre: metreSchema,
    bars: withBounds(integerSchema(), { minimum: 1, maximum: PATTERN_LIMITS.bars }),
    subdivision: withDescription(
      withBounds(integerSchema(), { enum: SUBDIVISIONS }),
      'Parts a beat is cut in on the bench.',
    ),
    tempo: withDescription(
      withBounds(numberSchema(), { minimum: TEMPO_RANGE.least, maximum: TEMPO_RANGE.most }),
      'Beats per minute.',
    ),
    instrument: instrumentSchema,
    voicing: voicingSchema,
    school: schoolKeySchema,
    cyclic: withDescription(booleanSchema(), 'Whether the last stroke is followed by the first again.'),
    strokes: arraySchema(strokeSchema, PATTERN_LIMITS.strokes),
  },
  {
    chordChanges: withDescription(
      arraySchema(
        objectSchema({ at: withBounds(integerSchema(), { minimum: 1 }), voicing: voicingSchema }),
        PATTERN_LIMITS.bars * PATTERN_LIMITS.beats,
      ),
      'Chords after the first, with the ticks from which they are held, in order.',
    ),
    begins: withDescription(
      withBounds(integerSchema(), { minimum: 1 }),
      'The tick at which it begins, within its first bar, where a pickup comes before the first whole bar.',
    ),
    ends: withDescription(
      withBounds(integerSchema(), { minimum: 1 }),
      'The tick at which it ends, within its last bar, where that is short.',
    ),
    endings: withDescription(
      objectSchema({
        times: withBounds(integerSchema(), { minimum: ENDING_TIMES.least, maximum: ENDING_TIMES.most }),
        bars: withBounds(integerSchema(), { minimum: 1, maximum: PATTERN_LIMITS.bars }),
      }),
      'Passes that are alike up to an ending: how many there are, and the bars of an ending. Each is written out.',
    ),
    divisions: withDescription(
      arraySchema(
        objectSchema({
          beat: withBounds(integerSchema(), { minimum: 0 }),
          parts: withBounds(integerSchema(), { enum: SUBDIVISIONS }),
        }),
        PATTERN_LIMITS.bars * PATTERN_LIMITS.beats,
      ),
      'Beats that are cut otherwise, counted from 0 through the whole pattern, in order.',
    ),
    swingUnit: withDescription(enumSchema([16]), 'Where the sixteenths swing in place of the eighths.'),
    swing: withDescription(
      withBounds(numberSchema(), { minimum: SWING_RANGE.least, maximum: SWING_RANGE.most }),
      'Per cent of the beat before the off-beat, when played or exported; never in the ticks.',
    ),
    ownSchool: withDescription(
      customSchoolSchema,
      'A school of a studio’s own: what it starts from, its digits, the homes and weights that differ.',
    ),
    tags: arraySchema(withBounds(stringSchema(PATTERN_LIMITS.tag), { minLength: 1 }), PATTERN_LIMITS.tags),
  },
);

/** A pattern that names a school of the studio's own carries it. */
const carriedSchool = (pattern: Infer<typeof patternShape>, path: string): readonly Problem[] => {
  const { school, ownSchool } = pattern;
  const carried = !school.startsWith('own:') || school === `own:${ownSchool?.id}`;
  const where = path ? `${path}.ownSchool` : 'ownSchool';
  return carried ? [] : [createProblem('field-wrong', { where, problem: message('field.own-school-missing') })];
};

/** A pattern as it is read from outside. */
export const patternSchema = withRefinement(patternShape, carriedSchool);

// What the description says and what a pattern is are the same, in both directions.
type Same<A, B> = A extends B ? (B extends A ? true : never) : never;
const FITS: Same<Infer<typeof patternSchema>, Pattern> = true;
void FITS;
