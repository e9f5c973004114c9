import { message, type Message } from '../message/message.ts';
import { failure, createProblem, success, type Result } from '../errors/index.ts';
import { stringCount } from '../instrument/index.ts';
import {
  SUBDIVISION_FIELD,
  getNumber,
  getText,
  layOutPattern,
  type UnplacedStroke,
  type Generator,
} from './generator.ts';

interface Figure {
  readonly name: Message;
  readonly cells: (low: number, frame: { readonly position: number }) => readonly (readonly UnplacedStroke[])[];
  /** Strings above the low one that the figure needs. */
  readonly above: number;
  readonly school?: string;
}

/** Hybrid figures by kind; `low` is the pick's string. */
const FIGURES: Readonly<Record<string, Figure>> = {
  toggle: {
    name: message('generator.hybrid-figures.toggle'),
    above: 2,
    cells: (low) => [[{ string: low }], [{ string: low - 2 }]],
  },
  'toggle-neighbours': {
    name: message('generator.hybrid-figures.toggle-neighbours'),
    above: 1,
    cells: (low) => [[{ string: low }], [{ string: low - 1 }]],
  },
  'double stop': {
    name: message('generator.hybrid-figures.double-stop'),
    above: 3,
    cells: (low) => [
      [{ string: low }],
      [{ string: low - 2 }, { string: low - 3 }],
      [{ string: low - 1 }],
      [{ string: low - 2 }, { string: low - 3 }],
    ],
  },
  skips: {
    name: message('generator.hybrid-figures.skips'),
    above: 3,
    cells: (low) => [low, low - 2, low - 1, low - 3].map((string) => [{ string }]),
  },
  slurs: {
    name: message('generator.hybrid-figures.slurs'),
    above: 1,
    school: 'hybrid-legato',
    cells: (low, { position }) =>
      [low, low - 1].flatMap((string): readonly UnplacedStroke[][] => [
        [{ string, fret: position }],
        [{ string, fret: position + 2, slur: 'hammer-on' }],
      ]),
  },
};

const figureFor = (kind: string, low: number): Result<Figure> => {
  const figure = FIGURES[kind] as Figure;
  return low - figure.above >= 1 ? success(figure) : failure(createProblem('no-string-left', { who: 'fingers' }));
};

/** Hybrid figures: pick and finger in turn, bass against a double stop, string skips, slurs in between. */
export const hybridFiguresGenerator: Generator = {
  key: 'hybrid-figures',
  name: message('generator.hybrid-figures.name'),
  use: message('generator.hybrid-figures.description'),
  listenFor: message('generator.hybrid-figures.listen'),
  fields: [
    {
      kind: 'choice',
      key: 'figure',
      label: message('generator.figure.label'),
      initial: 'toggle',
      options: Object.entries(FIGURES).map(([key, { name }]) => [key, name] as const),
    },
    {
      kind: 'choice',
      key: 'pick',
      label: message('generator.hybrid-figures.pick.label'),
      initial: 'pick-down',
      options: [
        ['pick-down', message('school.hybrid.pick-down.name')],
        ['pick-up', message('school.hybrid.pick-up.name')],
        ['pick-alternating', message('school.hybrid.pick-alternating.name')],
      ],
    },
    {
      kind: 'number',
      key: 'low',
      label: message('generator.hybrid-figures.low-string.label'),
      least: 2,
      most: 8,
      initial: 5,
    },
    {
      kind: 'number',
      key: 'position',
      label: message('generator.hybrid-figures.position.label'),
      least: 0,
      most: 15,
      initial: 5,
    },
    SUBDIVISION_FIELD,
  ],
  createPattern: (values, frame) => {
    const low = getNumber(values, 'low');
    if (low > stringCount(frame.instrument)) return failure(createProblem('no-string-left', { who: 'pick' }));
    const figure = figureFor(getText(values, 'figure'), low);
    if (!figure.ok) return figure;
    const { name, cells, school = `hybrid:${getText(values, 'pick')}` } = figure.value;
    return success(
      layOutPattern(
        cells(low, { position: getNumber(values, 'position') }),
        { name, subdivision: getNumber(values, 'subdivision'), school },
        frame,
      ),
    );
  },
};
