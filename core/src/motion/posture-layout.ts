import type { Actuator } from '../pattern/index.ts';
import { locateFingertip, locatePalm, type FingerMotion, type HandMotion } from './hand-motion.ts';
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
  /** Whether it plays next of all. */
  readonly isNext?: boolean;
}

/**
 * The picture: the guitar flat in the lap as the player sees it, string 1 on top as in tablature; the forearm from the
 * lower right, the thumb ahead of the fingers toward the neck.
 */
export const POSTURE = { left: 344, right: 860, top: 148, apart: 53, strings: 6, view: '318 112 552 420' } as const;

/** The outline of the back of the hand and the forearm: the wrist straight, in one line with the arm. */
export const PALM_OUTLINE =
  'M560 378C558 346 604 314 644 310C682 306 698 322 706 342C740 388 804 424 862 466L862 700L806 700L700 560C662 510 626 468 608 436C590 420 562 402 560 378Z';

/** From where the hand is seen, and whose it is. */
export interface PictureView {
  readonly isLeftHanded: boolean;
  /** By whoever sits opposite, against the player. */
  readonly isFromFront: boolean;
}

/** How the picture is turned, and what letters in it are turned back by. */
interface PictureTurn {
  readonly transform: string;
  readonly upright: readonly [x: 1 | -1, y: 1 | -1];
}

/**
 * Turns the picture about its middle: mirrored for a left hand, upside down for whoever sits opposite, who sees the
 * same side of the strings.
 * @example
 * turnPicture({ isLeftHanded: true, isFromFront: false }).upright // => [-1, 1]
 */
export const turnPicture = ({ isLeftHanded, isFromFront }: PictureView): PictureTurn => {
  const [left, top, width, height] = POSTURE.view.split(' ').map(Number) as [number, number, number, number];
  const x = isLeftHanded === isFromFront ? 1 : -1;
  const y = isFromFront ? -1 : 1;
  const [across, down] = [x < 0 ? 2 * left + width : 0, y < 0 ? 2 * top + height : 0];
  return { transform: `translate(${across} ${down}) scale(${x} ${y})`, upright: [x, y] };
};

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

const drawDigit = (actuator: Actuator, tip: Point, plays: boolean, palm = 0): DrawnDigit => {
  const home = PLACES[actuator].knuckle;
  const knuckle = { x: home.x, y: home.y + palm };
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

/** Seconds that are one moment to the eye. */
const JUST_NOW = 0.005;

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
 * How far the palm is drawn from where it is at home, in units of the picture.
 * @example
 * shiftPalm(moveHand(flattenScore(valueOrThrow(parseStringNotation('5 3')).pattern), ['p', 'i']), 0, 6) // => 0
 */
export const shiftPalm = (motion: HandMotion, at: number, strings: number): number =>
  (locatePalm(motion, at) / MOTION_ESTIMATES.spacing) * (stringY(2, strings) - stringY(1, strings));

/** Seconds from a time to the next stroke of a digit; it goes round where the hand does. */
const secondsToNext = ({ seconds, isLoop }: HandMotion, { strokes }: FingerMotion, at: number): number => {
  const later = strokes.find((stroke) => stroke.at > at + JUST_NOW)?.at;
  const again = isLoop && strokes[0] ? strokes[0].at + seconds : Infinity;
  return (later ?? again) - at;
};

/** Digits that play next of all. */
const findNext = (motion: HandMotion, at: number): ReadonlySet<Actuator> => {
  const waits = motion.fingers.map((finger) => [finger.actuator, secondsToNext(motion, finger, at)] as const);
  const least = Math.min(...waits.map(([, wait]) => wait));
  return new Set(waits.flatMap(([actuator, wait]) => (wait < least + JUST_NOW ? [actuator] : [])));
};

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
  const next = findNext(motion, at);
  const palm = shiftPalm(motion, at, strings);
  const playing = motion.fingers.flatMap(({ actuator }): readonly DrawnDigit[] => {
    const found = locateFingertip(motion, actuator, at);
    if (!found) return [];
    const tip = drawTip(actuator, found.across, found.above, strings);
    return [{ ...drawDigit(actuator, tip, true, palm), isFree: !found.isOnString, isNext: next.has(actuator) }];
  });
  const known = new Set<Actuator>(motion.fingers.map(({ actuator }) => actuator));
  const resting = freeFingers(known).map((finger) => drawDigit(finger, onString(finger, RESTING[finger]), false, palm));
  return [...resting, ...playing].sort((a, b) => DEPTH.indexOf(a.actuator) - DEPTH.indexOf(b.actuator));
};
