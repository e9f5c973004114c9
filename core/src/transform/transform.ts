import { failure, createProblem, success, type Result } from '../errors/index.ts';
import type { AnyPatternEdit, IdGenerator } from '../edit/index.ts';
import { compareByTimeThenString, type Pattern, type Stroke } from '../pattern/index.ts';

/**
 * What a transform does to the strokes it is given: new ones in place of them, and perhaps edits of the pattern around
 * them.
 */
export interface TransformResult {
  readonly strokes: readonly Stroke[];
  readonly edits?: readonly AnyPatternEdit[];
}

/**
 * A change of a pattern, or of a selection of its strokes, as one edit. `ids` empty means the whole pattern; the names
 * of strokes that are added come from the caller.
 */
export type PatternTransform = (
  pattern: Pattern,
  ids: readonly string[],
  newName: IdGenerator,
) => Result<AnyPatternEdit>;

/**
 * The strokes a transform is about.
 * @example
 * selectStrokes(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, []).length // => 4
 */
export const selectStrokes = ({ strokes }: Pattern, ids: readonly string[]): readonly Stroke[] => {
  const chosen = new Set(ids);
  return ids.length === 0 ? strokes : strokes.filter(({ id }) => chosen.has(id));
};

/** Two strokes of the outcome on one string at one time, if there are any. */
const clash = (strokes: readonly Stroke[]): Stroke | undefined => {
  const seen = new Set<string>();
  return strokes.find(({ at, string }) => {
    const place = `${at}/${string}`;
    if (seen.has(place)) return true;
    seen.add(place);
    return false;
  });
};

/**
 * The edit that puts transformed strokes in place of the chosen ones. Errors: `transform-clash` where two strokes would
 * fall on one string at one time.
 */
export const createReplaceEdit = (
  pattern: Pattern,
  ids: readonly string[],
  { strokes, edits = [] }: TransformResult,
): Result<AnyPatternEdit> => {
  const chosen = selectStrokes(pattern, ids);
  const gone = new Set(chosen.map(({ id }) => id));
  const outcome = [...pattern.strokes.filter(({ id }) => !gone.has(id)), ...strokes].sort(compareByTimeThenString);
  const clashing = clash(outcome);
  if (clashing) return failure(createProblem('transform-clash', { string: clashing.string }));
  const removed: AnyPatternEdit = { kind: 'remove', ids: [...gone] };
  const put: AnyPatternEdit = { kind: 'put', strokes };
  return success({ kind: 'batch', edits: [removed, ...edits, put] });
};

/** A tick brought into a pattern that comes round. */
export const wrapTick = (at: number, length: number): number => ((at % length) + length) % length;

/** Makes a transform of what it does to each stroke by itself. */
export const mapStrokes =
  (change: (stroke: Stroke, pattern: Pattern) => Stroke): PatternTransform =>
  (pattern, ids) =>
    createReplaceEdit(pattern, ids, { strokes: selectStrokes(pattern, ids).map((stroke) => change(stroke, pattern)) });
