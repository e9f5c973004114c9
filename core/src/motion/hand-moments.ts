import { message, type Message } from '../message/index.ts';
import { fingerWord, type Actuator } from '../pattern/index.ts';
import type { FingerStroke } from './finger-strokes.ts';
import { locateFingertip, type FingerMotion, type HandMotion } from './hand-motion.ts';
import { MOTION_ESTIMATES } from './stroke-path.ts';

/** What a digit does at a moment, and on which string; on to which one where it goes through more. */
type DigitAtWork = Pick<FingerStroke, 'string' | 'lastString' | 'direction' | 'manner'> & {
  readonly actuator: Actuator;
};

/** A digit that lies on a string: the one it plays next, or another it came to rest on. */
interface WaitingDigit {
  readonly actuator: Actuator;
  readonly string: number;
  readonly isReady: boolean;
}

/** A moment of a pattern: who plays, and who already rests on its string. */
export interface HandMoment {
  /** Seconds from the beginning. */
  readonly at: number;
  readonly tick: number;
  readonly playing: readonly DigitAtWork[];
  readonly waiting: readonly WaitingDigit[];
}

const describeWork = ({ actuator, string, lastString, direction, manner }: DigitAtWork): Message => {
  const finger = fingerWord(actuator);
  if (string !== lastString) return message('hand.sweeps', { finger, from: string, to: lastString });
  if (manner === 'rest') return message('hand.plays-and-rests', { finger, string, next: string + direction });
  const codes = { free: 'hand.plays', tap: 'hand.taps', touch: 'hand.touches', stop: 'hand.stops' } as const;
  return message(codes[manner], { finger, string });
};

/**
 * What happens at a moment: what those who are at work do, then who lies on a string.
 * @example
 * describeMoment({ at: 0, tick: 0, playing: [], waiting: [{ actuator: 'p', string: 5, isReady: true }] })[1].length
 * // => 1
 */
export const describeMoment = ({ playing, waiting }: HandMoment): readonly [played: Message[], ready: Message[]] => [
  playing.map(describeWork),
  waiting.map(({ actuator, string, isReady }) =>
    message(isReady ? 'hand.waits' : 'hand.rests', { finger: fingerWord(actuator), string }),
  ),
];

/** The string a digit plays next at or after a tick. */
const nextString = ({ strokes }: FingerMotion, tick: number): number =>
  (strokes.find((stroke) => stroke.tick >= tick) ?? strokes[0])?.string ?? 1;

const waitOf = (motion: HandMotion, finger: FingerMotion, tick: number, at: number): readonly WaitingDigit[] => {
  const found = locateFingertip(motion, finger.actuator, at);
  if (!found?.isOnString) return [];
  const string = Math.round(found.across / MOTION_ESTIMATES.spacing) + 1;
  return [{ actuator: finger.actuator, string, isReady: string === nextString(finger, tick) }];
};

const momentAt = (motion: HandMotion, tick: number, at: number): HandMoment => {
  const playing = motion.fingers.flatMap(({ actuator, strokes }) =>
    strokes.flatMap((stroke): readonly DigitAtWork[] => (stroke.tick === tick ? [{ ...stroke, actuator }] : [])),
  );
  const others = motion.fingers.filter(({ actuator }) => playing.every((one) => one.actuator !== actuator));
  return { at, tick, playing, waiting: others.flatMap((finger) => waitOf(motion, finger, tick, at)) };
};

const listTimes = ({ fingers }: HandMotion): readonly (readonly [tick: number, at: number])[] => {
  const times = new Map(fingers.flatMap(({ strokes }) => strokes.map(({ tick, at }) => [tick, at] as const)));
  return [...times].sort(([a], [b]) => a - b);
};

/**
 * Moments of a pattern, evenly chosen from the times at which something is played, for a filmstrip.
 * @example
 * listMoments(moveHand(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']), 2)
 *   .map(({ playing }) => playing[0].actuator)
 *   .join(' ') // => 'p m'
 */
export const listMoments = (motion: HandMotion, most: number): readonly HandMoment[] => {
  const all = listTimes(motion);
  const count = Math.min(most, all.length);
  return Array.from({ length: count }, (_, index) => {
    const [tick, at] = all[Math.floor((index * all.length) / count)] as (typeof all)[number];
    return momentAt(motion, tick, at);
  });
};

/**
 * The moment of what is played at a tick, or last before it; null where no digit plays.
 * @example
 * findMoment(moveHand(flattenScore(valueOrThrow(parseStringNotation('5 3')).pattern), ['p', 'i']), 0).playing[0].string
 * // => 5
 */
export const findMoment = (motion: HandMotion, tick: number): HandMoment | null => {
  const all = listTimes(motion);
  const [found, at] = all.findLast(([one]) => one <= tick) ?? all[0] ?? [];
  return found === undefined || at === undefined ? null : momentAt(motion, found, at);
};
