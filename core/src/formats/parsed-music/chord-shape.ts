import { createProblem, type Problem } from '../../errors/index.ts';
import {
  fretOfString,
  createOpenStringsVoicing,
  findShape,
  listOpenShapes,
  isStringSounding,
  findVoicings,
  readWrittenChord,
  type Voicing,
} from '../../harmony/index.ts';
import { isBassString, stringCount, type Instrument } from '../../instrument/index.ts';
import {
  followChords,
  patternLength,
  toChordCourse,
  type ChordChange,
  type Pattern,
  type Stroke,
} from '../../pattern/index.ts';
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
const applyChordShape = (pattern: Pattern, chord?: ParsedChord): ShapeResult => {
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

/** A shape that carries the name, where no shape of it is what is played: the notes keep their own frets. */
const anyShape = ({ instrument }: Pattern, { symbol }: ParsedChord): Voicing | undefined => {
  const read = readWrittenChord(symbol, instrument);
  return read.ok ? { ...read.value, chord: symbol } : undefined;
};

/** The chords of a piece in their order, of several at one time the last; the first holds from the beginning. */
const inOrder = (chords: readonly ParsedChord[], length: number): readonly ParsedChord[] => {
  const sorted = chords.filter(({ at }) => at < length).sort((a, b) => a.at - b.at);
  return sorted
    .filter(({ at }, index) => at !== sorted[index + 1]?.at)
    .map((chord, index) => (index === 0 ? { ...chord, at: 0 } : chord));
};

/**
 * A pattern whose strokes carry their frets, on the shapes of all the chords a file names: each the one that is played
 * over its time, else one of its name beside which the notes keep their frets.
 */
export const applyChordShapes = (pattern: Pattern, chords: readonly ParsedChord[]): ShapeResult => {
  const ordered = inOrder(chords, patternLength(pattern));
  if (new Set(ordered.map(({ symbol }) => symbol)).size < 2) return applyChordShape(pattern, chords[0]);
  const unheld = new Set<string>();
  const spans = ordered.flatMap((chord, index): readonly ChordChange[] => {
    const end = ordered[index + 1]?.at ?? Infinity;
    const plain = pattern.strokes.filter((stroke) => isPlain(stroke) && stroke.at >= chord.at && stroke.at < end);
    const voicing = namedShape(pattern, chord, plain) ?? anyShape(pattern, chord);
    if (!voicing) unheld.add(chord.symbol);
    return voicing ? [{ at: chord.at, voicing }] : [];
  });
  const [first, ...rest] = spans;
  if (!first) return applyChordShape(pattern, chords[0]);
  const course = toChordCourse([{ ...first, at: 0 }, ...rest]);
  return {
    pattern: followChords({ ...pattern, ...course }),
    warnings: [...unheld].map((symbol) => createProblem('chord-unheld', { symbol })),
  };
};
