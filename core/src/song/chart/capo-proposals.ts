import { findVoicings, type RankedVoicing } from '../../harmony/index.ts';
import type { Instrument } from '../../instrument/index.ts';
import { createSymbolTransposer } from '../../theory/index.ts';

/** A key to play a song in, with a capo, and how kind it is to the hand. */
export interface CapoProposal {
  /** Semitones the song sounds higher than it is written. */
  readonly transpose: number;
  readonly capo: number;
  /** The shapes' names, as they are fingered, one for each chord of the song. */
  readonly shapes: readonly string[];
  /** Chords with a shape that every player knows and that needs no barre. */
  readonly openShapeCount: number;
  /** Chords whose shape is a barre. */
  readonly barreCount: number;
  /** How hard the shapes are in all, the capo counted in: 0 is easiest. */
  readonly difficulty: number;
  /** Chords whose bass is an open string. */
  readonly openBassCount: number;
}

/** Capos that are looked at. */
const CAPO_FRETS = [0, 1, 2, 3, 4, 5, 6, 7];

/**
 * What a capo costs for each chord (est.): the neck gets shorter, the strings stiffer and the bass thinner, the more
 * the
 * higher it is; past the fifth fret few play.
 */
const capoCost = (capo: number): number => {
  if (capo === 0) return 0;
  return 1 + 0.08 * capo + (capo > 5 ? 0.8 * (capo - 5) : 0);
};

/** What a bass on an open string saves (est.). */
const OPEN_BASS = 0.3;

/** What a chord without any shape counts for. */
const MISSING_SHAPE_PENALTY = 20;

interface ShapeRating {
  readonly isOpen: boolean;
  readonly isBarre: boolean;
  readonly hardness: number;
  readonly openBass: boolean;
}

const rateShape = (instrument: Instrument, symbol: string): ShapeRating => {
  const bare = { ...instrument, capo: 0 };
  const found = findVoicings(symbol, bare, { maxResults: 1, maxFret: 9 });
  const best: RankedVoicing | undefined = found.ok ? found.value[0] : undefined;
  const openBass = best?.voicing.frets.find((fret) => fret !== null) === 0;
  const isBarre = best !== undefined && best.barre > 0;
  return {
    isOpen: best?.isCommonShape === true && !isBarre,
    isBarre,
    hardness: best?.difficulty ?? MISSING_SHAPE_PENALTY,
    openBass,
  };
};

const compareProposals = (a: CapoProposal, b: CapoProposal): number =>
  a.difficulty - b.difficulty || Math.abs(a.transpose) - Math.abs(b.transpose) || a.capo - b.capo;

/**
 * The kindest ways to play chords: each capo up to the seventh fret and each transposition asked for, by how hard the
 * shapes are (barres most of all), what the capo costs, and how many basses are open strings.
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
    const names = distinct.map(createSymbolTransposer(symbols, transpose - capo));
    const all = names.map(shape);
    return {
      transpose,
      capo,
      shapes: names,
      openShapeCount: all.filter(({ isOpen }) => isOpen).length,
      barreCount: all.filter(({ isBarre }) => isBarre).length,
      difficulty: all.reduce(
        (sum, { hardness, openBass }) => sum + Math.max(0, hardness) - (openBass ? OPEN_BASS : 0) + capoCost(capo),
        0,
      ),
      openBassCount: all.filter(({ openBass }) => openBass).length,
    };
  };
  return transpositions
    .flatMap((transpose) => CAPO_FRETS.map((capo) => proposal(transpose, capo)))
    .sort(compareProposals);
};
