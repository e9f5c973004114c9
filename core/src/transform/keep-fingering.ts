import { analysePattern } from '../analysis/index.ts';
import { applyPatternEdit, type AnyPatternEdit } from '../edit/index.ts';
import { success, type Result } from '../errors/index.ts';
import type { Digit, Pattern, Stroke } from '../pattern/index.ts';

type Digits = Readonly<Record<string, Digit | null>>;

/** Rounds of pinning until every digit is what it was: a pin may move its neighbours. */
const MOST_ROUNDS = 4;

const pinned = (stroke: Stroke, digits: Digits): Stroke => {
  const digit = digits[stroke.id];
  return digit && !stroke.pin ? { ...stroke, pin: digit } : stroke;
};

/** The strokes that another digit would play now, pinned to the one that played them. */
const changedStrokes = (pattern: Pattern, before: Digits): readonly Stroke[] => {
  const { digits } = analysePattern(pattern);
  return pattern.strokes.filter(({ id, pin }) => !pin && before[id] && digits[id] !== before[id]);
};

const withPins = (pattern: Pattern, strokes: readonly Stroke[], digits: Digits): Pattern => {
  const ids = new Set(strokes.map(({ id }) => id));
  return {
    ...pattern,
    strokes: pattern.strokes.map((stroke) => (ids.has(stroke.id) ? pinned(stroke, digits) : stroke)),
  };
};

/**
 * An edit that only writes the same music otherwise, with what it takes for nobody to play another note: strokes that
 * would get another digit are pinned to theirs, as few as it takes.
 */
export const keepFingering = (pattern: Pattern, edit: AnyPatternEdit): Result<AnyPatternEdit> => {
  const done = applyPatternEdit(pattern, edit);
  if (!done.ok) return done;
  const { digits } = analysePattern(pattern);
  let now = done.value.document;
  for (let round = 1; round <= MOST_ROUNDS; round += 1) {
    const changed = changedStrokes(now, digits);
    if (changed.length === 0) break;
    now = withPins(now, round === MOST_ROUNDS ? now.strokes : changed, digits);
  }
  const known = new Map(done.value.document.strokes.map((stroke) => [stroke.id, stroke]));
  const put = now.strokes.filter((stroke) => known.get(stroke.id) !== stroke);
  return success(put.length === 0 ? edit : { kind: 'batch', edits: [edit, { kind: 'put', strokes: put }] });
};
