import type { Actuator } from '../pattern/index.ts';
import { locateFingertip, type HandMotion, type HardestMove } from './hand-motion.ts';
import { MOTION_ESTIMATES } from './stroke-path.ts';

/** Times of a whole at which fingers are looked at, and millimetres a second from which one moves. */
const [LOOKS, MOVES] = [512, 25] as const;

const FINGERS: ReadonlySet<Actuator> = new Set(['i', 'm', 'a', 'c']);

/**
 * The share of the time in which one finger closes while another opens, which fingers of one hand do least willingly
 * (Häger-Ross & Schieber, Journal of Neuroscience 20(22), 2000). The thumb and a pick do not count.
 * @example
 * measureOppositeMovement(moveHand(flattenScore(valueOrThrow(parseStringNotation('5 3')).pattern), ['p', 'i'])) // => 0
 */
export const measureOppositeMovement = (motion: HandMotion): number => {
  const fingers = motion.fingers.filter(({ actuator }) => FINGERS.has(actuator));
  if (fingers.length < 2 || motion.seconds <= 0) return 0;
  const step = motion.seconds / LOOKS;
  const acrossAt = (look: number): readonly number[] =>
    fingers.map(({ actuator }) => locateFingertip(motion, actuator, look * step)?.across ?? 0);
  const places = Array.from({ length: LOOKS + 1 }, (_, look) => acrossAt(look));
  const isOpposite = (look: number): boolean => {
    const speeds = fingers.map((_, index) => {
      const [from, to] = [places[look]?.[index] ?? 0, places[look + 1]?.[index] ?? 0];
      return (to - from) / step;
    });
    return speeds.some((speed) => speed > MOVES) && speeds.some((speed) => speed < -MOVES);
  };
  return Array.from({ length: LOOKS }, (_, look) => look).filter(isOpposite).length / LOOKS;
};

/**
 * Seconds a hand needs for a way from string to string, its follow-through included; `scale` is how much slower than an
 * able adult the hand is with that digit.
 * @example
 * measureNeededTime({ actuator: 'p', fromString: 6, toString: 4, tick: 0, distance: 20, seconds: 1 }, 1) // => 0.2
 */
export const measureNeededTime = ({ distance }: HardestMove, scale: number): number =>
  scale * (MOTION_ESTIMATES.follow + MOTION_ESTIMATES.leastTravel + MOTION_ESTIMATES.travelPerMillimetre * distance);
