import { message, type Message } from '../message/message.ts';

/**
 * What strikes a string: thumb `p`, index `i`, middle `m`, ring `a`, little finger `c` (names as in MusicXML 4.0's
 * `<pluck>`), or a flat pick going `down` (toward the floor) or `up`.
 */
export type Digit = 'p' | 'i' | 'm' | 'a' | 'c' | 'down' | 'up';

/** All digits, thumb side first. */
export const DIGITS: readonly Digit[] = ['p', 'i', 'm', 'a', 'c', 'down', 'up'];

/** What moves: each finger is its own, and both directions of the pick are one thing in the hand. */
export type Actuator = 'p' | 'i' | 'm' | 'a' | 'c' | 'pick';

/** All strikers, thumb side first. */
export const ACTUATORS: readonly Actuator[] = ['pick', 'p', 'i', 'm', 'a', 'c'];

/**
 * What moves when a digit strikes.
 * @example
 * actuatorOf('up') // => 'pick'
 */
export const actuatorOf = (digit: Digit): Actuator => (digit === 'down' || digit === 'up' ? 'pick' : digit);

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
 * handPosition('p') < handPosition('a') // => true
 */
export const handPosition = (digit: Digit): number => HAND_ORDER[digit];

/**
 * Whether a text names a digit.
 * @example
 * isDigit('x') // => false
 */
export const isDigit = (text: unknown): text is Digit => DIGITS.includes(text as Digit);

/**
 * The name of a finger, or of a stroke of the pick, as it labels a button or a row.
 * @example
 * fingerName('m').code // => 'finger.name'
 */
export const fingerName = (digit: Digit | Actuator): Message => message('finger.name', { finger: digit });

/**
 * The name of a finger within a sentence, after “the”; both strokes of the pick are the pick.
 * @example
 * fingerWord('m').code // => 'finger.word'
 */
export const fingerWord = (digit: Digit | Actuator): Message => message('finger.word', { finger: digit });

/**
 * One character for a digit where space is tight; `v` is the pick down and `^` the pick up.
 * @example
 * digitSymbol('down') // => 'v'
 */
export const digitSymbol = (digit: Digit): string => {
  if (digit === 'down') return 'v';
  return digit === 'up' ? '^' : digit;
};
