import { createProblem, type Problem } from '../errors/index.ts';
import { findShape, findVoicings, listOpenShapes, type Voicing } from '../harmony/index.ts';
import { stringCount, type Instrument } from '../instrument/index.ts';
import {
  hasChordRoles,
  validatePlacement,
  moveRolesToChord,
  describePosition,
  type BeatSubdivision,
  type Pattern,
  type Stroke,
} from '../pattern/index.ts';
import { beatsPerBar, isSubdivisionPossible } from '../time/index.ts';
import { undefinedIfEmpty } from './ids.ts';
import type { AnyPatternEdit } from './pattern-edit.ts';

/**
 * Why a new stroke cannot be put there, if it cannot.
 * @example
 * validateNewStroke(createPattern('P'), { id: 'a', at: 0, string: 9 }) !== undefined // => true
 */
export const validateNewStroke = (pattern: Pattern, stroke: Stroke): Problem | undefined => {
  const taken = pattern.strokes.find((s) => s.at === stroke.at && s.string === stroke.string && s.id !== stroke.id);
  if (taken)
    return createProblem('string-taken', { string: stroke.string, where: describePosition(pattern, stroke.at) });
  return validatePlacement(pattern, stroke);
};

/**
 * The edit that changes strokes by name one by one, leaving unknown names alone.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *     createStrokeEdit(
 *       valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *       [valueOrThrow(parseStringNotation('5 3 2 3')).pattern.strokes[0].id],
 *       (stroke) => ({ ...stroke, accent: true }),
 *     ),
 *   ),
 * ).document.strokes[0].accent // => true
 */
export const createStrokeEdit = (
  pattern: Pattern,
  ids: readonly string[],
  change: (stroke: Stroke) => Stroke,
): AnyPatternEdit => {
  const chosen = new Set(ids);
  return { kind: 'put', strokes: pattern.strokes.filter(({ id }) => chosen.has(id)).map(change) };
};

const removing = (pattern: Pattern, after: Pattern): AnyPatternEdit => ({
  kind: 'remove',
  ids: pattern.strokes.filter((stroke) => validatePlacement(after, stroke)).map(({ id }) => id),
});

/** The frame of a pattern: how long it is, how it is counted and cut. */
export type MetreChange = Partial<Pick<Pattern, 'metre' | 'bars' | 'subdivision'>>;

/** Beats cut on their own that are still there in another frame, and can still be cut so. */
const fittingDivisions = ({ divisions = [], metre, bars }: Pattern): readonly BeatSubdivision[] =>
  divisions.filter(({ beat, parts }) => beat < beatsPerBar(metre) * bars && isSubdivisionPossible(metre, parts));

/** The edits that set a frame; those of beats that are cut on their own come along. */
export const createMetreEdits = ({ metre, bars, subdivision }: MetreChange): readonly AnyPatternEdit[] => [
  ...(metre ? [{ kind: 'setMetre', metre } as const] : []),
  ...(bars === undefined ? [] : [{ kind: 'setBars', bars } as const]),
  ...(subdivision === undefined ? [] : [{ kind: 'setSubdivision', subdivision } as const]),
];

/**
 * The edit that changes metre, length or parts of the beat, letting go of strokes and cut beats that no longer fit.
 * @example
 * valueOrThrow(applyPatternEdit(createPattern('P'), createResizeEdit(createPattern('P'), { bars: 2 }))).document.bars
 * // => 2
 */
export const createResizeEdit = (pattern: Pattern, change: MetreChange): AnyPatternEdit => {
  const after = { ...pattern, ...change };
  const divisions = fittingDivisions(after);
  const cuts: readonly AnyPatternEdit[] =
    divisions.length === (pattern.divisions?.length ?? 0)
      ? []
      : [{ kind: 'setDivisions', divisions: undefinedIfEmpty(divisions) }];
  return { kind: 'batch', edits: [removing(pattern, after), ...cuts, ...createMetreEdits(change)] };
};

/** Two roles that land on one string at one time would clash: then all stay where they are. */
const followingRoles = (
  strokes: readonly Stroke[],
  instrument: Instrument,
  voicing: Voicing,
): readonly AnyPatternEdit[] => {
  const placed = moveRolesToChord(strokes, instrument, voicing);
  const places = new Set(placed.map(({ at, string }) => `${at}/${string}`));
  return places.size === placed.length && hasChordRoles({ strokes }) ? [{ kind: 'put', strokes: placed }] : [];
};

/**
 * The edit that puts a pattern on another chord: strokes bound to a role go to the strings it gives them.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *     createVoicingEdit(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, listOpenShapes('standard', 6)[1]),
 *   ),
 * ).document.voicing.chord === listOpenShapes('standard', 6)[1].chord // => true
 */
export const createVoicingEdit = (pattern: Pattern, voicing: Voicing): AnyPatternEdit => ({
  kind: 'batch',
  edits: [...followingRoles(pattern.strokes, pattern.instrument, voicing), { kind: 'setVoicing', voicing }],
});

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

/**
 * The edit that puts a pattern on another instrument, keeping the chord where that tuning has a shape for it.
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
  const voicing = findShapeOfChord(instrument, pattern.voicing.chord);
  const after = { ...pattern, instrument, voicing };
  const gone = removing(pattern, after);
  const left = pattern.strokes.filter((stroke) => !validatePlacement(after, stroke));
  return {
    kind: 'batch',
    edits: [
      gone,
      ...followingRoles(left, instrument, voicing),
      { kind: 'setInstrument', instrument },
      { kind: 'setVoicing', voicing },
    ],
  };
};
