import { message } from '../message/index.ts';
import { failure, createProblem, success, type Result } from '../errors/index.ts';
import { isDigit, findStringOfRole, type Digit } from '../pattern/index.ts';
import {
  SUBDIVISION_FIELD,
  getNumber,
  getText,
  getBoolean,
  layOutPattern,
  type UnplacedStroke,
  type GeneratorContext,
  type Generator,
} from './generator.ts';

/** Strings where the fingers are at home. */
const HOMES: Readonly<Partial<Record<Digit, number>>> = { i: 3, m: 2, a: 1, c: 1 };

const cellOf = ({ instrument, voicing }: GeneratorContext, digit: Digit): UnplacedStroke =>
  digit === 'p'
    ? { string: findStringOfRole(instrument, voicing, 'bass') ?? instrument.pitches.length, role: 'bass', pin: 'p' }
    : { string: HOMES[digit] ?? 3, pin: digit };

const readDigits = (text: string): Result<readonly Digit[]> => {
  const words = text.trim().split(/[\s,]+/);
  const wrong = words.findIndex((word) => !isDigit(word) || word === 'down' || word === 'up');
  return wrong < 0
    ? success(words as readonly Digit[])
    : failure(
        createProblem('generator-value', {
          label: message('generator.arpeggio.order.label'),
          problem: message('reason.write-fingers'),
        }),
      );
};

/**
 * All orders of some things, each once, in the order they are first given.
 * @example
 * listPermutations(['p', 'i', 'm', 'a']).length // => 24
 */
export const listPermutations = <T>(items: readonly T[]): readonly (readonly T[])[] =>
  items.length <= 1
    ? [items]
    : items.flatMap((item, index) =>
        listPermutations([...items.slice(0, index), ...items.slice(index + 1)]).map((rest) => [item, ...rest]),
      );

/** Most digits whose orders are all written out: 120 orders of five. */
const MOST_PERMUTED = 5;

/** Arpeggios: fingers on their own strings in a given order, or in every order once. */
export const arpeggioGenerator: Generator = {
  key: 'arpeggio',
  name: message('generator.arpeggio.name'),
  use: message('generator.arpeggio.description'),
  listenFor: message('generator.arpeggio.listen'),
  fields: [
    {
      kind: 'text',
      key: 'order',
      label: message('generator.arpeggio.order.label'),
      initial: 'p i m a m i',
      hint: message('generator.arpeggio.order.hint'),
    },
    { kind: 'truth', key: 'all', label: message('generator.arpeggio.all-orders.label'), initial: false },
    { ...SUBDIVISION_FIELD, initial: '3' } as typeof SUBDIVISION_FIELD,
  ],
  createPattern: (values, frame) => {
    const read = readDigits(getText(values, 'order'));
    if (!read.ok) return read;
    const digits = [...new Set(read.value)];
    const all = getBoolean(values, 'all');
    if (all && digits.length > MOST_PERMUTED)
      return failure(
        createProblem('generator-value', {
          label: message('generator.arpeggio.order.label'),
          problem: message('reason.orders-up-to-five', { count: digits.length }),
        }),
      );
    const order = all ? listPermutations(digits).flat() : read.value;
    const name = all
      ? message('generator.arpeggio.all-orders.pattern-name', {
          count: listPermutations(digits).length,
          fingers: digits.join(' '),
        })
      : message('generator.arpeggio.pattern-name', { fingers: read.value.join(' ') });
    return success(
      layOutPattern(
        order.map((digit) => [cellOf(frame, digit)]),
        { name, subdivision: getNumber(values, 'subdivision'), school: 'one-per-string' },
        frame,
      ),
    );
  },
};
