import fc from 'fast-check';
import { listOpenShapes } from '../src/harmony/index.ts';
import { TUNINGS, createInstrument } from '../src/instrument/index.ts';
import {
  DIGITS,
  ARTICULATIONS,
  BEND_STEPS,
  NODE_FRETS,
  CHORD_ROLES,
  LEADING_SLURS,
  SLURS,
  createPattern,
  patternLength,
  subdivisionTicks,
  type Pattern,
  type SlideSide,
  type Stroke,
} from '../src/pattern/index.ts';
import {
  createSubdivideBeatEdit,
  createInstrumentEdit,
  createResizeEdit,
  createVoicingEdit,
  type AnyPatternEdit,
} from '../src/edit/index.ts';
import { SCHOOLS, SCHOOLS_AND_VARIANTS } from '../src/fingering/index.ts';
import { BEAT_UNITS, SUBDIVISIONS, isSubdivisionPossible } from '../src/time/index.ts';

const frame = fc
  .record({
    name: fc.string({ minLength: 1, maxLength: 40 }).filter((name) => name.trim() !== ''),
    metre: fc.record({ beats: fc.integer({ min: 1, max: 7 }), unit: fc.constantFrom(...BEAT_UNITS) }),
    bars: fc.integer({ min: 1, max: 3 }),
    subdivision: fc.constantFrom(...SUBDIVISIONS),
    tempo: fc.integer({ min: 20, max: 400 }),
    tuning: fc.constantFrom(...TUNINGS),
    shape: fc.nat(20),
    school: fc.constantFrom(...SCHOOLS_AND_VARIANTS.map(({ key }) => key)),
    cyclic: fc.boolean(),
    swing: fc.option(fc.integer({ min: 50, max: 75 }), { nil: undefined }),
    tags: fc.option(fc.array(fc.constantFrom('rolls', 'first year', 'Thursday'), { maxLength: 2 }), { nil: undefined }),
  })
  .map(({ tuning, shape, subdivision, metre, swing, tags, ...rest }) => {
    const shapes = listOpenShapes(tuning.key, tuning.pitches.length);
    const voicing = shapes[shape % shapes.length];
    return createPattern(rest.name, {
      ...rest,
      ...(swing === undefined ? {} : { swing }),
      ...(tags === undefined ? {} : { tags }),
      metre,
      subdivision: isSubdivisionPossible(metre, subdivision) ? subdivision : 1,
      instrument: createInstrument(tuning),
      voicing,
    });
  });

const side = fc.constantFrom<SlideSide>('below', 'above');

/** What may be done with a note besides striking it. */
export const ornamentArbitrary: fc.Arbitrary<Partial<Stroke>> = fc.oneof(
  fc.constantFrom(...BEND_STEPS).map((semitones) => ({ bend: { semitones } })),
  fc.constantFrom(...BEND_STEPS).map((semitones) => ({ bend: { semitones, isReleased: true } })),
  fc.constantFrom(1, 2, 3).map((trill) => ({ trill })),
  fc.constantFrom(...LEADING_SLURS).map((slur) => ({ grace: { frets: slur === 'pull-off' ? 2 : -1, slur } })),
  fc.constant({ grace: { frets: 1 } }),
  side.map((slideIn) => ({ slideIn })),
  side.map((slideOut) => ({ slideOut })),
);

/** Marks a stroke may carry: mostly none, else one kind of them. */
const markings: fc.Arbitrary<Partial<Stroke>> = fc.oneof(
  { weight: 5, arbitrary: fc.constant({}) },
  { weight: 1, arbitrary: fc.constantFrom(...ARTICULATIONS).map((mark) => ({ [mark]: true })) },
  { weight: 1, arbitrary: fc.constantFrom(...SLURS).map((slur) => ({ slur })) },
  { weight: 1, arbitrary: ornamentArbitrary },
  { weight: 1, arbitrary: fc.constantFrom(...CHORD_ROLES).map((role) => ({ role })) },
  { weight: 1, arbitrary: fc.constantFrom<'soft' | 'loud'>('soft', 'loud').map((loudness) => ({ loudness })) },
  { weight: 1, arbitrary: fc.integer({ min: 0, max: 9 }).map((fret) => ({ fret })) },
  {
    weight: 1,
    arbitrary: fc
      .constantFrom(...NODE_FRETS.filter((fret) => fret <= 12))
      .map((touch) => ({ harmonic: { kind: 'natural' as const, touch } })),
  },
  {
    weight: 1,
    arbitrary: fc
      .integer({ min: 0, max: 5 })
      .map((fret) => ({ fret, harmonic: { kind: 'harp' as const, touch: fret + 12 } })),
  },
);

