import { patternLength } from '../pattern/index.ts';
import { mapStrokes, wrapTick, type PatternTransform } from './transform.ts';

/**
 * Shifts strokes in time by some ticks; what leaves the end comes in at the beginning, as the wheel turns. By the
 * pattern's length nothing changes.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *     valueOrThrow(
 *       shiftInTime(840)(
 *         valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *         [],
 *         createIdGenerator(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *       ),
 *     ),
 *   ),
 * )
 *   .document.strokes.map(({ at, string }) => `${at}/${string}`)
 *   .join(' ') // => '0/5 210/3 420/2 630/3'
 */
export const shiftInTime = (ticks: number): PatternTransform =>
  mapStrokes((stroke, pattern) => ({ ...stroke, at: wrapTick(stroke.at + ticks, patternLength(pattern)) }));
