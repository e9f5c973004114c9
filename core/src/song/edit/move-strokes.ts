import { pitchAt, stringCount, type Instrument } from '../../instrument/index.ts';
import { moveHarmonic, type Stroke } from '../../pattern/index.ts';

/** By how many frets notes move, and the instrument they are then played on. */
export interface FretMove {
  readonly by: number;
  readonly instrument: Instrument;
  /** Whether the notes that follow the chord move by as much: then what the picking hand touches does too. */
  readonly chordsMoveAlike: boolean;
}

/** A note that no string has a fret for: where it is, and the fret it would need. */
interface LeftNote {
  readonly string: number;
  readonly fret: number;
  readonly needed: number | null;
}

/** Strokes after a move, and what became of them. */
export interface MovedStrokes {
  readonly strokes: readonly Stroke[];
  readonly moved: number;
  readonly onOtherStrings: number;
  readonly unmovable: readonly LeftNote[];
}

type FrettedStroke = Stroke & { readonly fret: number };

const isFretted = (stroke: Stroke): stroke is FrettedStroke =>
  stroke.fret !== undefined && stroke.harmonic?.kind !== 'natural';

/** A slurred note is bound to the one before it on its string, and that one to it. */
const listSlurred = (strokes: readonly Stroke[]): ReadonlySet<string> => {
  const bound = new Set<string>();
  const before = new Map<number, Stroke>();
  for (const stroke of [...strokes].sort((a, b) => a.at - b.at)) {
    const previous = before.get(stroke.string);
    if (stroke.slur) [stroke, previous].forEach((one) => one && bound.add(one.id));
    before.set(stroke.string, stroke);
  }
  return bound;
};

const withHarmonicMoved = <S extends Stroke>(stroke: S, by: number): S =>
  stroke.harmonic ? { ...stroke, harmonic: moveHarmonic(stroke.harmonic, by) } : stroke;

/** A note at another fret: on another string it is no longer the chord's. */
const atFret = (stroke: FrettedStroke, fret: number, string = stroke.string): Stroke => {
  const { role: _role, ...rest } = stroke;
  const kept = string === stroke.string ? stroke : rest;
  return withHarmonicMoved({ ...kept, string, fret }, fret - stroke.fret);
};

/** The string nearest to a note’s own that is free at its time and has a fret for its pitch. */
const findOtherString = (
  stroke: FrettedStroke,
  { by, instrument }: FretMove,
  taken: ReadonlySet<string>,
): readonly [string: number, fret: number] | undefined => {
  const highest = instrument.frets - instrument.capo;
  const pitch = pitchAt(instrument, stroke.string, stroke.fret + by);
  return Array.from({ length: stringCount(instrument) }, (_, index) => index + 1)
    .filter((string) => string !== stroke.string && !taken.has(`${stroke.at}/${string}`))
    .map((string) => [string, pitch - pitchAt(instrument, string, 0)] as const)
    .filter(([, fret]) => fret >= 0 && fret <= highest)
    .sort(([a], [b]) => Math.abs(a - stroke.string) - Math.abs(b - stroke.string) || b - a)[0];
};

/**
 * Moves the notes that have a fret of their own by as many frets, each on its string, or at the same pitch on another
 * one; notes that follow the chord stay as they are. A natural harmonic has its place on the string: it cannot move.
 */
export const moveStrokes = (strokes: readonly Stroke[], move: FretMove): MovedStrokes => {
  if (move.by === 0) return { strokes, moved: 0, onOtherStrings: 0, unmovable: [] };
  const highest = move.instrument.frets - move.instrument.capo;
  const bound = listSlurred(strokes);
  const taken = new Set(strokes.map(({ at, string }) => `${at}/${string}`));
  const unmovable: LeftNote[] = [];
  let [moved, onOtherStrings] = [0, 0];
  const next = strokes.map((stroke): Stroke => {
    if (stroke.harmonic?.kind === 'natural') {
      unmovable.push({ string: stroke.string, fret: stroke.harmonic.touch, needed: null });
      return stroke;
    }
    if (!isFretted(stroke)) return move.chordsMoveAlike ? withHarmonicMoved(stroke, move.by) : stroke;
    const fret = stroke.fret + move.by;
    if (fret >= 0 && fret <= highest) {
      moved += 1;
      return atFret(stroke, fret);
    }
    const other = bound.has(stroke.id) ? undefined : findOtherString(stroke, move, taken);
    if (!other) {
      unmovable.push({ string: stroke.string, fret: stroke.fret, needed: fret });
      return stroke;
    }
    taken.add(`${stroke.at}/${other[0]}`);
    moved += 1;
    onOtherStrings += 1;
    return atFret(stroke, other[1], other[0]);
  });
  return { strokes: next, moved, onOtherStrings, unmovable };
};