/** A stroke that fits a pattern's grid and strings. */
const strokeFor = (pattern: Pattern): fc.Arbitrary<Stroke> =>
  fc
    .record({
      id: fc.uuid(),
      slot: fc.nat(patternLength(pattern) / subdivisionTicks(pattern) - 1),
      string: fc.integer({ min: 1, max: pattern.instrument.pitches.length }),
      pin: fc.option(fc.constantFrom(...DIGITS), { nil: undefined }),
      accent: fc.option(fc.boolean(), { nil: undefined }),
      marks: markings,
    })
    .map(({ slot, pin, accent, marks, ...rest }) => ({
      ...rest,
      at: slot * subdivisionTicks(pattern),
      ...(pin ? { pin } : {}),
      ...(accent === undefined ? {} : { accent }),
      ...marks,
    }));

/** Any pattern that can stand. */
export const patternArbitrary: fc.Arbitrary<Pattern> = frame.chain((pattern) =>
  fc
    .uniqueArray(strokeFor(pattern), { maxLength: 24, selector: ({ at, string }) => `${at}/${string}` })
    .map((strokes) => ({ ...pattern, strokes: [...strokes].sort((a, b) => a.at - b.at || b.string - a.string) })),
);

/** Edits of every kind, most of which can be applied to the pattern. */
export const editArbitrary = (pattern: Pattern): fc.Arbitrary<AnyPatternEdit> =>
  fc.oneof(
    strokeFor(pattern).map((stroke): AnyPatternEdit => ({ kind: 'put', strokes: [stroke] })),
    fc
      .constantFrom(...pattern.strokes.map(({ id }) => id), 'nobody')
      .map((id): AnyPatternEdit => ({ kind: 'remove', ids: [id] })),
    fc.integer({ min: 10, max: 420 }).map((tempo): AnyPatternEdit => ({ kind: 'setTempo', tempo })),
    fc
      .constantFrom(...SCHOOLS.map(({ key }) => key), 'nobody’s')
      .map((school): AnyPatternEdit => ({ kind: 'chooseSchool', school })),
    fc.integer({ min: 0, max: 4 }).map((bars): AnyPatternEdit => ({ kind: 'setBars', bars })),
    fc.string({ maxLength: 130, unit: 'binary' }).map((name): AnyPatternEdit => ({ kind: 'rename', name })),
    fc.constantFrom(1, 2, 3, 4, 5).map((subdivision): AnyPatternEdit => ({ kind: 'setSubdivision', subdivision })),
    fc.constantFrom(undefined, 40, 60, 67).map((swing): AnyPatternEdit => ({ kind: 'setSwing', swing })),
    fc.boolean().map((cyclic): AnyPatternEdit => ({ kind: 'setCyclic', cyclic })),
    fc.constantFrom([], ['rolls'], ['rolls', '']).map((tags): AnyPatternEdit => ({ kind: 'setTags', tags })),
    fc
      .record({ beats: fc.integer({ min: 0, max: 9 }), unit: fc.constantFrom(...BEAT_UNITS) })
      .map((metre): AnyPatternEdit => createResizeEdit(pattern, { metre })),
    fc.nat(20).map((shape): AnyPatternEdit => {
      const shapes = listOpenShapes(pattern.instrument.tuning, pattern.instrument.pitches.length);
      return createVoicingEdit(pattern, shapes[shape % shapes.length] ?? pattern.voicing);
    }),
    fc
      .constantFrom(...TUNINGS)
      .map((tuning): AnyPatternEdit => createInstrumentEdit(pattern, createInstrument(tuning))),
    fc.constantFrom(2, 3, 6).map((parts): AnyPatternEdit => createSubdivideBeatEdit(pattern, 0, parts)),
    strokeFor(pattern).map((stroke): AnyPatternEdit => ({
      kind: 'become',
      document: { ...pattern, strokes: [stroke] },
    })),
    fc.constant<AnyPatternEdit>({
      kind: 'batch',
      edits: [
        { kind: 'setTempo', tempo: 77 },
        { kind: 'remove', ids: pattern.strokes.slice(0, 2).map(({ id }) => id) },
      ],
    }),
  );

/** Strokes without what is played out as several notes, after its time, or written with a second figure. */
const withoutPlayedOut = ({ bend: _bend, grace: _grace, trill: _trill, rolled: _rolled, ...stroke }: Stroke): Stroke =>
  stroke;

/** Any pattern of which each stroke is heard as one note at its time, and written as one. */
export const oneNoteEachArbitrary: fc.Arbitrary<Pattern> = patternArbitrary.map((pattern) => ({
  ...pattern,
  strokes: pattern.strokes.map(withoutPlayedOut),
}));
