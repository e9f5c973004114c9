import { say } from '@fleet-wren/wording';
import {
  rankAlternateBassStrings,
  findBassString,
  message,
  success,
  findVoicings,
  type RankedVoicing,
  type Instrument,
  type Result,
} from '@fleet-wren/core';
import type { CommandOptions } from '../command.ts';
import { createUsageError } from '../read-input.ts';
import { parseInstrumentOptions } from '../options/instrument-option.ts';

const fretsText = ({ voicing }: RankedVoicing): string => voicing.frets.map((fret) => fret ?? 'x').join(' ');

const line = (instrument: Instrument, found: RankedVoicing): string => {
  const bass = findBassString(instrument, found.voicing);
  const others = rankAlternateBassStrings(instrument, found.voicing).slice(0, 2).join(', ');
  const facts = [
    say('cli.voicing.bass', { bass: bass ?? '–' }),
    ...(others ? [say('cli.voicing.then', { strings: others })] : []),
    say('cli.voicing.fingers', { fingers: found.fingers }),
    ...(found.barre > 0 ? [say('cli.voicing.barre', { fret: found.barre })] : []),
    ...(found.isCommonShape ? [say('cli.voicing.common')] : []),
  ];
  return `  ${fretsText(found).padEnd(20)} ${facts.join(', ')}`;
};

/** The shapes of a chord by ease. */
export const runVoicings = (symbol: string | undefined, options: CommandOptions): Result<string> => {
  if (symbol === undefined) return createUsageError(message('cli.chord-missing'));
  const instrument = parseInstrumentOptions(options);
  if (!instrument.ok) return instrument;
  const found = findVoicings(symbol, instrument.value);
  if (!found.ok) return found;
  if (options.json)
    return success(
      JSON.stringify(
        found.value.map(({ voicing, difficulty, isCommonShape, ...rest }) => ({
          ...voicing,
          ease: Number(difficulty.toFixed(3)),
          ...rest,
          known: isCommonShape,
        })),
      ),
    );
  return success([symbol, ...found.value.slice(0, 12).map((one) => line(instrument.value, one))].join('\n'));
};
