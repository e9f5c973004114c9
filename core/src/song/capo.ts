import { shapeOf, voicingsFor, type FoundVoicing } from '../harmony/index.ts';
import type { Instrument } from '../instrument/index.ts';
import { transposeSymbol } from './transpose.ts';

/** A key to play a song in, with a capo, and how kind it is to the hand. */
export interface CapoProposal {
  /** Semitones the song sounds higher than it is written. */
  readonly transpose: number;
  readonly capo: number;
  /** The shapes' names, as they are fingered, one for each chord of the song. */
  readonly shapes: readonly string[];
  /** Chords with a shape that every player knows. */
  readonly open: number;
  /** How hard the shapes are in all: 0 is easiest. */
  readonly hardness: number;
  /** Chords whose bass is an open string. */
  readonly openBasses: number;
}

/** Capos that are looked at. */
const CAPOS = [0, 1, 2, 3, 4, 5, 6, 7];

/** What a chord without any shape counts for. */
const NO_SHAPE = 20;

interface Shape {
  readonly known: boolean;
  readonly hardness: number;
  readonly openBass: boolean;
}

const shapeOfSymbol = (instrument: Instrument, symbol: string): Shape => {
  const bare = { ...instrument, capo: 0 };
  const known = shapeOf(bare, symbol);
  const found = voicingsFor(symbol, bare, { most: 1, highest: 7 });
  const best: FoundVoicing | undefined = found.ok ? found.value[0] : undefined;
  const frets = known?.frets ?? best?.voicing.frets;
  const openBass = frets?.find((fret) => fret !== null) === 0;
  return { known: known !== undefined || best?.known === true, hardness: best?.ease ?? NO_SHAPE, openBass };
};

const byKindness = (a: CapoProposal, b: CapoProposal): number =>
  b.open - a.open ||
  a.hardness - 0.3 * a.openBasses - (b.hardness - 0.3 * b.openBasses) ||
  Math.abs(a.transpose) - Math.abs(b.transpose) ||
  a.capo - b.capo;

/**
 * The kindest ways to play chords: each capo up to the seventh fret and each transposition asked for, by how many chords
 * have a shape every player knows, then by how hard the shapes are and how many basses are open strings.
 * @example
 * capoProposals(['Bb', 'Eb', 'F'], newPattern('P').instrument)[0].open // => 3
 */
export const capoProposals = (
  symbols: readonly string[],
  instrument: Instrument,
  transpositions: readonly number[] = [0],
): readonly CapoProposal[] => {
  const distinct = [...new Set(symbols)];
  const shapes = new Map<string, Shape>();
  const shape = (symbol: string): Shape => {
    const known = shapes.get(symbol) ?? shapeOfSymbol(instrument, symbol);
    shapes.set(symbol, known);
    return known;
  };
  const proposal = (transpose: number, capo: number): CapoProposal => {
    const names = distinct.map((symbol) => transposeSymbol(symbol, transpose - capo));
    const all = names.map(shape);
    return {
      transpose,
      capo,
      shapes: names,
      open: all.filter(({ known }) => known).length,
      hardness: all.reduce((sum, { hardness }) => sum + Math.max(0, hardness), 0),
      openBasses: all.filter(({ openBass }) => openBass).length,
    };
  };
  return transpositions.flatMap((transpose) => CAPOS.map((capo) => proposal(transpose, capo))).sort(byKindness);
};
