import { createInstrument, type Instrument, type Tuning } from '@fleet-wren/core';

/** The instrument in another tuning: capo and neck stay, the thumb's strings where there are as many. */
export const retune = ({ capo, frets, pitches, thumbFrom }: Instrument, tuning: Tuning): Instrument => ({
  ...createInstrument(tuning),
  capo,
  frets,
  ...(thumbFrom !== undefined && pitches.length === tuning.pitches.length ? { thumbFrom } : {}),
});
