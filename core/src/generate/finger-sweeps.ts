import { message } from '../message/message.ts';
import { failure, createProblem, success } from '../errors/index.ts';
import { stringCount } from '../instrument/index.ts';
import {
  SUBDIVISION_FIELD,
  getNumber,
  getText,
  layOutPattern,
  type UnplacedStroke,
  type GeneratorContext,
  type Generator,
  type GeneratorValues,
} from './generator.ts';
import { HAMMER_SOURCES, findHammeredFret, type HammerSource } from './hammered-fret.ts';

const hammered = (frame: GeneratorContext, string: number, source: HammerSource): UnplacedStroke => ({
  string,
  fret: findHammeredFret(frame, string, source),
  slur: 'hammer-on',
});

const plain = (string: number): UnplacedStroke => ({ string });

/**
 * The thumb rakes out over all but the top string, the index plays that and rakes back, the thumb has the lowest string
 * again (common practice, no source).
 */
const withIndexOnTop = (sweep: readonly UnplacedStroke[], top: number): readonly UnplacedStroke[] => {
  const turn = sweep.findIndex(({ string }) => string === top);
  return sweep.map((stroke, index): UnplacedStroke => {
    if (stroke.slur) return stroke;
    const isRaked = index > 0 && index !== turn;
    return { ...stroke, pin: index < turn ? 'p' : 'i', ...(isRaked && { rake: true }) };
  });
};

/** Out over some strings and back without playing the ends twice, a hammer-on at the top or the bottom. */
const outAndBack = (
  frame: GeneratorContext,
  lowest: number,
  count: number,
  hammer: string,
  source: HammerSource,
): readonly UnplacedStroke[] => {
  const out = Array.from({ length: count }, (_, index) => plain(lowest - index));
  const back = out.slice(1, -1).reverse();
  const top = hammer === 'top' ? [hammered(frame, lowest - count + 1, source)] : [];
  const bottom = hammer === 'bottom' ? [hammered(frame, lowest, source)] : [];
  return [out[0] as UnplacedStroke, ...bottom, ...out.slice(1), ...top, ...back];
};

/** Groups of five that move on by a string each time: out over four strings, and one back. */
const movingFives = (lowest: number): readonly UnplacedStroke[] =>
  Array.from({ length: Math.max(0, lowest - 3) }, (_, index) => lowest - index).flatMap((from) =>
    [from, from - 1, from - 2, from - 3, from - 2].map(plain),
  );

/** Five notes on three strings: out, the top note hammered on, and back to the middle. */
const hammeredFive = (frame: GeneratorContext, lowest: number, source: HammerSource): readonly UnplacedStroke[] => [
  plain(lowest),
  plain(lowest - 1),
  plain(lowest - 2),
  hammered(frame, lowest - 2, source),
  plain(lowest - 1),
];

/** Strings below the lowest that a shape needs. */
const stringsOf = (shape: string, count: number): number => ({ fives: 4, 'hammered-five': 3 })[shape] ?? count;

const cellsOf = (frame: GeneratorContext, values: GeneratorValues): readonly UnplacedStroke[] => {
  const [lowest, source] = [getNumber(values, 'lowest'), getText(values, 'hammered') as HammerSource];
  const shape = getText(values, 'shape');
  if (shape === 'fives') return movingFives(lowest);
  if (shape === 'hammered-five') return hammeredFive(frame, lowest, source);
  const count = getNumber(values, 'strings');
  const sweep = outAndBack(frame, lowest, count, getText(values, 'hammer'), source);
  return getText(values, 'top') === 'index' ? withIndexOnTop(sweep, lowest - count + 1) : sweep;
};

/** Finger sweeps: out with one digit after another, back by raking, with hammer-ons, or in moving groups of five. */
export const fingerSweepsGenerator: Generator = {
  key: 'finger-sweeps',
  name: message('generator.finger-sweeps.name'),
  use: message('generator.finger-sweeps.description'),
  listenFor: message('generator.finger-sweeps.listen'),
  fields: [
    {
      kind: 'choice',
      key: 'shape',
      label: message('generator.shape.label'),
      initial: 'sweep',
      options: [
        ['sweep', message('generator.finger-sweeps.out-and-back')],
        ['fives', message('generator.finger-sweeps.fives')],
        ['hammered-five', message('generator.finger-sweeps.hammered-five')],
      ],
    },
    { kind: 'number', key: 'strings', label: message('generator.string-count.label'), least: 3, most: 5, initial: 4 },
    { kind: 'number', key: 'lowest', label: message('generator.lowest-string.label'), least: 3, most: 8, initial: 4 },
    {
      kind: 'choice',
      key: 'top',
      label: message('generator.finger-sweeps.top.label'),
      initial: 'turn',
      options: [
        ['turn', message('generator.finger-sweeps.in-turn')],
        ['index', message('generator.finger-sweeps.index-on-top')],
      ],
    },
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
    {
      kind: 'choice',
      key: 'hammered',
      label: message('generator.finger-sweeps.hammered.label'),
      initial: 'two',
      options: HAMMER_SOURCES.map(
        (source) => [source, message('generator.finger-sweeps.hammered', { source })] as const,
      ),
    },
    SUBDIVISION_FIELD,
  ],
  createPattern: (values, frame) => {
    const [lowest, count] = [getNumber(values, 'lowest'), getNumber(values, 'strings')];
    const shape = getText(values, 'shape');
    if (lowest > stringCount(frame.instrument) || lowest < stringsOf(shape, count))
      return failure(createProblem('no-string-left', { who: 'sweep' }));
    const cells = cellsOf(frame, values);
    const name =
      shape === 'sweep'
        ? message('generator.finger-sweeps.pattern-name', { count })
        : message(`generator.finger-sweeps.${shape === 'fives' ? 'fives' : 'hammered-five'}`);
    return success(
      layOutPattern(
        cells.map((cell) => [cell]),
        { name, subdivision: getNumber(values, 'subdivision'), school: 'finger-sweep' },
        frame,
      ),
    );
  },
};
