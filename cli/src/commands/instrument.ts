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
import type { Options } from '../command.ts';
import { badUsage } from '../request.ts';

/** The instrument of the flags: a tuning by its key, a capo. */
export const instrumentOf = ({ tuning = 'standard', capo = '0' }: Options): Result<Instrument> => {
  const found = TUNINGS.find(({ key }) => key === tuning);
  if (!found)
    return badUsage(
      message('cli.tuning-unknown', { value: tuning, tunings: TUNINGS.map(({ key }) => key).join(', ') }),
    );
  const instrument = { ...createInstrument(found), capo: Number(capo) };
  const most = instrument.frets - 5;
  return Number.isInteger(instrument.capo) && instrument.capo >= 0 && instrument.capo <= most
    ? success(instrument)
    : failure(createProblem('capo-out-of-range', { value: capo, most }));
};
