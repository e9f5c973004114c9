import {
  alternateBassStrings,
  bassString,
  failure,
  problem,
  success,
  voicingsFor,
  type FoundVoicing,
  type Instrument,
  type Result,
} from '@fleet-wren/core';
import type { Options } from '../command.ts';
import { instrumentOf } from './instrument.ts';

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
