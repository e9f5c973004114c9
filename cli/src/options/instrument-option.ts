import {
  TUNINGS,
  failure,
  createInstrument,
  createProblem,
  parseTuning,
  success,
  type Instrument,
  type Tuning,
  type Result,
  message,
} from '@fleet-wren/core';
import type { CommandOptions } from '../command.ts';
import { createUsageError } from '../read-input.ts';

/** A tuning by its key, as its notes, or as players say it. */
const findTuning = (text: string): Tuning | undefined => {
  const known = TUNINGS.find(({ key }) => key === text);
  if (known) return known;
  const written = parseTuning(text);
  return written.ok ? written.value : undefined;
};

/** The instrument of the flags: a tuning, a capo. */
export const parseInstrumentOptions = ({ tuning = 'standard', capo = '0' }: CommandOptions): Result<Instrument> => {
  const found = findTuning(tuning);
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
