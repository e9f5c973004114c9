import { message } from '../message/message.ts';
import { failure, createProblem, success } from '../errors/index.ts';
import { fretOfString } from '../harmony/index.ts';
import { OCTAVE, stringCount } from '../instrument/index.ts';
import {
  SUBDIVISION_FIELD,
  getNumber,
  layOutPattern,
  type UnplacedStroke,
  type GeneratorContext,
  type Generator,
} from './generator.ts';

const fretOf = ({ voicing }: GeneratorContext, string: number): number => fretOfString(voicing, string) ?? 0;

/** A string that the shape mutes sounds open; the others follow the shape. */
const openWhereMuted = ({ voicing }: GeneratorContext, string: number): { readonly fret?: number } =>
  fretOfString(voicing, string) === null ? { fret: 0 } : {};

/** The strings whose touch lies beyond the neck, and the frets that would be needed. */
const beyondNeck = (
  frame: GeneratorContext,
  strings: readonly number[],
): { readonly strings: readonly number[]; readonly needed: number } => {
  const most = frame.instrument.frets - frame.instrument.capo;
  const beyond = strings.filter((string) => fretOf(frame, string) + OCTAVE > most);
  return { strings: beyond, needed: Math.max(0, ...beyond.map((string) => fretOf(frame, string) + OCTAVE)) };
};

/** Harp-harmonic cascades: harmonics on the lower strings in turn with natural notes two or three strings higher. */
export const cascadeGenerator: Generator = {
  key: 'cascade',
  name: message('generator.cascade.name'),
  use: message('generator.cascade.description'),
  listenFor: message('generator.cascade.listen'),
  fields: [
    { kind: 'number', key: 'gap', label: message('generator.cascade.gap.label'), least: 2, most: 3, initial: 3 },
    { ...SUBDIVISION_FIELD, initial: '2' } as typeof SUBDIVISION_FIELD,
  ],
  createPattern: (values, frame) => {
    const gap = getNumber(values, 'gap');
    const lower = Array.from(
      { length: stringCount(frame.instrument) - gap },
      (_, index) => stringCount(frame.instrument) - index,
    );
    const { strings, needed } = beyondNeck(frame, lower);
    if (strings.length > 0)
      return failure(
        createProblem('out-of-reach', {
          needed,
          frets: frame.instrument.frets - frame.instrument.capo,
          strings: strings.join(', '),
        }),
      );
    const cells = lower.flatMap((string): readonly UnplacedStroke[][] => [
      [
        {
          string,
          ...openWhereMuted(frame, string),
          harmonic: { kind: 'harp', touch: fretOf(frame, string) + OCTAVE, above: OCTAVE },
          loudness: 'loud',
          ring: true,
        },
      ],
      [{ string: string - gap, ...openWhereMuted(frame, string - gap), loudness: 'soft', ring: true }],
    ]);
    return success(
      layOutPattern(
        cells,
        {
          name: message('generator.cascade.name'),
          subdivision: getNumber(values, 'subdivision'),
          school: 'one-per-string',
        },
        frame,
      ),
    );
  },
};
