import { findShape, findVoicings, type RankedVoicing } from '../../harmony/index.ts';
import type { Instrument } from '../../instrument/index.ts';
import { transposeChordSymbol } from './transpose-symbol.ts';

/** A key to play a song in, with a capo, and how kind it is to the hand. */
export interface CapoProposal {
  /** Semitones the song sounds higher than it is written. */
  readonly transpose: number;
  readonly capo: number;
  /** The shapes' names, as they are fingered, one for each chord of the song. */
  readonly shapes: readonly string[];
  /** Chords with a shape that every player knows. */
  readonly openShapeCount: number;
  /** How hard the shapes are in all: 0 is easiest. */
  readonly difficulty: number;
  /** Chords whose bass is an open string. */
  readonly openBassCount: number;
}

/** Capos that are looked at. */
const CAPO_FRETS = [0, 1, 2, 3, 4, 5, 6, 7];

/** What a chord without any shape counts for. */
const MISSING_SHAPE_PENALTY = 20;

interface ShapeRating {
  readonly known: boolean;
  readonly hardness: number;
  readonly openBass: boolean;
}

const rateShape = (instrument: Instrument, symbol: string): ShapeRating => {
  const bare = { ...instrument, capo: 0 };
  const known = findShape(bare, symbol);
  const found = findVoicings(symbol, bare, { maxResults: 1, maxFret: 7 });
  const best: RankedVoicing | undefined = found.ok ? found.value[0] : undefined;
  const frets = known?.frets ?? best?.voicing.frets;
  const openBass = frets?.find((fret) => fret !== null) === 0;
  return {
    known: known !== undefined || best?.isCommonShape === true,
    hardness: best?.difficulty ?? MISSING_SHAPE_PENALTY,
    openBass,
  };
};

const compareProposals = (a: CapoProposal, b: CapoProposal): number =>
  b.openShapeCount - a.openShapeCount ||
  a.difficulty - 0.3 * a.openBassCount - (b.difficulty - 0.3 * b.openBassCount) ||
  Math.abs(a.transpose) - Math.abs(b.transpose) ||
  a.capo - b.capo;

/**
 * The kindest ways to play chords: each capo up to the seventh fret and each transposition asked for, by how many
 * chords have a shape every player knows, then by how hard the shapes are and how many basses are open strings.
 * @example
 * proposeCapos(['Bb', 'Eb', 'F'], createPattern('P').instrument)[0].openShapeCount // => 3
 */
export const proposeCapos = (
  symbols: readonly string[],
  instrument: Instrument,
  transpositions: readonly number[] = [0],
): readonly CapoProposal[] => {
  const distinct = [...new Set(symbols)];
  const shapes = new Map<string, ShapeRating>();
  const shape = (symbol: string): ShapeRating => {
    const known = shapes.get(symbol) ?? rateShape(instrument, symbol);
    shapes.set(symbol, known);
    return known;
  };
  const proposal = (transpose: number, capo: number): CapoProposal => {
    const names = distinct.map((symbol) => transposeChordSymbol(symbol, transpose - capo));
    const all = names.map(shape);
    return {
      transpose,
      capo,
      shapes: names,
      openShapeCount: all.filter(({ known }) => known).length,
      difficulty: all.reduce((sum, { hardness }) => sum + Math.max(0, hardness), 0),
      openBassCount: all.filter(({ openBass }) => openBass).length,
    };
  };
  return transpositions
    .flatMap((transpose) => CAPO_FRETS.map((capo) => proposal(transpose, capo)))
    .sort(compareProposals);
};
