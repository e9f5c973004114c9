import {
  cascadeOver,
  failure,
  harmonicsOver,
  problem,
  success,
  usualCascade,
  type HarmonicPoint,
  type Instrument,
  type Result,
  type Voicing,
} from '@fleet-wren/core';
import type { Options } from '../command.ts';
import { instrumentOf } from './instrument.ts';

const readFrets = (text: string | undefined, instrument: Instrument): Result<Voicing> => {
  const words = (text ?? '').trim().split(/\s+/);
  const frets = words.map((word) => (/^x$/i.test(word) ? null : Number(word)));
  const most = instrument.frets - instrument.capo;
  const right = frets.every((fret) => fret === null || (Number.isInteger(fret) && fret >= 0 && fret <= most));
  return frets.length === instrument.pitches.length && right
    ? success({ chord: 'shape', frets })
    : failure(
        problem('usage', {
          problem: `--frets wants ${instrument.pitches.length} frets from the lowest string up, x for a muted one: --frets "3 5 5 4 3 3".`,
        }),
      );
};

const line = ({ string, stopped, touch, note, reachable, remedies }: HarmonicPoint): string =>
  `  string ${string}  fret ${String(stopped).padStart(2)}  touch ${String(touch).padStart(2)}  sounds ${note}${reachable ? '' : `  out of reach: ${remedies.join('; ')}`}`;

/** Touch frets and sounding pitches over a shape, and the usual cascade. */
export const harmonics = (_word: string | undefined, options: Options): Result<string> => {
  const instrument = instrumentOf(options);
  if (!instrument.ok) return instrument;
  const voicing = readFrets(options.frets, instrument.value);
  if (!voicing.ok) return voicing;
  const points = harmonicsOver(instrument.value, voicing.value);
  const cascade = cascadeOver(instrument.value, voicing.value, usualCascade(instrument.value));
  if (options.json) return success(JSON.stringify({ points, cascade }));
  const order = cascade.notes.map(({ string, harmonic, note }) => `${harmonic ? 'H' : ''}${string} ${note}`).join(', ');
  return success(
    [
      'Octave harmonics',
      ...points.map(line),
      `Cascade: ${order}${cascade.makes ? `; it makes ${cascade.makes}` : ''}.`,
    ].join('\n'),
  );
};
