import type { Instrument } from '../../instrument/index.ts';
import { flattenSong, expandSong } from '../expansion/expand-song.ts';
import type { Song } from '../model/song.ts';
import { proposeCapos, type CapoProposal } from './capo-proposals.ts';

/** The lowest and the highest note of a voice or a tune, as MIDI note numbers. */
export interface VocalRange {
  readonly lowest: number;
  readonly highest: number;
}

/** Transpositions that are looked at, in semitones. */
const SEMITONES = Array.from({ length: 12 }, (_, index) => index - 5);

/** Whether some octave of a tune lies within a voice: voices sing what is written at the octave that suits them. */
const fitsVoice = (tune: VocalRange, voice: VocalRange): boolean => {
  const octavesUp = Math.ceil((voice.lowest - tune.lowest) / 12);
  return tune.highest + 12 * octavesUp <= voice.highest;
};

/**
 * By how many semitones a tune can be moved so that a voice can sing it in some octave, from a fourth down to a
 * tritone up.
 * @example
 * listSingableTranspositions({ lowest: 60, highest: 72 }, { lowest: 57, highest: 70 }) // => [-3, -2]
 */
export const listSingableTranspositions = (tune: VocalRange, voice: VocalRange): readonly number[] =>
  SEMITONES.filter((by) => fitsVoice({ lowest: tune.lowest + by, highest: tune.highest + by }, voice));

/**
 * The lowest and the highest note of a song's melody as it sounds; undefined where it has none.
 * @example
 * findMelodyRange(createSong('Song')) // => undefined
 */
export const findMelodyRange = (song: Song): VocalRange | undefined => {
  const withMelody = {
    ...song,
    figures: song.figures.map((figure) => ({ ...figure, strokes: [] })),
    sections: song.sections.map((section) => ({
      ...section,
      bars: section.bars.map((bar) => (typeof bar.texture === 'object' ? { ...bar, texture: 'rest' as const } : bar)),
    })),
  };
  const pitches = flattenSong(withMelody, expandSong(withMelody)).strokes.flatMap(({ pitch }) => pitch ?? []);
  return pitches.length > 0 ? { lowest: Math.min(...pitches), highest: Math.max(...pitches) } : undefined;
};

/**
 * The kindest keys and capos in which a voice can sing a tune over chords (named as they sound), the easiest shapes
 * first and each key once; none where the tune goes further than the voice.
 * @example
 * proposeKeysForVoice(
 *   ['Bb', 'Eb', 'F'],
 *   createPattern('P').instrument,
 *   { lowest: 58, highest: 70 },
 *   { lowest: 57, highest: 69 },
 * )[0].transpose // => -1
 */
export const proposeKeysForVoice = (
  symbols: readonly string[],
  instrument: Instrument,
  tune: VocalRange,
  voice: VocalRange,
): readonly CapoProposal[] => {
  const all = proposeCapos(symbols, instrument, listSingableTranspositions(tune, voice));
  return all.filter(({ transpose }, index) => all.findIndex((one) => one.transpose === transpose) === index);
};
