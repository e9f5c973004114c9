import { findShape, findVoicings, listOpenShapes, type Voicing } from '../harmony/index.ts';
import { stringCount, type Instrument } from '../instrument/index.ts';
import {
  hasChordRoles,
  listChordSpans,
  moveRolesToChords,
  patternLength,
  toChordCourse,
  validatePlacement,
  type ChordChange,
  type ChordCourse,
  type Pattern,
  type Stroke,
} from '../pattern/index.ts';
import { ticksPerBar } from '../time/index.ts';
import type { AnyPatternEdit } from './pattern-edit.ts';

/** Two roles that land on one string at one time would clash: then all stay where they are. */
const followingRoles = (
  strokes: readonly Stroke[],
  instrument: Instrument,
  course: ChordCourse,
): readonly AnyPatternEdit[] => {
  const placed = moveRolesToChords(strokes, instrument, course);
  const places = new Set(placed.map(({ at, string }) => `${at}/${string}`));
  return places.size === placed.length && hasChordRoles({ strokes }) ? [{ kind: 'put', strokes: placed }] : [];
};

/**
 * The edits that set the chords alone; none where they stay the same values.
 * @example
 * setChords(createPattern('P'), { voicing: createPattern('P').voicing }).length // => 1
 */
export const setChords = (pattern: Pattern, { voicing, chordChanges }: ChordCourse): readonly AnyPatternEdit[] => [
  ...(voicing === pattern.voicing ? [] : [{ kind: 'setVoicing', voicing } as const]),
  ...(chordChanges === pattern.chordChanges ? [] : [{ kind: 'setChordChanges', chordChanges } as const]),
];

/**
 * The chords of a pattern with their times moved, cut to a length; of several at one time the last holds, and one that
 * comes before the beginning holds from there.
 * @example
 * remapChords(createPattern('P'), (at) => at + 840, 3360).voicing.chord // => 'C'
 */
export const remapChords = (pattern: Pattern, moved: (at: number) => number, length: number): ChordCourse => {
  if (!pattern.chordChanges) return pattern;
  const spans = listChordSpans(pattern).map(({ at, voicing }) => ({ at: Math.max(0, moved(at)), voicing }));
  const inside = spans.filter(({ at }) => at < length);
  return toChordCourse(inside.filter(({ at }, index) => at !== inside[index + 1]?.at));
};

/** The chords as they fit another frame: each stays in its bar as far into it as before. */
export const fitChords = (pattern: Pattern, after: Pattern): ChordCourse => {
  const [before, now] = [ticksPerBar(pattern.metre), ticksPerBar(after.metre)];
  const place = (at: number): number => Math.floor(at / before) * now + Math.min(now - 1, at % before);
  return before === now && patternLength(pattern) <= patternLength(after)
    ? pattern
    : remapChords(pattern, place, patternLength(after));
};

/**
 * The edit that gives a pattern its chords: strokes bound to a role go to the strings these give them.
 * @example
 * createChordsEdit(createPattern('P'), { voicing: createPattern('P').voicing }).kind // => 'batch'
 */
export const createChordsEdit = (pattern: Pattern, course: ChordCourse) =>
  ({
    kind: 'batch',
    edits: [...followingRoles(pattern.strokes, pattern.instrument, course), ...setChords(pattern, course)],
  }) satisfies AnyPatternEdit;

/**
 * The edit that puts a pattern on another chord, or where it has several the chord that is held at a tick.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *     createVoicingEdit(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, listOpenShapes('standard', 6)[1]),
 *   ),
 * ).document.voicing.chord === listOpenShapes('standard', 6)[1].chord // => true
 */
export const createVoicingEdit = (pattern: Pattern, voicing: Voicing, at = 0): AnyPatternEdit => {
  const spans = listChordSpans(pattern);
  const held = spans.findLastIndex((span) => span.at <= at);
  const changed = spans.map((span, index) => (index === held ? { ...span, voicing } : span));
  return createChordsEdit(pattern, toChordCourse(changed));
};

/**
 * The edit that changes the chord at a tick; without a voicing the change there goes, and the chord before holds on.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     createPattern('P'),
 *     createChordChangeEdit(createPattern('P'), 1680, listOpenShapes('standard', 6)[1]),
 *   ),
 * ).document.chordChanges[0].at // => 1680
 */
export const createChordChangeEdit = (pattern: Pattern, at: number, voicing: Voicing | undefined): AnyPatternEdit => {
  const others = listChordSpans(pattern).filter((span) => span.at !== at || at === 0);
  const added: readonly ChordChange[] = voicing && at > 0 ? [{ at, voicing }] : [];
  const spans = [...others, ...added].sort((a, b) => a.at - b.at);
  return createChordsEdit(pattern, toChordCourse(spans));
};

/**
 * The shape of a chord on an instrument: one that players know, the easiest there is, or the first shape of the tuning.
 */
const findShapeOfChord = (instrument: Instrument, chord: string): Voicing => {
  const known = findShape(instrument, chord);
  if (known) return known;
  const found = findVoicings(chord, instrument, { maxResults: 1 });
  const easiest = found.ok ? found.value[0]?.voicing : undefined;
  return easiest ? { ...easiest, chord } : (listOpenShapes(instrument.tuning, stringCount(instrument))[0] as Voicing);
};

/** The same chords in the shapes of another instrument. */
const courseOn = (pattern: Pattern, instrument: Instrument): ChordCourse => {
  const shapes = new Map<string, Voicing>();
  const shapeOf = (chord: string): Voicing => {
    const shape = shapes.get(chord) ?? findShapeOfChord(instrument, chord);
    shapes.set(chord, shape);
    return shape;
  };
  return toChordCourse(listChordSpans(pattern).map(({ at, voicing }) => ({ at, voicing: shapeOf(voicing.chord) })));
};

/**
 * The edit that puts a pattern on another instrument, keeping the chords where that tuning has a shape for them.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *     createInstrumentEdit(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, {
 *       ...valueOrThrow(parseStringNotation('5 3 2 3')).pattern.instrument,
 *       capo: 2,
 *     }),
 *   ),
 * ).document.instrument.capo // => 2
 */
export const createInstrumentEdit = (pattern: Pattern, instrument: Instrument): AnyPatternEdit => {
  const course = courseOn(pattern, instrument);
  const { chordChanges: _changes, ...rest } = pattern;
  const after = { ...rest, instrument, ...course };
  const left = pattern.strokes.filter((stroke) => !validatePlacement(after, stroke));
  const gone = pattern.strokes.filter((stroke) => validatePlacement(after, stroke)).map(({ id }) => id);
  return {
    kind: 'batch',
    edits: [
      { kind: 'remove', ids: gone },
      ...followingRoles(left, instrument, course),
      { kind: 'setInstrument', instrument },
      { kind: 'setVoicing', voicing: course.voicing },
      { kind: 'setChordChanges', chordChanges: course.chordChanges },
    ],
  };
};
