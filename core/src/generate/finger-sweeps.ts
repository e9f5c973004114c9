import { message } from '../message/message.ts';
import { failure, createProblem, success } from '../errors/index.ts';
import { stringCount } from '../instrument/index.ts';
import { fretOfString } from '../harmony/index.ts';
import {
  SUBDIVISION_FIELD,
  getNumber,
  getText,
  layOutPattern,
  type UnplacedStroke,
  type GeneratorContext,
  type Generator,
} from './generator.ts';

/** Frets the other hand hammers above the chord's note. */
const HAMMERED = 2;

const hammered = ({ voicing }: GeneratorContext, string: number): UnplacedStroke => ({
  string,
  fret: (fretOfString(voicing, string) ?? 0) + HAMMERED,
  slur: 'hammer-on',
});

const plain = (string: number): UnplacedStroke => ({ string });

/** Out over some strings and back without playing the ends twice, a hammer-on at the top or the bottom. */
const outAndBack = (
  frame: GeneratorContext,
  lowest: number,
  count: number,
  hammer: string,
): readonly UnplacedStroke[] => {
  const out = Array.from({ length: count }, (_, index) => plain(lowest - index));
  const back = out.slice(1, -1).reverse();
  const top = hammer === 'top' ? [hammered(frame, lowest - count + 1)] : [];
  const bottom = hammer === 'bottom' ? [hammered(frame, lowest)] : [];
  return [out[0] as UnplacedStroke, ...bottom, ...out.slice(1), ...top, ...back];
};

/** Groups of five that move on by a string each time: out over four strings, and one back. */
const movingFives = (lowest: number): readonly UnplacedStroke[] =>
  Array.from({ length: Math.max(0, lowest - 3) }, (_, index) => lowest - index).flatMap((from) =>
    [from, from - 1, from - 2, from - 3, from - 2].map(plain),
  );

/** Finger sweeps: out with one digit after another, back by raking, with hammer-ons, or in moving groups of five. */
export const fingerSweepsGenerator: Generator = {
  key: 'finger-sweeps',
  name: message('generator.finger-sweeps.name'),
  use: message('generator.finger-sweeps.description'),
  fields: [
    {
      kind: 'choice',
      key: 'shape',
      label: message('generator.shape.label'),
      initial: 'sweep',
      options: [
        ['sweep', message('generator.finger-sweeps.out-and-back')],
        ['fives', message('generator.finger-sweeps.fives')],
      ],
    },
    { kind: 'number', key: 'strings', label: message('generator.string-count.label'), least: 3, most: 5, initial: 4 },
    { kind: 'number', key: 'lowest', label: message('generator.lowest-string.label'), least: 3, most: 8, initial: 4 },
    {
      kind: 'choice',
      key: 'hammer',
      label: message('generator.finger-sweeps.hammer-on.label'),
      initial: 'none',
      options: [
        ['none', message('generator.none')],
        ['top', message('generator.finger-sweeps.at-the-top')],
        ['bottom', message('generator.finger-sweeps.at-the-bottom')],
      ],
    },
    SUBDIVISION_FIELD,
  ],
  createPattern: (values, frame) => {
    const [lowest, count] = [getNumber(values, 'lowest'), getNumber(values, 'strings')];
    const fives = getText(values, 'shape') === 'fives';
    if (lowest > stringCount(frame.instrument) || lowest < (fives ? 4 : count))
      return failure(createProblem('no-string-left', { who: 'sweep' }));
    const cells = fives ? movingFives(lowest) : outAndBack(frame, lowest, count, getText(values, 'hammer'));
    const name = fives
      ? message('generator.finger-sweeps.fives')
      : message('generator.finger-sweeps.pattern-name', { count });
    return success(
      layOutPattern(
        cells.map((cell) => [cell]),
        { name, subdivision: getNumber(values, 'subdivision'), school: 'finger-sweep' },
        frame,
      ),
    );
  },
};
