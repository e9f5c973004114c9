import { failure, success, type Result } from '../errors/index.ts';
import { readStringCells, type StringCell } from '../formats/index.ts';
import { message } from '../message/message.ts';
import { findStringOfRole, type ChordRole } from '../pattern/index.ts';
import { stringCount } from '../instrument/index.ts';
import {
  SUBDIVISION_FIELD,
  getNumber,
  getText,
  layOutPattern,
  type Generator,
  type GeneratorContext,
  type UnplacedStroke,
} from './generator.ts';

/** What the thumb plays on the beats, in turn. */
const BASSES: Readonly<Record<string, readonly (ChordRole | null)[]>> = {
  steady: ['bass'],
  alternating: ['bass', 'alternate'],
  'three-strings': ['bass', 'alternate', 'second alternate', 'alternate'],
  'first-and-third': ['bass', null, 'alternate', null],
};

const thumbOf = ({ instrument, voicing }: GeneratorContext, role: ChordRole): UnplacedStroke => ({
  string: findStringOfRole(instrument, voicing, role) ?? instrument.pitches.length,
  role,
  pin: 'p',
});

/** A beat of the bass under the part of the melody that falls on it; the bass gives way where a string is taken. */
const withBass = (
  frame: GeneratorContext,
  cell: StringCell,
  role: ChordRole | null | undefined,
): readonly UnplacedStroke[] => {
  const bass = role ? thumbOf(frame, role) : undefined;
  return bass && !cell.some(({ string }) => string === bass.string) ? [bass, ...cell] : cell;
};

const cellsOf = (frame: GeneratorContext, melody: readonly StringCell[], bass: string, subdivision: number) => {
  const roles = BASSES[bass] ?? [];
  const beats = Math.ceil(melody.length / subdivision);
  return Array.from({ length: beats * subdivision }, (_, index) =>
    index % subdivision === 0
      ? withBass(frame, melody[index] ?? [], roles[(index / subdivision) % roles.length])
      : (melody[index] ?? []),
  );
};

const readMelody = (text: string, frame: GeneratorContext): Result<readonly StringCell[]> => {
  const read = readStringCells(text.replace(/\|/g, ' '), stringCount(frame.instrument));
  return read.ok ? success(read.value) : failure(...read.problems);
};

/** A melody of one's own, by strings and frets, over a thumb that keeps to the beats and follows the chord. */
export const melodyOverThumbGenerator: Generator = {
  key: 'melody-over-thumb',
  name: message('generator.melody-over-thumb.name'),
  use: message('generator.melody-over-thumb.description'),
  listenFor: message('generator.melody-over-thumb.listen'),
  fields: [
    {
      kind: 'text',
      key: 'melody',
      label: message('generator.melody-over-thumb.melody.label'),
      initial: '1 - 2:3 2 - 1:3 1 -',
      hint: message('generator.melody-over-thumb.melody.hint'),
    },
    {
      kind: 'choice',
      key: 'bass',
      label: message('generator.alternating-thumb.bass.label'),
      initial: 'alternating',
      options: [
        ['steady', message('generator.melody-over-thumb.steady')],
        ['alternating', message('generator.alternating-thumb.two-strings')],
        ['three-strings', message('generator.alternating-thumb.three-strings')],
        ['first-and-third', message('generator.alternating-thumb.first-and-third')],
      ],
    },
    { ...SUBDIVISION_FIELD, initial: '2' } as typeof SUBDIVISION_FIELD,
  ],
  createPattern: (values, frame) => {
    const melody = readMelody(getText(values, 'melody'), frame);
    if (!melody.ok) return melody;
    const subdivision = getNumber(values, 'subdivision');
    return success(
      layOutPattern(
        cellsOf(frame, melody.value, getText(values, 'bass'), subdivision),
        { name: message('generator.melody-over-thumb.name'), subdivision, school: 'three-finger' },
        frame,
      ),
    );
  },
};
