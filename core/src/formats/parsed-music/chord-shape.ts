import { createProblem, type Problem } from '../../errors/index.ts';
import {
  fretOfString,
  createOpenStringsVoicing,
  findShape,
  listOpenShapes,
  isStringSounding,
  findVoicings,
  type Voicing,
} from '../../harmony/index.ts';
import { isBassString, stringCount, type Instrument } from '../../instrument/index.ts';
import type { Pattern, Stroke } from '../../pattern/index.ts';
import type { ParsedChord } from './parsed-music.ts';

/** Strings that have to be heard before a shape is taken for meant, unless all of its strings are (est.). */
const HEARD = 4;

const isPlain = ({ slur, harmonic, fret }: Stroke): boolean => !slur && !harmonic && fret !== undefined;

const allFit = (shape: Voicing, plain: readonly Stroke[]): boolean =>
  plain.every(({ string, fret }) => fret === fretOfString(shape, string));

/** Whether enough of a shape is heard, its bass among it, that no other chord was meant. */
const isHeard = (shape: Voicing, plain: readonly Stroke[], instrument: Instrument): boolean => {
  const heard = new Set(plain.map(({ string }) => string));
  const sounding = Array.from({ length: stringCount(instrument) }, (_, index) => index + 1).filter((string) =>
    isStringSounding(shape, string),
  );
  const bass = [...heard].some((string) => isBassString(instrument, string));
  return bass && (heard.size >= HEARD || sounding.every((string) => heard.has(string)));
};

/** The shape a file names: by its frets, else the usual one of its symbol that all strokes fit. */
const namedShape = ({ instrument }: Pattern, chord: ParsedChord, plain: readonly Stroke[]): Voicing | undefined => {
  if (chord.frets?.length === stringCount(instrument)) return { chord: chord.symbol, frets: chord.frets };
  const usual = findShape(instrument, chord.symbol);
  if (usual && allFit(usual, plain)) return usual;
  const found = findVoicings(chord.symbol, instrument);
  const held = found.ok ? found.value.find(({ voicing }) => allFit(voicing, plain))?.voicing : undefined;
  return held && { ...held, chord: chord.symbol };
};

/**
 * The strokes on a shape: frets that are the shape's need not stand at them.
 * @example
 * removeRedundantFrets([{ id: 'a', at: 0, string: 5, fret: 0 }], createOpenStringsVoicing(6))[0].fret // => undefined
 */
export const removeRedundantFrets = (strokes: readonly Stroke[], shape: Voicing): readonly Stroke[] =>
  strokes.map((stroke) => {
    if (!isPlain(stroke) || stroke.fret !== fretOfString(shape, stroke.string)) return stroke;
    const { fret: _fret, ...rest } = stroke;
    return rest;
  });

/**
 * A shape of which so much is heard in some strokes that no other can be meant; undefined where none is.
 * @example
 * inferShape(createPattern('P').instrument, []) // => undefined
 */
export const inferShape = (instrument: Instrument, strokes: readonly Stroke[]): Voicing | undefined => {
  const strings = stringCount(instrument);
  const plain = strokes.filter(isPlain);
  if (plain.length === 0) return undefined;
  return listOpenShapes(instrument.tuning, strings).find(
    (shape) => allFit(shape, plain) && isHeard(shape, plain, instrument),
  );
};

/** A pattern on a shape, and what has to be said of it. */
export interface ShapeResult {
  readonly pattern: Pattern;
  readonly warnings: readonly Problem[];
}

/**
 * A pattern whose strokes carry their frets, on a chord shape: the one the file names, else one that so much of is
 * heard that no other can be meant; else the open strings, and all frets stay where they are.
 */
export const applyChordShape = (pattern: Pattern, chord?: ParsedChord): ShapeResult => {
  const strings = stringCount(pattern.instrument);
  const plain = pattern.strokes.filter(isPlain);
  const named = chord && namedShape(pattern, chord, plain);
  const heard = chord ? undefined : inferShape(pattern.instrument, pattern.strokes);
  const voicing = named ?? heard ?? createOpenStringsVoicing(strings);
  return {
    pattern: { ...pattern, voicing, strokes: removeRedundantFrets(pattern.strokes, voicing) },
    warnings: chord && !named ? [createProblem('chord-unheld', { symbol: chord.symbol })] : [],
  };
};
