import { success } from '../errors/index.ts';
import type { Role } from '../pattern/index.ts';
import { roleString } from '../pattern/index.ts';
import { numberOf, readStrings, textOf, written, type Cell, type Frame, type Generator } from './generator.ts';

const PULSES: Readonly<Record<string, readonly Role[]>> = {
  pair: ['bass', 'alternate', 'bass', 'alternate'],
  triple: ['bass', 'alternate', 'second alternate', 'alternate'],
};

const PINCHES: Readonly<Record<string, readonly number[]>> = {
  none: [],
  first: [0],
  'first and third': [0, 2],
  all: [0, 1, 2, 3],
};

const thumb = ({ instrument, voicing }: Frame, role: Role): Cell => ({
  string: roleString(instrument, voicing, role) ?? instrument.pitches.length,
  role,
});

/** Alternating thumb: a bass pair or triple that follows the chord, pinches, fingers off the beat, straight or swung. */
export const alternatingThumb: Generator = {
  key: 'alternating-thumb',
  name: 'Alternating thumb',
  use: 'The thumb swings between bass strings on the beat, following the chord; fingers pinch with it or fall between.',
  fields: [
    {
      kind: 'choice',
      key: 'bass',
      label: 'Bass',
      initial: 'pair',
      options: [
        ['pair', 'two strings in turn'],
        ['triple', 'three strings'],
      ],
    },
    {
      kind: 'choice',
      key: 'pinch',
      label: 'Pinch on',
      initial: 'first',
      options: [
        ['none', 'no beat'],
        ['first', 'the first beat'],
        ['first and third', 'beats 1 and 3'],
        ['all', 'every beat'],
      ],
    },
    { kind: 'number', key: 'pinchString', label: 'Pinched string', least: 1, most: 3, initial: 1 },
    {
      kind: 'text',
      key: 'offbeats',
      label: 'Off the beat',
      initial: '- 2 3 1',
      hint: 'write four strings, - for none',
    },
    { kind: 'number', key: 'swing', label: 'Swing, per cent', least: 50, most: 75, initial: 50 },
  ],
  make: (values, frame) => {
    const read = readStrings(textOf(values, 'offbeats'), frame.instrument, true);
    if (!read.ok) return read;
    const pinches = PINCHES[textOf(values, 'pinch')] ?? [];
    const cells = (PULSES[textOf(values, 'bass')] ?? []).flatMap((role, beat): (readonly Cell[])[] => {
      const off = read.value[beat % read.value.length] ?? 0;
      const pinch = pinches.includes(beat) ? [{ string: numberOf(values, 'pinchString') }] : [];
      return [[thumb(frame, role), ...pinch], off > 0 ? [{ string: off }] : []];
    });
    const swing = numberOf(values, 'swing');
    return success(
      written(
        cells,
        { name: 'Alternating thumb', subdivision: 2, school: 'three-finger', ...(swing > 50 ? { swing } : {}) },
        frame,
      ),
    );
  },
};
