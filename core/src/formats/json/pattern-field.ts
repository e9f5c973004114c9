import { message } from '../../message/index.ts';
import { problem, type Problem } from '../../errors/index.ts';
import {
  TEXT_LIMITS,
  described,
  list,
  mapBy,
  mapOf,
  number,
  object,
  oneOf,
  refined,
  text,
  truth,
  whole,
  wholeOrNull,
  withBounds,
  type Field,
  type TypeOf,
} from '../../fields/index.ts';
import { MAX_PENALTY, SCHOOLS, SCHOOLS_AND_VARIANTS, validateCustomSchool } from '../../fingering/index.ts';
import { STRING_RANGE } from '../../instrument/index.ts';
import {
  DIGITS,
  MARKS,
  PATTERN_LIMITS,
  ROLES,
  SLURS,
  SWING_RANGE,
  type MadeSchool,
  type Mark,
  type Pattern,
} from '../../pattern/index.ts';
import { BEAT_UNITS, SUBDIVISIONS, TEMPO_RANGE } from '../../time/index.ts';

/** Marks whose names say too little; any other is a plain truth value. */
const MARK_FIELDS: Readonly<Partial<Record<Mark, Field<boolean>>>> = {
  rake: described(truth(), 'The digit of the stroke before carries on to this string.'),
  brush: described(truth(), 'Struck by one digit together with the other brushed strokes of this time.'),
  damped: described(truth(), 'Damped with the palm.'),
  ring: described(truth(), 'Rings at least to the end of its bar.'),
  silent: described(truth(), 'Played without sounding.'),
  unplanted: described(truth(), 'The digit comes down without planting first.'),
};

const markField = (mark: Mark): Field<boolean> => MARK_FIELDS[mark] ?? truth();

const marks = Object.fromEntries(MARKS.map((mark) => [mark, markField(mark)])) as Record<Mark, Field<boolean>>;

/** The longest list of strings there is; a longer one is refused before it is looked at. */
const STRINGS = STRING_RANGE.most * 2;

const fret = (words: string): Field<number> => described(withBounds(whole(), { minimum: 0 }), words);

/** A stroke. */
export const strokeField = object(
  {
    id: text(TEXT_LIMITS.id),
    at: described(withBounds(whole(), { minimum: 0 }), 'Ticks from the start.'),
    string: withBounds(whole(), { minimum: 1, maximum: STRING_RANGE.most }),
  },
  {
    pin: described(oneOf(DIGITS), 'The digit the teacher fixed.'),
    fret: fret('Fret above the capo, where it is another than the chord’s.'),
    slur: described(oneOf(SLURS), 'Sounded by the other hand, without an attack.'),
    harmonic: object({ kind: oneOf(['natural', 'harp']), touch: withBounds(whole(), { minimum: 0 }) }),
    loudness: oneOf(['soft', 'loud']),
    fretted: described(
      object({
        finger: withBounds(whole(), { minimum: 1, maximum: 4 }),
        string: withBounds(whole(), { minimum: 1, maximum: STRING_RANGE.most }),
        fret: withBounds(whole(), { minimum: 0 }),
      }),
      'The finger of the other hand, for as long as the stroke is on this string and fret.',
    ),
    role: described(oneOf(ROLES), 'The string follows the chord.'),
    ...marks,
  },
);

/** A school of a studio's own. */
export const madeSchoolField = refined(
  object({
    id: text(TEXT_LIMITS.id),
    name: withBounds(text(TEXT_LIMITS.school), { minLength: 1 }),
    base: text(TEXT_LIMITS.key),
    digits: withBounds(list(oneOf(DIGITS), DIGITS.length), { minItems: 1 }),
    homes: mapBy(DIGITS, list(withBounds(whole(), { minimum: 1, maximum: STRING_RANGE.most }), STRING_RANGE.most)),
    weights: mapOf(withBounds(number(), { minimum: 0, maximum: MAX_PENALTY }), 60),
  }),
  (made) => validateCustomSchool(made as MadeSchool),
);

const SCHOOL_KEYS = new Set(SCHOOLS_AND_VARIANTS.map(({ key }) => key));

