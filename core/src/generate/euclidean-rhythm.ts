import { message } from '../message/index.ts';
import { failure, createProblem, success } from '../errors/index.ts';
import {
  SUBDIVISION_FIELD,
  getNumber,
  parseStringNumbers,
  getText,
  layOutPattern,
  type UnplacedStroke,
  type Generator,
} from './generator.ts';

/**
 * k strokes spread over n steps as evenly as possible, the first on the first step (Toussaint, The Euclidean Algorithm
 * Generates Traditional Musical Rhythms, 2005; this is its rotation that opens with a stroke).
 * @example
 * euclideanRhythm(3, 8).map(Number).join('') // => '10010010'
 */
export const euclideanRhythm = (strokes: number, steps: number): readonly boolean[] => {
  let [heads, tails] = [
    Array.from({ length: strokes }, () => [true]),
    Array.from({ length: steps - strokes }, () => [false]),
  ];
  while (tails.length > 1) {
    const pairs = Math.min(heads.length, tails.length);
    const joined = Array.from({ length: pairs }, (_, index) => [...(heads[index] ?? []), ...(tails[index] ?? [])]);
    tails = heads.length > tails.length ? heads.slice(pairs) : tails.slice(pairs);
    heads = joined;
  }
  return [...heads, ...tails].flat();
};

const rotated = <T>(items: readonly T[], by: number): readonly T[] =>
  items.map((_, index) => items[(index + by) % items.length] as T);

/** Even spread: k strokes over n steps, turned to begin on any of them. */
export const euclideanRhythmGenerator: Generator = {
  key: 'even-spread',
  name: message('generator.even-spread.name'),
  use: message('generator.even-spread.description'),
  listenFor: message('generator.even-spread.listen'),
  fields: [
    {
      kind: 'number',
      key: 'strokes',
      label: message('generator.even-spread.notes.label'),
      least: 1,
      most: 32,
      initial: 3,
    },
    {
      kind: 'number',
      key: 'steps',
      label: message('generator.even-spread.steps.label'),
      least: 2,
      most: 32,
      initial: 8,
    },
    {
      kind: 'number',
      key: 'rotation',
      label: message('generator.even-spread.rotation.label'),
      least: 0,
      most: 31,
      initial: 0,
    },
    {
      kind: 'text',
      key: 'strings',
      label: message('generator.even-spread.strings.label'),
      initial: '5 3 2',
      hint: message('generator.strings.hint'),
    },
    { ...SUBDIVISION_FIELD, initial: '2' } as typeof SUBDIVISION_FIELD,
  ],
  createPattern: (values, frame) => {
    const [strokes, steps] = [getNumber(values, 'strokes'), getNumber(values, 'steps')];
    if (strokes > steps)
      return failure(
        createProblem('generator-value', {
          label: message('generator.even-spread.notes.label'),
          problem: message('reason.steps-hold', { steps, count: strokes }),
        }),
      );
    const strings = parseStringNumbers(getText(values, 'strings'), frame.instrument);
    if (!strings.ok) return strings;
    let next = 0;
    const cells = rotated(euclideanRhythm(strokes, steps), getNumber(values, 'rotation')).map(
      (struck): readonly UnplacedStroke[] => {
        if (!struck) return [];
        next += 1;
        return [{ string: strings.value[(next - 1) % strings.value.length] as number }];
      },
    );
    return success(
      layOutPattern(
        cells,
        {
          name: message('generator.even-spread.pattern-name', { notes: strokes, steps }),
          subdivision: getNumber(values, 'subdivision'),
          school: 'three-finger',
        },
        frame,
      ),
    );
  },
};
