import { midiToPitchClass, type Instrument } from '../instrument/index.ts';
import {
  displayNote,
  isReadChord,
  lineOfFifths,
  nameChord,
  nearestSpelling,
  notePitchClass,
  readChord,
  createSymbolTransposer,
} from '../theory/index.ts';
import { parseChordSymbol } from './chord-symbol.ts';
import type { Voicing } from './voicing.ts';

const pitchesOf = (instrument: Instrument, frets: Voicing['frets'], capo: number): readonly number[] =>
  frets.flatMap((fret, place) => (fret === null ? [] : [(instrument.pitches[place] ?? 0) + capo + fret]));

/**
 * What a shape may be called, the likeliest name first; behind a capo as it is fingered there.
 * @example
 * nameShape(createInstrument(findTuningOrStandard('standard')), [null, 3, 2, 0, 1, 0])[0] // => 'C'
 */
export const nameShape = (instrument: Instrument, frets: Voicing['frets']): readonly string[] =>
  nameChord(pitchesOf(instrument, frets, 0));

/** How a shape differs from what its symbol says: notes by name. */
export interface ShapeMismatch {
  /** Notes that sound and are none of the chord’s. */
  readonly foreign: readonly string[];
  /** Notes the chord needs that do not sound. */
  readonly missing: readonly string[];
}

const mismatchAt = (symbol: string, instrument: Instrument, frets: Voicing['frets'], capo: number) => {
  const chord = parseChordSymbol(symbol);
  const read = readChord(symbol);
  if (!chord.ok || !isReadChord(read)) return undefined;
  const sounding = new Set(pitchesOf(instrument, frets, capo).map(midiToPitchClass));
  const spelled = new Map([...read.tones, read.bass].map((note) => [notePitchClass(note), displayNote(note)]));
  const nameOf = (tone: number): string =>
    spelled.get(tone) ?? displayNote(nearestSpelling(tone, lineOfFifths(read.root)));
  const { tones, optional } = chord.value;
  return {
    foreign: [...sounding].filter((tone) => !tones.includes(tone)).map(nameOf),
    missing: tones.filter((tone) => !optional.includes(tone) && !sounding.has(tone)).map(nameOf),
  };
};

const isNone = ({ foreign, missing }: ShapeMismatch): boolean => foreign.length + missing.length === 0;

/**
 * Where a shape does not sound what its symbol says; undefined where it does, as it sounds or (unless only what sounds
 * is asked for) as it is fingered behind the capo, and for a name that is no symbol.
 * @example
 * findShapeMismatch({ chord: 'Em', frets: [null, null, 10, null, 10, 0] }, createPattern('P').instrument)
 * // => { foreign: ['C', 'A'], missing: ['G'] }
 */
export const findShapeMismatch = (
  { chord, frets }: Voicing,
  instrument: Instrument,
  naming: 'sounding' | 'either' = 'either',
): ShapeMismatch | undefined => {
  const symbol = chord.replace(/ \(.*$/, '');
  const sounding = mismatchAt(symbol, instrument, frets, instrument.capo);
  if (!sounding || isNone(sounding)) return undefined;
  if (naming === 'sounding') return sounding;
  const fingered = mismatchAt(symbol, instrument, frets, 0);
  return fingered && isNone(fingered) ? undefined : sounding;
};

/**
 * What a chord that is named as it is fingered sounds as behind a capo, by its symbol; undefined without a capo, and
 * for a shape that is named by what sounds, or not by a symbol.
 * @example
 * soundingSymbol({ chord: 'C', frets: [null, 3, 2, 0, 1, 0] }, { ...createPattern('P').instrument, capo: 2 }) // => 'D'
 */
export const soundingSymbol = ({ chord, frets }: Voicing, instrument: Instrument): string | undefined => {
  const symbol = chord.replace(/ \(.*$/, '');
  const fingered = instrument.capo === 0 ? undefined : mismatchAt(symbol, instrument, frets, 0);
  if (!fingered) return undefined;
  const sounding = mismatchAt(symbol, instrument, frets, instrument.capo);
  if (sounding && isNone(sounding) && !isNone(fingered)) return undefined;
  return createSymbolTransposer([symbol], instrument.capo)(symbol);
};
