import { message } from '../message/message.ts';
import { failure, createProblem, success } from '../errors/index.ts';
import { stringCount } from '../instrument/index.ts';
import { SUBDIVISION_FIELD, getNumber, getText, layOutPattern, type Generator } from './generator.ts';
import { ALL_SETS, listRollStops, readStringSets, type RollCourse, type RollStop } from './roll-walk.ts';

/** The strings of a roll in order: out, back, or out and back without playing the ends twice. */
const rollOrder = ({ set, direction }: RollStop): readonly number[] => {
  if (direction === 'forward') return set;
  if (direction === 'backward') return [...set].reverse();
  return [...set, ...set.slice(1, -1).reverse()];
};

/** How many strokes the figure of a bar has. */
const BAR = 8;

/** Beats of the bars a roll fills. */
const BEATS = 4;

interface RollLength {
  readonly bar: boolean;
  /** Bars that are filled; 0 where the roll is played once. */
  readonly each: number;
  readonly subdivision: number;
}

/** The strings of one stop: the roll once, or again and again over its bars, beginning anew with each. */
const rollOf = (stop: RollStop, { bar, each, subdivision }: RollLength): readonly number[] => {
  const order = rollOrder(stop);
  if (each === 0 && !bar) return order;
  const inBar = bar ? BAR : BEATS * subdivision;
  return Array.from(
    { length: Math.max(1, each) * inBar },
    (_, index) => order[(index % inBar) % order.length] as number,
  );
};

/**
 * Rolls: three or four strings, one direction or both, as a short group or a figure of a bar, walking over string sets.
 */
export const rollsGenerator: Generator = {
  key: 'rolls',
  name: message('generator.rolls.name'),
  use: message('generator.rolls.description'),
  listenFor: message('generator.rolls.listen'),
  fields: [
    {
      kind: 'choice',
      key: 'direction',
      label: message('generator.direction.label'),
      initial: 'forward',
      options: [
        ['forward', message('generator.rolls.forward')],
        ['backward', message('generator.rolls.backward')],
        ['both', message('generator.rolls.both')],
      ],
    },
    { kind: 'number', key: 'strings', label: message('generator.string-count.label'), least: 3, most: 4, initial: 3 },
    { kind: 'number', key: 'lowest', label: message('generator.lowest-string.label'), least: 3, most: 8, initial: 3 },
    {
      kind: 'choice',
      key: 'shape',
      label: message('generator.rolls.length.label'),
      initial: 'group',
      options: [
        ['group', message('generator.rolls.group')],
        ['bar', message('generator.rolls.bar')],
      ],
    },
    {
      kind: 'choice',
      key: 'walk',
      label: message('generator.rolls.walk.label'),
      initial: 'none',
      options: [
        ['none', message('generator.rolls.walk.none')],
        ['back-alike', message('generator.rolls.walk.back-alike')],
        ['back-backward', message('generator.rolls.walk.back-backward')],
      ],
    },
    {
      kind: 'text',
      key: 'sets',
      label: message('generator.rolls.sets.label'),
      initial: ALL_SETS,
      hint: message('generator.rolls.sets.hint'),
    },
    { kind: 'number', key: 'each', label: message('generator.rolls.each.label'), least: 0, most: 4, initial: 0 },
    SUBDIVISION_FIELD,
  ],
  createPattern: (values, frame) => {
    const [count, lowest] = [getNumber(values, 'strings'), getNumber(values, 'lowest')];
    if (lowest < count || lowest > stringCount(frame.instrument))
      return failure(createProblem('no-string-left', { who: 'roll' }));
    const sets = readStringSets(getText(values, 'sets'), { lowest, count, instrument: frame.instrument });
    if (!sets.ok) return sets;
    const stops = listRollStops(sets.value, getText(values, 'direction'), getText(values, 'walk') as RollCourse);
    const bar = getText(values, 'shape') === 'bar';
    const subdivision = bar ? 2 : getNumber(values, 'subdivision');
    const strings = stops.flatMap((stop) => rollOf(stop, { bar, each: getNumber(values, 'each'), subdivision }));
    const name = message('generator.rolls.pattern-name', { direction: getText(values, 'direction') });
    return success(
      layOutPattern(
        strings.map((string) => [{ string }]),
        { name, subdivision, school: count === 4 ? 'rolling:four' : 'rolling' },
        frame,
      ),
    );
  },
};
