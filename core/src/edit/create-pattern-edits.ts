import { createProblem, type Problem } from '../errors/index.ts';
import {
  validatePlacement,
  describePosition,
  patternLength,
  type BeatSubdivision,
  type Pattern,
  type Stroke,
} from '../pattern/index.ts';
import { beatsPerBar, isSubdivisionPossible, ticksPerBar } from '../time/index.ts';
import { setChords, fitChords } from './chord-edits.ts';
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

/**
 * The edit that lets a pattern begin at a tick of its first bar, after which a pickup follows, and end at one of its
 * last; strokes outside go.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(createPattern('P'), createSpanEdit(createPattern('P'), { begins: 2520 })),
 * ).document.begins // => 2520
 */
export const createSpanEdit = (
  pattern: Pattern,
  { begins, ends }: Pick<Pattern, 'begins' | 'ends'>,
): AnyPatternEdit => {
  const { begins: _begins, ends: _ends, ...rest } = pattern;
  const after = {
    ...rest,
    ...(begins ? { begins } : {}),
    ...(ends === undefined || ends === patternLength(pattern) ? {} : { ends }),
  };
  return {
    kind: 'batch',
    edits: [removing(pattern, after), { kind: 'setSpan', begins: after.begins, ends: after.ends }],
  };
};

/** A pattern in another frame that begins and ends as far from its bar lines as before, where that is still inside. */
const withFittingSpan = (pattern: Pattern, framed: Pattern): Pattern => {
  const { begins: _begins, ends: _ends, ...after } = framed;
  const bar = ticksPerBar(after.metre);
  const pickup = ticksPerBar(pattern.metre) - (pattern.begins ?? 0);
  const missing = patternLength(pattern) - (pattern.ends ?? patternLength(pattern));
  return {
    ...after,
    ...(pattern.begins !== undefined && pickup < bar ? { begins: bar - pickup } : {}),
    ...(missing > 0 && missing < bar ? { ends: patternLength(after) - missing } : {}),
  };
};

const setSpan = (pattern: Pattern, { begins, ends }: Pattern): readonly AnyPatternEdit[] =>
  begins === pattern.begins && ends === pattern.ends ? [] : [{ kind: 'setSpan', begins, ends }];

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
  const after = withFittingSpan(pattern, { ...pattern, ...change });
  const divisions = fittingDivisions(after);
  const chords = setChords(pattern, fitChords(pattern, after));
  const cuts: readonly AnyPatternEdit[] =
    divisions.length === (pattern.divisions?.length ?? 0)
      ? []
      : [{ kind: 'setDivisions', divisions: undefinedIfEmpty(divisions) }];
  return {
    kind: 'batch',
    edits: [removing(pattern, after), ...cuts, ...chords, ...setSpan(pattern, after), ...createMetreEdits(change)],
  };
};
