import { valueOrThrow } from '../errors/index.ts';
import { readFigure, type FigureOptions } from '../formats/index.ts';
import { GENERATORS, generate, type Generator, type Values } from '../generate/index.ts';
import { shapeOf } from '../harmony/index.ts';
import { instrumentIn, tuningByKey } from '../instrument/index.ts';
import { beatPartsOf, countOf, newPattern, type Pattern } from '../pattern/index.ts';

/** A standard figure: its usual name, what it is good for, and itself (common practice, no source). */
export interface ShelfFigure {
  readonly key: string;
  readonly name: string;
  readonly use: string;
  readonly pattern: Pattern;
}

const standard = instrumentIn(tuningByKey('standard'));

const written = (key: string, name: string, use: string, figure: string, options: FigureOptions): ShelfFigure => ({
  key,
  name,
  use,
  pattern: valueOrThrow(readFigure(figure, { wholeBeats: true, ...options, name })).pattern,
});

const generated = (
  key: string,
  name: string,
  use: string,
  generator: string,
  chord: string,
  tempo: number,
  values: Values = {},
): ShelfFigure => {
  const found = GENERATORS.find((one) => one.key === generator) as Generator;
  const voicing = shapeOf(standard, chord) ?? newPattern('').voicing;
  return {
    key,
    name,
    use,
    pattern: { ...valueOrThrow(generate(found, values, { instrument: standard, voicing, tempo })), name },
  };
};

/** The shelf of standard figures that ships, in the order a beginner would meet them. */
export const SHELF: readonly ShelfFigure[] = [
  written('arpeggio-up', 'Arpeggio, upward', 'The first figure: one finger a string, thumb to ring.', '5 3 2 1', {
    chord: 'C',
    tempo: 60,
    subdivision: 2,
  }),
  written(
    'arpeggio-up-down',
    'Arpeggio, up and down',
    'Six notes to two beats in triplets; the fingers turn round at the top.',
    '5 3 2 1 2 3',
    { chord: 'Am', tempo: 66, subdivision: 3 },
  ),
  written('arpeggio-six-eight', 'Arpeggio in six', 'The same as a bar of 6/8, counted in six.', '6 3 2 1 2 3', {
    chord: 'Em',
    tempo: 132,
    subdivision: 1,
    metre: { beats: 6, unit: 8 },
  }),
  written(
    'arpeggio-four',
    'Four-note arpeggio',
    'Thumb, index, middle, index: the plainest accompaniment.',
    '5 3 2 3',
    { chord: 'C', tempo: 72, subdivision: 2 },
  ),
  written(
    'moving-top',
    'Arpeggio with a moving top',
    'The top voice goes between middle and ring over a steady index.',
    '5 3 2 3 1 3 2 3',
    { chord: 'C', tempo: 66, subdivision: 4 },
  ),
  written('pinch-inner', 'Pinch, then inner strings', 'Thumb and ring together, then index and middle.', '5+1 3 2 3', {
    chord: 'C',
    tempo: 76,
    subdivision: 2,
  }),
  written('chord-bass', 'Bass, chord, chord', 'A waltz: the bass alone, then three strings at once.', '5 3+2+1 3+2+1', {
    chord: 'Am',
    tempo: 96,
    subdivision: 1,
    metre: { beats: 3, unit: 4 },
  }),
  generated(
    'thumb-alone',
    'Thumb alone',
    'The alternating thumb before anything is added: it follows the chord.',
    'alternating-thumb',
    'C',
    100,
    { pinch: 'none', offbeats: '- - - -' },
  ),
  generated(
    'alternating-thumb',
    'Alternating thumb with a pinch',
    'A pinch on one, fingers off the beat.',
    'alternating-thumb',
    'C',
    104,
  ),
  generated(
    'alternating-triple',
    'Alternating thumb on three strings',
    'Bass, alternate, second alternate, alternate.',
    'alternating-thumb',
    'E',
    96,
    { bass: 'triple', pinch: 'none', offbeats: '3 2 3 1' },
  ),
  written(
    'three-three-two',
    'Three, three, two',
    'Eight eighths in groups of three, three and two, each opened by the thumb.',
    '5 3 2 5 3 2 5 3',
    { chord: 'Am', tempo: 112, subdivision: 2, school: 'three-finger' },
  ),
  written(
    'forward-roll',
    'Forward roll of a bar',
    'Thumb, index, middle over the trebles; the last group is cut short.',
    '3 2 1 3 2 1 3 1',
    { chord: 'G', tempo: 120, subdivision: 2, school: 'rolling' },
  ),
  written('backward-roll', 'Backward roll of a bar', 'Middle, index, thumb, from the top down.', '1 2 3 1 2 3 1 2', {
    chord: 'G',
    tempo: 116,
    subdivision: 2,
    school: 'rolling',
  }),
  written('forward-back-roll', 'Forward and back roll', 'Out and back in four notes.', '3 2 1 2', {
    chord: 'G',
    tempo: 92,
    subdivision: 4,
    school: 'rolling',
  }),
  generated(
    'scale-pulse',
    'Scale over a thumb pulse',
    'Index and middle run a scale in turn while the thumb keeps the beat.',
    'scale-over-pulse',
    'G',
    60,
  ),
  written(
    'hybrid-three',
    'Pick and two fingers',
    'The pick takes the lowest of three, middle and ring the others.',
    '5 3 2',
    { chord: 'Am', tempo: 92, subdivision: 3, school: 'hybrid' },
  ),
  generated(
    'hybrid-double',
    'Pick against a double stop',
    'A bass with the pick, two fingers answering.',
    'hybrid-figures',
    'Am',
    108,
    { figure: 'double stop', subdivision: '2' },
  ),
  generated(
    'sweep-four',
    'Finger sweep over four strings',
    'Out with one digit after another, back by raking the ring finger.',
    'finger-sweeps',
    'G',
    66,
  ),
];

/**
 * How a figure is counted aloud, its struck parts in full and the others as dots.
 * @example
 * countsAloud(valueOrThrow(readFigure('5 3 2 3')).pattern) // => '1 e & a'
 */
export const countsAloud = (pattern: Pattern): string =>
  beatPartsOf(pattern)
    .map((part) => (pattern.strokes.some(({ at }) => at === part.at) ? countOf(pattern, part) : '·'))
    .join(' ');
