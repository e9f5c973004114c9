import { say, sayMessage } from '@fleet-wren/wording';
import {
  createCascade,
  computeHarmonicPoints,
  success,
  createDefaultSteps,
  type HarmonicPoint,
  type Instrument,
  type Result,
  type Voicing,
  message,
} from '@fleet-wren/core';
import type { CommandOptions } from '../command.ts';
import { createUsageError } from '../read-input.ts';
import { parseInstrumentOptions } from '../options/instrument-option.ts';
import { cascadeForMachines, pointForMachines } from '../machine-output.ts';

const readFrets = (text: string | undefined, instrument: Instrument): Result<Voicing> => {
  const words = (text ?? '').trim().split(/\s+/);
  const frets = words.map((word) => (/^x$/i.test(word) ? null : Number(word)));
  const most = instrument.frets - instrument.capo;
  const right = frets.every((fret) => fret === null || (Number.isInteger(fret) && fret >= 0 && fret <= most));
  return frets.length === instrument.pitches.length && right
    ? success({ chord: 'shape', frets })
    : createUsageError(message('cli.frets-invalid', { count: instrument.pitches.length }));
};

const line = ({ string, stoppedFret, touchFret, noteName, isReachable, remedies }: HarmonicPoint): string => {
  const said = say('cli.harmonic', {
    string,
    fret: String(stoppedFret).padStart(2),
    touch: String(touchFret).padStart(2),
    note: noteName,
  });
  return isReachable
    ? `  ${said}`
    : `  ${said}, ${say('cli.out-of-reach', { remedies: remedies.map(sayMessage).join(' ') })}`;
};

/** Touch frets and sounding pitches over a shape, and the usual cascade. */
export const runHarmonics = (_word: string | undefined, options: CommandOptions): Result<string> => {
  const instrument = parseInstrumentOptions(options);
  if (!instrument.ok) return instrument;
  const voicing = readFrets(options.frets, instrument.value);
  if (!voicing.ok) return voicing;
  const points = computeHarmonicPoints(instrument.value, voicing.value);
  const cascade = createCascade(instrument.value, voicing.value, createDefaultSteps(instrument.value));
  if (options.json)
    return success(JSON.stringify({ points: points.map(pointForMachines), cascade: cascadeForMachines(cascade) }));
  const order = cascade.notes
    .map(({ string, harmonic, noteName }) => `${harmonic ? 'H' : ''}${string} ${noteName}`)
    .join(', ');
  return success(
    [
      say('cli.octave-harmonics'),
      ...points.map(line),
      cascade.pitchSetName
        ? say('cli.cascade-makes', { order, makes: sayMessage(cascade.pitchSetName) })
        : say('cli.cascade', { order }),
    ].join('\n'),
  );
};
