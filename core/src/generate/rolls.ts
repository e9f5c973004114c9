import { message } from '../message/message.ts';
import { failure, createProblem, success } from '../errors/index.ts';
import { stringCount } from '../instrument/index.ts';
import { SUBDIVISION_FIELD, getNumber, getText, getBoolean, layOutPattern, type Generator } from './generator.ts';

/** The strings of a roll in order: out, back, or out and back without playing the ends twice. */
const rollOrder = (direction: string, lowest: number, count: number): readonly number[] => {
  const out = Array.from({ length: count }, (_, index) => lowest - index);
  if (direction === 'forward') return out;
  if (direction === 'backward') return [...out].reverse();
  return [...out, ...out.slice(1, -1).reverse()];
};

/** The lowest strings of the sets a roll walks over: up to the treble and back, without playing the ends twice. */
const walk = (lowest: number, count: number): readonly number[] => {
  const up = Array.from({ length: lowest - count + 1 }, (_, index) => lowest - index);
  return [...up, ...up.slice(1, -1).reverse()];
};

/** How many strokes the figure of a bar has. */
const BAR = 8;

/**
 * Rolls: three or four strings, one direction or both, as a short group or a figure of a bar, walking over string sets.
 */
export const rollsGenerator: Generator = {
  key: 'rolls',
  name: message('generator.rolls.name'),
  use: message('generator.rolls.description'),
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
    { kind: 'truth', key: 'walk', label: message('generator.rolls.walk.label'), initial: false },
    SUBDIVISION_FIELD,
  ],
  createPattern: (values, frame) => {
    const [count, lowest] = [getNumber(values, 'strings'), getNumber(values, 'lowest')];
    if (lowest < count || lowest > stringCount(frame.instrument))
      return failure(createProblem('no-string-left', { who: 'roll' }));
    const order = (from: number): readonly number[] => rollOrder(getText(values, 'direction'), from, count);
    const once = getBoolean(values, 'walk') ? walk(lowest, count).flatMap(order) : order(lowest);
    const bar = getText(values, 'shape') === 'bar';
    const strings = bar ? Array.from({ length: BAR }, (_, index) => once[index % once.length] as number) : once;
    const subdivision = bar ? 2 : getNumber(values, 'subdivision');
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
