import type { Actuator } from '../pattern/index.ts';
import { locateFingertip, type HandMotion } from './hand-motion.ts';
import { MOTION_ESTIMATES } from './stroke-path.ts';
import type { Point, Ribbon } from './ribbon.ts';

/** A digit of a school, and the strings it is at home on. */
interface HomeDigit {
  readonly actuator: Actuator;
  readonly strings: readonly number[];
}

/** One digit of the drawn hand. */
export interface DrawnDigit {
  readonly actuator: Actuator;
  readonly tip: Point;
  readonly ribbon: Ribbon;
  /** Whether it plays; the others only rest. */
  readonly plays: boolean;
  /** Whether its tip is off the strings. */
  readonly isFree?: boolean;
  /** Whether it plays at this moment. */
  readonly isPlaying?: boolean;
}

/**
 * The picture: the guitar flat in the lap as the player sees it, string 1 on top as in tablature; the forearm from the
 * lower right, the thumb ahead of the fingers toward the neck.
 */
export const POSTURE = { left: 344, right: 860, top: 148, apart: 53, strings: 6, view: '318 112 552 420' } as const;

/** Turns a picture of the right hand into one of the left: about the middle of what is seen. */
export const MIRRORED = 'translate(1188 0) scale(-1 1)';

/**
 * Where a string lies in the picture, counted from 1 = highest; more or fewer of them share the same room.
 * @example
 * stringY(1) // => 148
 */
export const stringY = (string: number, count: number = POSTURE.strings): number =>
  POSTURE.top + ((string - 1) * POSTURE.apart * (POSTURE.strings - 1)) / Math.max(1, count - 1);

const FINGERS = ['i', 'm', 'a', 'c'] as const;

/** Where tips stand along the strings, and their knuckles. */
const PLACES: Readonly<Record<Actuator, { readonly tip: number; readonly knuckle: Point }>> = {
  p: { tip: 442, knuckle: { x: 640, y: 424 } },
  pick: { tip: 470, knuckle: { x: 640, y: 410 } },
  i: { tip: 505, knuckle: { x: 606, y: 356 } },
  m: { tip: 552, knuckle: { x: 634, y: 338 } },
  a: { tip: 601, knuckle: { x: 668, y: 330 } },
  c: { tip: 656, knuckle: { x: 700, y: 344 } },
};

const isThumb = (actuator: Actuator): boolean => actuator === 'p' || actuator === 'pick';

/** The string a digit waits on: of the bass strings the middle one, else the one nearest the fingers' own. */
const waitingString = ({ actuator, strings }: HomeDigit): number => {
  if (actuator === 'p' || actuator === 'pick') return strings[Math.floor(strings.length / 2)] ?? 5;
  const usual = { i: 3, m: 2, a: 1, c: 1 }[actuator];
  return strings.includes(usual) ? usual : (strings[0] ?? usual);
};

/** Fingers arch over the strings; the thumb lies almost straight. */
const bendOf = (actuator: Actuator, tip: Point, knuckle: Point): Point => {
  const [along, across] = isThumb(actuator) ? [0.55, 0.1] : [0.25, 0.62];
  return { x: tip.x + (knuckle.x - tip.x) * along, y: tip.y + (knuckle.y - tip.y) * across };
};

const drawDigit = (actuator: Actuator, tip: Point, plays: boolean): DrawnDigit => {
  const { knuckle } = PLACES[actuator];
  const widths = isThumb(actuator) ? ([50, 30] as const) : ([44, 24] as const);
  return { actuator, tip, plays, ribbon: { from: knuckle, bend: bendOf(actuator, tip, knuckle), to: tip, widths } };
};

const onString = (actuator: Actuator, string: number): Point => ({ x: PLACES[actuator].tip, y: stringY(string) });

/** Strings on which fingers that do not play rest. */
const RESTING: Readonly<Record<(typeof FINGERS)[number], number>> = { i: 3, m: 2, a: 1, c: 1 };

/** Fingers that a school leaves out; the little finger is tucked, the index holds the pick. */
const freeFingers = (known: ReadonlySet<Actuator>) =>
  FINGERS.filter((finger) => finger !== 'c' && !known.has(finger) && !(known.has('pick') && finger === 'i'));

/** Drawn from the back to the front: the little finger first, the thumb over all. */
const DEPTH: readonly Actuator[] = ['c', 'a', 'm', 'i', 'pick', 'p'];

/**
 * The digits of a school as they wait on their strings, from the back to the front; those it leaves out rest.
 * @example
 * layOutPosture([{ actuator: 'p', strings: [6, 5, 4] }]).filter(({ plays }) => plays).length // => 1
 */
export const layOutPosture = (digits: readonly HomeDigit[]): readonly DrawnDigit[] => {
  const playing = digits.map((digit) =>
    drawDigit(digit.actuator, onString(digit.actuator, waitingString(digit)), true),
  );
  const known = new Set<Actuator>(digits.map(({ actuator }) => actuator));
  const resting = freeFingers(known).map((finger) => drawDigit(finger, onString(finger, RESTING[finger]), false));
  return [...resting, ...playing].sort((a, b) => DEPTH.indexOf(a.actuator) - DEPTH.indexOf(b.actuator));
};

/** How far a tip that is lifted by a millimetre is drawn back towards its knuckle, in units of the picture. */
const LIFT = 2.4;

/**
 * Where a fingertip is drawn: millimetres across the strings in the picture's units, lifted ones drawn back.
 * @example
 * drawTip('i', 0, 0, 6) // => { x: 505, y: 148 }
 */
export const drawTip = (actuator: Actuator, across: number, above: number, strings: number): Point => ({
  x: PLACES[actuator].tip + (isThumb(actuator) ? -0.4 : 1) * LIFT * above,
  y: stringY(1 + across / MOTION_ESTIMATES.spacing, strings),
});

/**
 * The hand at a time of a pattern, in seconds, from the back to the front; digits that do not play rest.
 * @example
 * layOutMotion(
 *   moveHand(flattenScore(valueOrThrow(parseStringNotation('5 3')).pattern), ['p', 'i']),
 *   0,
 *   6,
 * ).length // => 4
 */
export const layOutMotion = (motion: HandMotion, at: number, strings: number): readonly DrawnDigit[] => {
  const playing = motion.fingers.flatMap(({ actuator }): readonly DrawnDigit[] => {
    const found = locateFingertip(motion, actuator, at);
    if (!found) return [];
    const tip = drawTip(actuator, found.across, found.above, strings);
    return [{ ...drawDigit(actuator, tip, true), isFree: !found.isOnString }];
  });
  const known = new Set<Actuator>(motion.fingers.map(({ actuator }) => actuator));
  const resting = freeFingers(known).map((finger) => drawDigit(finger, onString(finger, RESTING[finger]), false));
  return [...resting, ...playing].sort((a, b) => DEPTH.indexOf(a.actuator) - DEPTH.indexOf(b.actuator));
};
