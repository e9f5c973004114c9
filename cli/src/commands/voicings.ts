import {
  TUNINGS,
  alternateBassStrings,
  bassString,
  failure,
  instrumentIn,
  problem,
  success,
  voicingsFor,
  type FoundVoicing,
  type Instrument,
  type Result,
} from '@fleet-wren/core';
import type { Options } from '../command.ts';

/** The instrument of the flags: a tuning by its key, a capo. */
const instrumentOf = ({ tuning = 'standard', capo = '0' }: Options): Result<Instrument> => {
  const found = TUNINGS.find(({ key }) => key === tuning);
  if (!found)
    return failure(
      problem('usage', {
        problem: `There is no tuning “${tuning}”. Choose one of: ${TUNINGS.map(({ key }) => key).join(', ')}.`,
      }),
    );
  const instrument = { ...instrumentIn(found), capo: Number(capo) };
  const most = instrument.frets - 5;
  return Number.isInteger(instrument.capo) && instrument.capo >= 0 && instrument.capo <= most
    ? success(instrument)
    : failure(problem('capo-out-of-range', { value: capo, most }));
};

const fretsText = ({ voicing }: FoundVoicing): string => voicing.frets.map((fret) => fret ?? 'x').join(' ');

const line = (instrument: Instrument, found: FoundVoicing): string => {
  const bass = bassString(instrument, found.voicing);
  const others = alternateBassStrings(instrument, found.voicing).slice(0, 2).join(', ');
  const barre = found.barre > 0 ? `, barre at ${found.barre}` : '';
  return `  ${fretsText(found).padEnd(20)} bass ${bass ?? '–'}${others ? `, then ${others}` : ''}; fingers ${found.fingers}${barre}${found.known ? '; known to all' : ''}`;
};

/** The shapes of a chord by ease. */
export const voicings = (symbol: string | undefined, options: Options): Result<string> => {
  if (symbol === undefined)
    return failure(problem('usage', { problem: 'Name a chord: wren voicings Am7/G --tuning drop-d --capo 2.' }));
  const instrument = instrumentOf(options);
  if (!instrument.ok) return instrument;
  const found = voicingsFor(symbol, instrument.value);
  if (!found.ok) return found;
  if (options.json)
    return success(
      JSON.stringify(
        found.value.map(({ voicing, ease, ...rest }) => ({ ...voicing, ease: Number(ease.toFixed(3)), ...rest })),
      ),
    );
  return success([symbol, ...found.value.slice(0, 12).map((one) => line(instrument.value, one))].join('\n'));
};
