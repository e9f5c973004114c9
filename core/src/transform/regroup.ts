import { beatsPerBar } from '../time/index.ts';
import { message } from '../message/index.ts';
import { setChords, undefinedIfEmpty } from '../edit/index.ts';
import { failure, createProblem, success } from '../errors/index.ts';
import {
  PATTERN_LIMITS,
  listChordSpans,
  patternLength,
  toChordCourse,
  type ChordCourse,
  type Pattern,
  type Stroke,
} from '../pattern/index.ts';
import { selectStrokes, createReplaceEdit, type PatternTransform } from './transform.ts';

/**
 * Accents the first of every so many strokes, counted by when they are struck: fours heard in threes, and so on.
 * @example
 * accentGroups(3)(
 *   valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *   [],
 *   createIdGenerator(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 * ).ok // => true
 */
export const accentGroups =
  (size: number): PatternTransform =>
  (pattern, ids) => {
    const chosen = selectStrokes(pattern, ids);
    const times = [...new Set(chosen.map(({ at }) => at))].sort((a, b) => a - b);
    const place = new Map(times.map((at, index) => [at, index]));
    const accented = (stroke: Stroke): Stroke => {
      const { accent: _accent, ...plain } = stroke;
      return (place.get(stroke.at) ?? 0) % size === 0 && !stroke.slur ? { ...plain, accent: true } : plain;
    };
    return createReplaceEdit(pattern, ids, { strokes: chosen.map(accented) });
  };

/**
 * Plays the whole pattern twice, as twice as many bars; what is bound to the chord stays bound.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *     valueOrThrow(
 *       doubleLength(
 *         valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *         [],
 *         createIdGenerator(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *       ),
 *     ),
 *   ),
 * ).document.strokes.length // => 8
 */
export const doubleLength: PatternTransform = (pattern, _ids, newName) => {
  if (pattern.bars * 2 > PATTERN_LIMITS.bars || pattern.strokes.length * 2 > PATTERN_LIMITS.strokes)
    return failure(createProblem('cannot-transform', { problem: message('reason.repeat-too-long') }));
  const length = patternLength(pattern);
  const beats = beatsPerBar(pattern.metre) * pattern.bars;
  const again = pattern.strokes.map((stroke) => ({ ...stroke, id: newName(), at: stroke.at + length }));
  const { divisions = [] } = pattern;
  const cuts = [...divisions, ...divisions.map(({ beat, parts }) => ({ beat: beat + beats, parts }))];
  return createReplaceEdit(pattern, [], {
    strokes: [...pattern.strokes, ...again],
    edits: [
      { kind: 'setBars', bars: pattern.bars * 2 },
      { kind: 'setDivisions', divisions: undefinedIfEmpty(cuts) },
      ...setChords(pattern, repeatedChords(pattern, length)),
      ...(pattern.ends === undefined
        ? []
        : [{ kind: 'setSpan' as const, begins: pattern.begins, ends: pattern.ends + length }]),
    ],
  });
};

const repeatedChords = (pattern: Pattern, length: number): ChordCourse => {
  if (!pattern.chordChanges) return pattern;
  const once = listChordSpans(pattern);
  return toChordCourse([...once, ...once.map(({ at, voicing }) => ({ at: at + length, voicing }))]);
};

/**
 * Sets the swing, in per cent of the beat; the ticks stay.
 * @example
 * createSwingTransform(60)(
 *   valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *   [],
 *   createIdGenerator(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 * ).ok // => true
 */
export const createSwingTransform =
  (swing: number, swingUnit?: 16): PatternTransform =>
  () =>
    success({ kind: 'setSwing', swing: swing === 50 ? undefined : swing, ...(swingUnit ? { swingUnit } : {}) });
