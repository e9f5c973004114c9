import { failure, createProblem } from '../errors/index.ts';
import { stringCount } from '../instrument/index.ts';
import type { Stroke } from '../pattern/index.ts';
import { selectStrokes, createReplaceEdit, type PatternTransform } from './transform.ts';

/** Strokes bound to a role follow the chord and stay where it puts them. */
const movable = ({ role }: Stroke): boolean => role === undefined;

/**
 * Moves strokes to other strings, positive toward the bass. Error: `no-string-left` where some would leave the neck.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *     valueOrThrow(
 *       moveStrings(1)(
 *         valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *         [],
 *         createIdGenerator(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *       ),
 *     ),
 *   ),
 * )
 *   .document.strokes.map(({ at, string }) => `${at}/${string}`)
 *   .join(' ') // => '0/6 210/4 420/3 630/4'
 */
export const moveStrings =
  (by: number): PatternTransform =>
  (pattern, ids) => {
    const moved = selectStrokes(pattern, ids).map((stroke) =>
      movable(stroke) ? { ...stroke, string: stroke.string + by } : stroke,
    );
    const off = moved.some(({ string }) => string < 1 || string > stringCount(pattern.instrument));
    return off
      ? failure(createProblem('no-string-left', { who: 'edge' }))
      : createReplaceEdit(pattern, ids, { strokes: moved });
  };

/**
 * Turns strokes upside down between the highest and the lowest string they use. Twice is the same.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *     valueOrThrow(
 *       mirrorStrings(
 *         valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *         [],
 *         createIdGenerator(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *       ),
 *     ),
 *   ),
 * )
 *   .document.strokes.map(({ at, string }) => `${at}/${string}`)
 *   .join(' ') // => '0/2 210/4 420/5 630/4'
 */
export const mirrorStrings: PatternTransform = (pattern, ids) => {
  const chosen = selectStrokes(pattern, ids);
  const strings = chosen.filter(movable).map(({ string }) => string);
  if (strings.length === 0) return createReplaceEdit(pattern, ids, { strokes: chosen });
  const sum = Math.min(...strings) + Math.max(...strings);
  return createReplaceEdit(pattern, ids, {
    strokes: chosen.map((stroke) => (movable(stroke) ? { ...stroke, string: sum - stroke.string } : stroke)),
  });
};
