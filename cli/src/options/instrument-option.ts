import {
  TUNINGS,
  failure,
  createInstrument,
  createProblem,
  success,
  type Instrument,
  type Result,
  message,
} from '@fleet-wren/core';
import type { CommandOptions } from '../command.ts';
import { createUsageError } from '../read-input.ts';

/** The instrument of the flags: a tuning by its key, a capo. */
export const parseInstrumentOptions = ({ tuning = 'standard', capo = '0' }: CommandOptions): Result<Instrument> => {
  const found = TUNINGS.find(({ key }) => key === tuning);
  if (!found)
    return createUsageError(
      message('cli.tuning-unknown', { value: tuning, tunings: TUNINGS.map(({ key }) => key).join(', ') }),
    );
  const instrument = { ...createInstrument(found), capo: Number(capo) };
  const most = instrument.frets - 5;
  return Number.isInteger(instrument.capo) && instrument.capo >= 0 && instrument.capo <= most
    ? success(instrument)
    : failure(createProblem('capo-out-of-range', { value: capo, most }));
};
