import { message } from '../message/message.ts';
import { success } from '../errors/index.ts';
import type { ChordRole } from '../pattern/index.ts';
import { findStringOfRole } from '../pattern/index.ts';
import {
  getNumber,
  parseStringNumbers,
  getText,
  layOutPattern,
  type UnplacedStroke,
  type GeneratorContext,
  type Generator,
} from './generator.ts';

const PULSES: Readonly<Record<string, readonly ChordRole[]>> = {
  pair: ['bass', 'alternate', 'bass', 'alternate'],
  triple: ['bass', 'alternate', 'second alternate', 'alternate'],
};

const PINCHES: Readonly<Record<string, readonly number[]>> = {
  none: [],
  first: [0],
  'first and third': [0, 2],
  all: [0, 1, 2, 3],
};

const thumb = ({ instrument, voicing }: GeneratorContext, role: ChordRole): UnplacedStroke => ({
  string: findStringOfRole(instrument, voicing, role) ?? instrument.pitches.length,
  role,
});

/**
 * Alternating thumb: a bass pair or triple that follows the chord, pinches, fingers off the beat, straight or swung.
 */
export const alternatingThumbGenerator: Generator = {
  key: 'alternating-thumb',
  name: message('generator.alternating-thumb.name'),
  use: message('generator.alternating-thumb.description'),
  listenFor: message('generator.alternating-thumb.listen'),
  fields: [
    {
      kind: 'choice',
      key: 'bass',
      label: message('generator.alternating-thumb.bass.label'),
      initial: 'pair',
      options: [
        ['pair', message('generator.alternating-thumb.two-strings')],
        ['triple', message('generator.alternating-thumb.three-strings')],
      ],
    },
    {
      kind: 'choice',
      key: 'pinch',
      label: message('generator.alternating-thumb.pinch.label'),
      initial: 'first',
      options: [
        ['none', message('generator.none')],
        ['first', message('generator.alternating-thumb.first-beat')],
        ['first and third', message('generator.alternating-thumb.first-and-third')],
        ['all', message('generator.alternating-thumb.every-beat')],
      ],
    },
    {
      kind: 'number',
      key: 'pinchString',
      label: message('generator.alternating-thumb.pinch-string.label'),
      least: 1,
      most: 3,
      initial: 1,
    },
    {
      kind: 'text',
      key: 'offbeats',
      label: message('generator.alternating-thumb.offbeats.label'),
      initial: '- 2 3 1',
      hint: message('generator.alternating-thumb.offbeats.hint'),
    },
    { kind: 'number', key: 'swing', label: message('generator.swing.label'), least: 50, most: 75, initial: 50 },
  ],
  createPattern: (values, frame) => {
    const read = parseStringNumbers(getText(values, 'offbeats'), frame.instrument, true);
    if (!read.ok) return read;
    const pinches = PINCHES[getText(values, 'pinch')] ?? [];
    const cells = (PULSES[getText(values, 'bass')] ?? []).flatMap((role, beat): (readonly UnplacedStroke[])[] => {
      const off = read.value[beat % read.value.length] ?? 0;
      const pinch = pinches.includes(beat) ? [{ string: getNumber(values, 'pinchString') }] : [];
      return [[thumb(frame, role), ...pinch], off > 0 ? [{ string: off }] : []];
    });
    const swing = getNumber(values, 'swing');
    return success(
      layOutPattern(
        cells,
        {
          name: message('generator.alternating-thumb.name'),
          subdivision: 2,
          school: 'three-finger',
          ...(swing > 50 ? { swing } : {}),
        },
        frame,
      ),
    );
  },
};
