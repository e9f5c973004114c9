import type { Actuator, SchoolDigit } from '@fleet-wren/core';
import type { Point, Ribbon } from './ribbon.ts';

/** One digit of the drawn hand. */
export interface DrawnDigit {
  readonly actuator: Actuator;
  readonly tip: Point;
  readonly ribbon: Ribbon;
  /** Whether it plays in this school; the others only rest. */
  readonly plays: boolean;
}

/**
 * The picture: the guitar flat in the lap as the player sees it, string 1 on top as in tablature; the forearm from the
 * lower right, the thumb ahead of the fingers toward the neck.
 */
export const POSTURE = { left: 344, right: 860, top: 148, apart: 53, strings: 6, view: '336 112 534 420' } as const;

/** Where a string lies, counted from 1 = highest. */
export const stringY = (string: number): number => POSTURE.top + (string - 1) * POSTURE.apart;

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
const waitingString = ({ actuator, strings }: SchoolDigit): number => {
  if (actuator === 'p' || actuator === 'pick') return strings[Math.floor(strings.length / 2)] ?? 5;
  const usual = { i: 3, m: 2, a: 1, c: 1 }[actuator];
  return strings.includes(usual) ? usual : (strings[0] ?? usual);
};

/** Fingers arch over the strings; the thumb lies almost straight. */
const bendOf = (actuator: Actuator, tip: Point, knuckle: Point): Point => {
  const [along, across] = isThumb(actuator) ? [0.55, 0.1] : [0.25, 0.62];
  return { x: tip.x + (knuckle.x - tip.x) * along, y: tip.y + (knuckle.y - tip.y) * across };
};

const drawDigit = (actuator: Actuator, string: number, plays: boolean): DrawnDigit => {
  const { tip: x, knuckle } = PLACES[actuator];
  const tip = { x, y: stringY(string) };
  const widths = isThumb(actuator) ? ([50, 30] as const) : ([44, 24] as const);
  return { actuator, tip, plays, ribbon: { from: knuckle, bend: bendOf(actuator, tip, knuckle), to: tip, widths } };
};

/** Strings on which fingers that do not play rest. */
const RESTING: Readonly<Record<(typeof FINGERS)[number], number>> = { i: 3, m: 2, a: 1, c: 1 };

/** Fingers that a school leaves out; the little finger is tucked, the index holds the pick. */
const freeFingers = (known: ReadonlySet<Actuator>) =>
  FINGERS.filter((finger) => finger !== 'c' && !known.has(finger) && !(known.has('pick') && finger === 'i'));

/** Drawn from the back to the front: the little finger first, the thumb over all. */
const DEPTH: readonly Actuator[] = ['c', 'a', 'm', 'i', 'pick', 'p'];

/** The digits of a school as they wait on their strings, from the back to the front; those it leaves out rest. */
export const layOutPosture = (digits: readonly SchoolDigit[]): readonly DrawnDigit[] => {
  const playing = digits.map((digit) => drawDigit(digit.actuator, waitingString(digit), true));
  const known = new Set<Actuator>(digits.map(({ actuator }) => actuator));
  const resting = freeFingers(known).map((finger) => drawDigit(finger, RESTING[finger], false));
  return [...resting, ...playing].sort((a, b) => DEPTH.indexOf(a.actuator) - DEPTH.indexOf(b.actuator));
};
