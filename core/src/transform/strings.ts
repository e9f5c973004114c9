import { failure, problem } from '../errors/index.ts';
import { stringCount } from '../instrument/index.ts';
import type { Stroke } from '../pattern/index.ts';
import { chosenStrokes, replacing, type Transform } from './transform.ts';

/** Strokes bound to a role follow the chord and stay where it puts them. */
const movable = ({ role }: Stroke): boolean => role === undefined;

/** Moves strokes to other strings, positive toward the bass. Error: `no-string-left` where some would leave the neck. */
export const moveStrings =
  (by: number): Transform =>
  (pattern, ids) => {
    const moved = chosenStrokes(pattern, ids).map((stroke) =>
      movable(stroke) ? { ...stroke, string: stroke.string + by } : stroke,
    );
    const off = moved.some(({ string }) => string < 1 || string > stringCount(pattern.instrument));
    return off
      ? failure(problem('no-string-left', { who: 'strokes at the edge' }))
      : replacing(pattern, ids, { strokes: moved });
  };

/** Turns strokes upside down between the highest and the lowest string they use. Twice is the same. */
export const mirrorStrings: Transform = (pattern, ids) => {
  const chosen = chosenStrokes(pattern, ids);
  const strings = chosen.filter(movable).map(({ string }) => string);
  if (strings.length === 0) return replacing(pattern, ids, { strokes: chosen });
  const sum = Math.min(...strings) + Math.max(...strings);
  return replacing(pattern, ids, {
    strokes: chosen.map((stroke) => (movable(stroke) ? { ...stroke, string: sum - stroke.string } : stroke)),
  });
};
