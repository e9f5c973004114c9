import { createOpenStringsVoicing, findShape } from '../harmony/index.ts';
import { createInstrument, findTuningOrStandard } from '../instrument/index.ts';
import { beatsPerBar, beatsUntilRealigned, changeBeats, unitsPerBeat, type Metre } from '../time/index.ts';
import { PATTERN_LIMITS, type Pattern } from './pattern.ts';

/**
 * A new pattern with nothing in it: one bar of four in sixteenths on a C chord in standard tuning.
 * @example
 * createPattern('First roll').strokes.length // => 0
 */
export const createPattern = (name: string, changes: Partial<Pattern> = {}): Pattern => {
  const instrument = changes.instrument ?? createInstrument(findTuningOrStandard('standard'));
  return {
    name,
    metre: { beats: 4, unit: 4 },
    bars: 1,
    subdivision: 4,
    tempo: 80,
    instrument,
    voicing: findShape(instrument, 'C') ?? createOpenStringsVoicing(instrument.pitches.length),
    school: 'one-per-string',
    cyclic: true,
    strokes: [],
    ...changes,
  };
};

/**
 * The metre a figure of so many beats is written in: the wished one where it fits, else what comes closest.
 * @example
 * fitMetre(3, { beats: 4, unit: 4 }).metre.beats // => 3
 */
export const fitMetre = (beats: number, wished: Metre): { readonly metre: Metre; readonly bars: number } => {
  const inBar = beatsPerBar(wished);
  if (beats % inBar === 0) return { metre: wished, bars: beats / inBar };
  const units = beats * unitsPerBeat(wished);
  if (units <= PATTERN_LIMITS.beats) return { metre: changeBeats(wished, beats - inBar), bars: 1 };
  return { metre: wished, bars: Math.ceil(beats / inBar) };
};

/**
 * Repeats a figure until it comes round on a beat, at most as often as a beat has parts.
 * @example
 * repeatToWholeBeats([3, 2, 1], 2).length // => 6
 */
export const repeatToWholeBeats = <T>(cells: readonly T[], subdivision: number): readonly T[] => {
  const slots = beatsUntilRealigned(cells.length, subdivision) * subdivision;
  return Array.from({ length: slots }, (_, slot) => cells[slot % cells.length] as T);
};
