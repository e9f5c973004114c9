import { PATTERN_LIMITS, patternLength, type Stroke } from '../pattern/index.ts';
import { failure, problem } from '../errors/index.ts';
import { chosenStrokes, replacing, type Transform } from './transform.ts';

/** Accents the first of every so many strokes, counted by when they are struck: fours heard in threes, and so on. */
export const regroup =
  (size: number): Transform =>
  (pattern, ids) => {
    const chosen = chosenStrokes(pattern, ids);
    const times = [...new Set(chosen.map(({ at }) => at))].sort((a, b) => a - b);
    const accented = (stroke: Stroke): Stroke => {
      const { accent: _accent, ...plain } = stroke;
      return times.indexOf(stroke.at) % size === 0 && !stroke.slur ? { ...plain, accent: true } : plain;
    };
    return replacing(pattern, ids, { strokes: chosen.map(accented) });
  };

/** Plays the whole pattern twice, as twice as many bars; what is bound to the chord stays bound. */
export const repeatTwice: Transform = (pattern) => {
  if (pattern.bars * 2 > PATTERN_LIMITS.bars || pattern.strokes.length * 2 > PATTERN_LIMITS.strokes)
    return failure(problem('cannot-transform', { problem: 'Twice would be longer than a pattern can be.' }));
  const length = patternLength(pattern);
  const beats = pattern.metre.beats * pattern.bars;
  const again = pattern.strokes.map((stroke) => ({ ...stroke, id: `${stroke.id}-again`, at: stroke.at + length }));
  const divisions = pattern.divisions && [
    ...pattern.divisions,
    ...pattern.divisions.map(({ beat, parts }) => ({ beat: beat + beats, parts })),
  ];
  return replacing(pattern, [], {
    strokes: [...pattern.strokes, ...again],
    fields: { bars: pattern.bars * 2, ...(divisions ? { divisions } : {}) },
  });
};

/** Sets the swing, in per cent of the beat; the ticks stay. */
export const setSwing =
  (swing: number): Transform =>
  () => ({ ok: true, value: { kind: 'set', fields: { swing: swing === 50 ? undefined : swing } } });
