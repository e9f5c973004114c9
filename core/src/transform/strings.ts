import { failure, problem } from '../errors/index.ts';
import { stringCount } from '../instrument/index.ts';
import type { Stroke } from '../pattern/index.ts';
import { chosenStrokes, replacing, type Transform } from './transform.ts';

/** Strokes bound to a role follow the chord and stay where it puts them. */
const movable = ({ role }: Stroke): boolean => role === undefined;

/**
 * Moves strokes to other strings, positive toward the bass. Error: `no-string-left` where some would leave the neck.
 * @example
 * valueOrThrow(edit(valueOrThrow(readFigure('5 3 2 3')).pattern, valueOrThrow(moveStrings(1)(valueOrThrow(readFigure('5 3 2 3')).pattern, [], freshNames(valueOrThrow(readFigure('5 3 2 3')).pattern))))).document.strokes.map(({ at, string }) => `${at}/${string}`).join(' ') // => '0/6 210/4 420/3 630/4'
 */
export const moveStrings =
  (by: number): Transform =>
  (pattern, ids) => {
    const moved = chosenStrokes(pattern, ids).map((stroke) =>
      movable(stroke) ? { ...stroke, string: stroke.string + by } : stroke,
    );
    const off = moved.some(({ string }) => string < 1 || string > stringCount(pattern.instrument));
    return off ? failure(problem('no-string-left', { who: 'edge' })) : replacing(pattern, ids, { strokes: moved });
  };

/**
 * Turns strokes upside down between the highest and the lowest string they use. Twice is the same.
 * @example
 * valueOrThrow(edit(valueOrThrow(readFigure('5 3 2 3')).pattern, valueOrThrow(mirrorStrings(valueOrThrow(readFigure('5 3 2 3')).pattern, [], freshNames(valueOrThrow(readFigure('5 3 2 3')).pattern))))).document.strokes.map(({ at, string }) => `${at}/${string}`).join(' ') // => '0/2 210/4 420/5 630/4'
 */
export const mirrorStrings: Transform = (pattern, ids) => {
  const chosen = chosenStrokes(pattern, ids);
  const strings = chosen.filter(movable).map(({ string }) => string);
  if (strings.length === 0) return replacing(pattern, ids, { strokes: chosen });
  const sum = Math.min(...strings) + Math.max(...strings);
  return replacing(pattern, ids, {
    strokes: chosen.map((stroke) => (movable(stroke) ? { ...stroke, string: sum - stroke.string } : stroke)),
  });
};
