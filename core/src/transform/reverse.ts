import type { Slur, Stroke } from '../pattern/index.ts';
import { chosenStrokes, replacing, type Transform } from './transform.ts';

const BACK: Readonly<Record<Slur, Slur>> = { 'hammer-on': 'pull-off', 'pull-off': 'hammer-on', slide: 'slide' };

/** Plays strokes backwards between the first and the last of them; hammer-ons turn to pull-offs. Twice is the same. */
export const reverse: Transform = (pattern, ids) => {
  const chosen = chosenStrokes(pattern, ids);
  const [first, last] = [Math.min(...chosen.map(({ at }) => at)), Math.max(...chosen.map(({ at }) => at))];
  const turned = (stroke: Stroke): Stroke => ({
    ...stroke,
    at: first + last - stroke.at,
    ...(stroke.slur ? { slur: BACK[stroke.slur] } : {}),
  });
  return replacing(pattern, ids, { strokes: chosen.map(turned) });
};
