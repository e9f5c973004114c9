import { openStrings, shapeOf } from '../harmony/index.ts';
import { instrumentIn, tuningByKey } from '../instrument/index.ts';
import type { Pattern } from './pattern.ts';

/**
 * A new pattern with nothing in it: one bar of four in sixteenths on a C chord in standard tuning.
 * @example
 * newPattern('First roll').strokes.length // => 0
 */
export const newPattern = (name: string, changes: Partial<Pattern> = {}): Pattern => {
  const instrument = changes.instrument ?? instrumentIn(tuningByKey('standard'));
  return {
    name,
    metre: { beats: 4, unit: 4 },
    bars: 1,
    subdivision: 4,
    tempo: 80,
    instrument,
    voicing: shapeOf(instrument, 'C') ?? openStrings(instrument.pitches.length),
    school: 'one-per-string',
    cyclic: true,
    strokes: [],
    ...changes,
  };
};
