/**
 * What strikes a string: thumb `p`, index `i`, middle `m`, ring `a`, little finger `c` (names as in MusicXML 4.0's
 * `<pluck>`), or a flat pick going `down` (toward the floor) or `up`.
 */
export type Digit = 'p' | 'i' | 'm' | 'a' | 'c' | 'down' | 'up';

/** All digits, thumb side first. */
export const DIGITS: readonly Digit[] = ['p', 'i', 'm', 'a', 'c', 'down', 'up'];

/** Names of the digits as a teacher says them. */
export const DIGIT_NAMES: Readonly<Record<Digit, string>> = {
  p: 'thumb',
  i: 'index',
  m: 'middle',
  a: 'ring',
  c: 'little finger',
  down: 'pick down',
  up: 'pick up',
};

/** What moves: each finger is its own, and both directions of the pick are one thing in the hand. */
export type Striker = 'p' | 'i' | 'm' | 'a' | 'c' | 'pick';

/** All strikers, thumb side first. */
export const STRIKERS: readonly Striker[] = ['pick', 'p', 'i', 'm', 'a', 'c'];

/** Names of the strikers as a teacher says them. */
export const STRIKER_NAMES: Readonly<Record<Striker, string>> = { ...DIGIT_NAMES, pick: 'pick' };

/**
 * What moves when a digit strikes.
 * @example
 * strikerOf('up') // => 'pick'
 */
export const strikerOf = (digit: Digit): Striker => (digit === 'down' || digit === 'up' ? 'pick' : digit);

/**
 * Whether a digit is one of the fingers proper (not the thumb, not the pick).
 * @example
 * isFinger('p') // => false
 */
export const isFinger = (digit: Digit): boolean => digit === 'i' || digit === 'm' || digit === 'a' || digit === 'c';

const HAND_ORDER: Readonly<Record<Digit, number>> = { down: 0, up: 0, p: 0, i: 1, m: 2, a: 3, c: 4 };

/**
 * Place of a digit across the hand: pick and thumb 0, index 1, to little finger 4.
 * @example
 * handOrder('p') < handOrder('a') // => true
 */
export const handOrder = (digit: Digit): number => HAND_ORDER[digit];

/**
 * Whether a text names a digit.
 * @example
 * isDigit('x') // => false
 */
export const isDigit = (text: unknown): text is Digit => DIGITS.includes(text as Digit);

/**
 * A digit in a sentence: its letter, and a pick by its way.
 * @example
 * digitWord('down') // => 'the pick, down'
 */
export const digitWord = (digit: Digit): string => (digit === 'down' || digit === 'up' ? `the pick, ${digit}` : digit);

/**
 * One character for a digit where space is tight; `v` is the pick down and `^` the pick up.
 * @example
 * digitMark('down') // => 'v'
 */
export const digitMark = (digit: Digit): string => (digit === 'down' ? 'v' : digit === 'up' ? '^' : digit);
