import type { Problem } from '../errors/index.ts';
import { listOpenShapes, fretOfString, createOpenStringsVoicing } from '../harmony/index.ts';
import { stringCount } from '../instrument/index.ts';
import type { Pattern } from '../pattern/index.ts';

/** A pattern read from a file made elsewhere, and what its reader wants to be looked at before it is kept. */
export interface ImportedPattern {
  readonly pattern: Pattern;
  /** What was left out, taken otherwise, or guessed, each with its place. */
  readonly warnings: readonly Problem[];
  /** Whether strings and frets were guessed because the file has none. */
  readonly hasInferredPositions: boolean;
}

/**
 * A pattern whose strokes carry their frets, on the chord shape they all fit, if there is one: then the frets are the
 * chord's and need not stand at each stroke. Slurred notes keep their own.
 * @example
 * fitToChordShape(valueOrThrow(parseStringNotation('5 3 2 3')).pattern).voicing.chord // => 'C'
 */
export const fitToChordShape = (pattern: Pattern): Pattern => {
  const strings = stringCount(pattern.instrument);
  const plain = pattern.strokes.filter(({ slur, harmonic }) => !slur && !harmonic);
  const shapes = listOpenShapes(pattern.instrument.tuning, strings);
  const fits = shapes.find(
    (shape) =>
      plain.length > 0 && plain.every(({ string, fret }) => fret === undefined || fret === fretOfString(shape, string)),
  );
  if (!fits) return { ...pattern, voicing: createOpenStringsVoicing(strings) };
  const freed = pattern.strokes.map((stroke) => {
    if (stroke.slur || stroke.harmonic || stroke.fret !== fretOfString(fits, stroke.string)) return stroke;
    const { fret: _fret, ...rest } = stroke;
    return rest;
  });
  return { ...pattern, voicing: fits, strokes: freed };
};