/** The key of a school. */
export const schoolField: Field<string> = {
  schema: {
    type: 'string',
    maxLength: TEXT_LIMITS.key,
    pattern: `^(own:.*|(${SCHOOLS.map(({ key }) => key).join('|')})(:[a-z-]+)?)$`,
    description: 'Key of a school, of one of its variants (hybrid:pick-down), or own:… for the one in ownSchool.',
  },
  check: (value, path, findings) => {
    const before = findings.problems.length;
    text(TEXT_LIMITS.key).check(value, path, findings);
    if (findings.problems.length > before || SCHOOL_KEYS.has(value as string)) return;
    if (!(value as string).startsWith('own:'))
      findings.wrong(path, message('field.choice', { values: [...SCHOOL_KEYS].join(', ') }));
  },
};

/** A metre. */
export const metreField = object({
  beats: withBounds(whole(), { minimum: 1, maximum: PATTERN_LIMITS.beats }),
  unit: described(oneOf(BEAT_UNITS), 'The note value of a beat: 4 = quarter.'),
});

/** An instrument: tuning, pitches, capo, frets. */
export const instrumentField = object({
  tuning: text(TEXT_LIMITS.tuning),
  pitches: described(
    withBounds(list(withBounds(whole(), { minimum: 12, maximum: 100 }), STRINGS), {
      minItems: STRING_RANGE.least,
      maxItems: STRING_RANGE.most,
    }),
    'MIDI note numbers from the lowest string N to string 1.',
  ),
  capo: withBounds(whole(), { minimum: 0 }),
  frets: withBounds(whole(), { minimum: 5, maximum: 30 }),
});

/** A shape held on the neck. */
export const voicingField = object(
  {
    chord: text(TEXT_LIMITS.chord),
    frets: described(
      withBounds(list(withBounds(wholeOrNull(), { minimum: 0 }), STRINGS), {
        minItems: STRING_RANGE.least,
        maxItems: STRING_RANGE.most,
      }),
      'Frets above the capo from string N to string 1, null where a string is muted.',
    ),
  },
  {
    bass: described(
      withBounds(whole(), { minimum: 1, maximum: STRING_RANGE.most }),
      'The string that carries the bass, where it is another than the chord gives.',
    ),
  },
);

const patternShape = object(
  {
    name: withBounds(text(PATTERN_LIMITS.name), { minLength: 1 }),
    metre: metreField,
    bars: withBounds(whole(), { minimum: 1, maximum: PATTERN_LIMITS.bars }),
    subdivision: described(withBounds(whole(), { enum: SUBDIVISIONS }), 'Parts a beat is cut in on the bench.'),
    tempo: described(
      withBounds(number(), { minimum: TEMPO_RANGE.least, maximum: TEMPO_RANGE.most }),
      'Beats per minute.',
    ),
    instrument: instrumentField,
    voicing: voicingField,
    school: schoolField,
    cyclic: described(truth(), 'Whether the last stroke is followed by the first again.'),
    strokes: list(strokeField, PATTERN_LIMITS.strokes),
  },
  {
    divisions: described(
      list(
        object({ beat: withBounds(whole(), { minimum: 0 }), parts: withBounds(whole(), { enum: SUBDIVISIONS }) }),
        PATTERN_LIMITS.bars * PATTERN_LIMITS.beats,
      ),
      'Beats that are cut otherwise, counted from 0 through the whole pattern, in order.',
    ),
    swing: described(
      withBounds(number(), { minimum: SWING_RANGE.least, maximum: SWING_RANGE.most }),
      'Per cent of the beat before the off-beat, when played or exported; never in the ticks.',
    ),
    ownSchool: described(
      madeSchoolField,
      'A school of a studio’s own: what it starts from, its digits, the homes and weights that differ.',
    ),
    tags: list(withBounds(text(PATTERN_LIMITS.tag), { minLength: 1 }), PATTERN_LIMITS.tags),
  },
);

/** A pattern that names a school of the studio's own carries it. */
const carriedSchool = (pattern: TypeOf<typeof patternShape>, path: string): readonly Problem[] => {
  const { school, ownSchool } = pattern;
  const carried = !school.startsWith('own:') || school === `own:${ownSchool?.id}`;
  const where = path ? `${path}.ownSchool` : 'ownSchool';
  return carried ? [] : [problem('field-wrong', { where, problem: message('field.own-school-missing') })];
};

/** A pattern as it is read from outside. */
export const patternField = refined(patternShape, carriedSchool);

// What the description says and what a pattern is are the same, in both directions.
type Same<A, B> = A extends B ? (B extends A ? true : never) : never;
const FITS: Same<TypeOf<typeof patternField>, Pattern> = true;
void FITS;
