import { message, type Message } from '../message/message.ts';
import { valueOrThrow } from '../errors/index.ts';
import { parseStringNotation, type StringNotationOptions } from '../formats/index.ts';
import { GENERATORS, generatePattern, type Generator, type GeneratorValues } from '../generate/index.ts';
import { findShape } from '../harmony/index.ts';
import { createInstrument, findTuningOrStandard } from '../instrument/index.ts';
import { withUsualBeats } from '../time/index.ts';
import { listSubdivisionSlots, formatCount, createPattern, type Pattern } from '../pattern/index.ts';

/** A standard figure: its usual name, what it is good for, and itself (common practice, no source). */
export interface LibraryPattern {
  readonly key: string;
  readonly name: Message;
  readonly use: Message;
  /** The figure, under its key for a name. */
  readonly pattern: Pattern;
}

const standard = createInstrument(findTuningOrStandard('standard'));

const written = (
  key: string,
  name: Message,
  use: Message,
  figure: string,
  options: StringNotationOptions,
): LibraryPattern => ({
  key,
  name,
  use,
  pattern: valueOrThrow(parseStringNotation(figure, { wholeBeats: true, ...options, name: key })).pattern,
});

const generated = (
  key: string,
  name: Message,
  use: Message,
  generator: string,
  chord: string,
  tempo: number,
  values: GeneratorValues = {},
): LibraryPattern => {
  const found = GENERATORS.find((one) => one.key === generator) as Generator;
  const voicing = findShape(standard, chord) ?? createPattern('').voicing;
  return {
    key,
    name,
    use,
    pattern: valueOrThrow(generatePattern(found, values, { instrument: standard, voicing, tempo, say: () => key })),
  };
};

/** The shelf of standard figures that ships, in the order a beginner would meet them. */
export const PATTERN_LIBRARY: readonly LibraryPattern[] = [
  written('arpeggio-up', message('library.arpeggio-up.name'), message('library.arpeggio-up.description'), '5 3 2 1', {
    chord: 'C',
    tempo: 60,
    subdivision: 2,
  }),
  written(
    'arpeggio-up-down',
    message('library.arpeggio-up-down.name'),
    message('library.arpeggio-up-down.description'),
    '5 3 2 1 2 3',
    { chord: 'Am', tempo: 66, subdivision: 3 },
  ),
  written(
    'arpeggio-six-eight',
    message('library.arpeggio-six-eight.name'),
    message('library.arpeggio-six-eight.description'),
    '6 3 2 1 2 3',
    {
      chord: 'Em',
      tempo: 44,
      subdivision: 3,
      metre: withUsualBeats({ beats: 6, unit: 8 }),
    },
  ),
  written(
    'arpeggio-four',
    message('library.four-note-arpeggio.name'),
    message('library.four-note-arpeggio.description'),
    '5 3 2 3',
    { chord: 'C', tempo: 72, subdivision: 2 },
  ),
  written(
    'moving-top',
    message('library.arpeggio-moving-top.name'),
    message('library.arpeggio-moving-top.description'),
    '5 3 2 3 1 3 2 3',
    { chord: 'C', tempo: 66, subdivision: 4 },
  ),
  written(
    'pinch-inner',
    message('library.pinch-inner-strings.name'),
    message('library.pinch-inner-strings.description'),
    '5+1 3 2 3',
    {
      chord: 'C',
      tempo: 76,
      subdivision: 2,
    },
  ),
  written('chord-bass', message('library.waltz.name'), message('library.waltz.description'), '5 3+2+1 3+2+1', {
    chord: 'Am',
    tempo: 96,
    subdivision: 1,
    metre: { beats: 3, unit: 4 },
  }),
  generated(
    'thumb-alone',
    message('library.thumb-only.name'),
    message('library.thumb-only.description'),
    'alternating-thumb',
    'C',
    100,
    { pinch: 'none', offbeats: '- - - -' },
  ),
  generated(
    'alternating-thumb',
    message('library.alternating-bass-pinch.name'),
    message('library.alternating-bass-pinch.description'),
    'alternating-thumb',
    'C',
    104,
  ),
  generated(
    'alternating-triple',
    message('library.alternating-bass-three.name'),
    message('library.alternating-bass-three.description'),
    'alternating-thumb',
    'E',
    96,
    { bass: 'triple', pinch: 'none', offbeats: '3 2 3 1' },
  ),
  written(
    'three-three-two',
    message('library.three-three-two.name'),
    message('library.three-three-two.description'),
    '5 3 2 5 3 2 5 3',
    { chord: 'Am', tempo: 112, subdivision: 2, school: 'three-finger' },
  ),
  written(
    'forward-roll',
    message('library.forward-roll-bar.name'),
    message('library.forward-roll-bar.description'),
    '3 2 1 3 2 1 3 1',
    { chord: 'G', tempo: 120, subdivision: 2, school: 'rolling' },
  ),
  written(
    'backward-roll',
    message('library.backward-roll-bar.name'),
    message('library.backward-roll-bar.description'),
    '1 2 3 1 2 3 1 2',
    {
      chord: 'G',
      tempo: 116,
      subdivision: 2,
      school: 'rolling',
    },
  ),
  written(
    'forward-back-roll',
    message('library.forward-backward-roll.name'),
    message('library.forward-backward-roll.description'),
    '3 2 1 2',
    {
      chord: 'G',
      tempo: 92,
      subdivision: 4,
      school: 'rolling',
    },
  ),
  generated(
    'scale-pulse',
    message('library.scale-over-pulse.name'),
    message('library.scale-over-pulse.description'),
    'scale-over-pulse',
    'G',
    60,
  ),
  written(
    'hybrid-three',
    message('library.pick-two-fingers.name'),
    message('library.pick-two-fingers.description'),
    '5 3 2',
    { chord: 'Am', tempo: 92, subdivision: 3, school: 'hybrid' },
  ),
  generated(
    'hybrid-double',
    message('library.pick-double-stop.name'),
    message('library.pick-double-stop.description'),
    'hybrid-figures',
    'Am',
    108,
    { figure: 'double stop', subdivision: '2' },
  ),
  generated(
    'sweep-four',
    message('library.finger-sweep-four.name'),
    message('library.finger-sweep-four.description'),
    'finger-sweeps',
    'G',
    66,
  ),
];

/**
 * How a figure is counted aloud, its struck parts in full and the others as dots.
 * @example
 * describeCounts(valueOrThrow(parseStringNotation('5 3 2 3')).pattern) // => '1 e & a'
 */
export const describeCounts = (pattern: Pattern): string =>
  listSubdivisionSlots(pattern)
    .map((part) => (pattern.strokes.some(({ at }) => at === part.at) ? formatCount(pattern, part) : '·'))
    .join(' ');
