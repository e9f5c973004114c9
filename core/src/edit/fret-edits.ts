import { createProblem, failure, success, type Problem, type Result } from '../errors/index.ts';
import { pitchAt, stringCount } from '../instrument/index.ts';
import { moveHarmonic, findStoppedFret, type Pattern, type Stroke } from '../pattern/index.ts';
import { createStrokeEdit } from './create-pattern-edits.ts';
import type { AnyPatternEdit } from './pattern-edit.ts';

const highestFret = ({ instrument }: Pattern): number => instrument.frets - instrument.capo;

const beyondNeck = (pattern: Pattern, string: number, fret: number): Problem =>
  createProblem('fret-out-of-range', { value: fret, string, most: highestFret(pattern) });

type Placed = Pick<Stroke, 'string'> & { readonly fret: number };

/** The edit that puts each of some strokes where `place` says, or why one of them cannot be there. */
const createPlacingEdit = (
  pattern: Pattern,
  ids: readonly string[],
  place: (stroke: Stroke) => Placed,
): Result<AnyPatternEdit> => {
  const chosen = new Set(ids);
  const placed = new Map(
    pattern.strokes.filter(({ id }) => chosen.has(id)).map((stroke) => [stroke.id, place(stroke)]),
  );
  const off = [...placed.values()].find(({ fret }) => fret < 0 || fret > highestFret(pattern));
  if (off) return failure(beyondNeck(pattern, off.string, off.fret));
  return success(
    createStrokeEdit(pattern, ids, (stroke) => withPlace(pattern, stroke, placed.get(stroke.id) as Placed)),
  );
};

/** A stroke elsewhere: on another string it is no longer the chord's. A natural harmonic is touched there. */
const withPlace = (pattern: Pattern, stroke: Stroke, { string, fret }: Placed): Stroke => {
  const { role: _role, ...free } = stroke;
  const kept = string === stroke.string ? stroke : free;
  if (stroke.harmonic?.kind === 'natural') return { ...kept, string, harmonic: { ...stroke.harmonic, touch: fret } };
  const by = fret - fretOf(pattern, stroke);
  return { ...kept, string, fret, ...(stroke.harmonic && { harmonic: moveHarmonic(stroke.harmonic, by) }) };
};

const fretOf = (pattern: Pattern, stroke: Stroke): number =>
  stroke.harmonic?.kind === 'natural' ? stroke.harmonic.touch : (findStoppedFret(pattern, stroke) ?? 0);

/**
 * The edit that gives strokes a fret of their own (above the capo), whatever the chord. Errors: `fret-out-of-range`.
 * @example
 * createFretEdit(createPattern('P'), [], 99).ok // => true
 */
export const createFretEdit = (pattern: Pattern, ids: readonly string[], fret: number): Result<AnyPatternEdit> =>
  createPlacingEdit(pattern, ids, ({ string }) => ({ string, fret }));

/**
 * The edit that moves strokes along their strings by so many frets. Errors: `fret-out-of-range`.
 * @example
 * createFretMoveEdit(createPattern('P'), [], 1).ok // => true
 */
export const createFretMoveEdit = (pattern: Pattern, ids: readonly string[], by: number): Result<AnyPatternEdit> =>
  createPlacingEdit(pattern, ids, (stroke) => ({ string: stroke.string, fret: fretOf(pattern, stroke) + by }));

/**
 * The edit that moves strokes to other strings, each at the pitch it has; a natural harmonic has its pitch on its own
 * string only. Errors: `fret-out-of-range`.
 * @example
 * createSamePitchEdit(createPattern('P'), [], 1).ok // => true
 */
export const createSamePitchEdit = (pattern: Pattern, ids: readonly string[], by: number): Result<AnyPatternEdit> => {
  const { instrument } = pattern;
  return createPlacingEdit(pattern, ids, (stroke) => {
    const string = Math.min(Math.max(1, stroke.string + by), stringCount(instrument));
    if (stroke.harmonic?.kind === 'natural') return { string: stroke.string, fret: stroke.harmonic.touch };
    const pitch = pitchAt(instrument, stroke.string, fretOf(pattern, stroke));
    return { string, fret: pitch - pitchAt(instrument, string, 0) };
  });
};

/**
 * The edit that lets strokes follow the chord again.
 * @example
 * createFollowChordEdit(createPattern('P'), []).kind // => 'put'
 */
export const createFollowChordEdit = (pattern: Pattern, ids: readonly string[]): AnyPatternEdit =>
  createStrokeEdit(pattern, ids, ({ fret: _fret, ...stroke }) => stroke);
