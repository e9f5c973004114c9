import type { Actuator } from '../pattern/index.ts';
import { minimalJerk } from './finger-path.ts';
import { endOf, type FingerStroke, type StruckString } from './finger-strokes.ts';
import { MOTION_ESTIMATES, placeOfString } from './stroke-path.ts';

/** Where the palm is from a time on: millimetres across from where the hand is at home. */
interface PalmPlace {
  readonly at: number;
  readonly across: number;
}

/** How the palm moves: where it is at each stroke, and the millimetres it goes from the beginning to the end. */
export interface PalmMotion {
  readonly places: readonly PalmPlace[];
  readonly drift: number;
}

/** What the palm needs to know of a digit: who it is and what it plays. */
interface DigitAtStrings {
  readonly actuator: Actuator;
  readonly strokes: readonly FingerStroke[];
}

/** Strings a pick reaches to both sides from the wrist, with the palm at rest (est.). */
const PICK_REACH = 1;

/** The strings there are, those that digits reach to both sides of their own, and whether it goes round. */
interface PalmTask {
  readonly strings: number;
  readonly isLoop: boolean;
  readonly fingerReach: number;
  readonly thumbReach: number;
}

const reachOf = (actuator: Actuator, { fingerReach, thumbReach }: PalmTask): number => {
  if (actuator === 'pick') return PICK_REACH;
  return actuator === 'p' ? thumbReach : fingerReach;
};

/** The string a digit is at home on: the fingers on the highest, the thumb next to the lowest. */
const homeOf = (actuator: Actuator, strings: number): number =>
  ({ p: strings - 1, pick: strings - 2, i: 3, m: 2, a: 1, c: 1 })[actuator];

/** Places of the palm from which what is played at a time can be reached. */
interface Room {
  readonly at: number;
  readonly least: number;
  readonly most: number;
}

const roomFor = (actuator: Actuator, { at, string }: StruckString, task: PalmTask): Room => {
  const off = placeOfString(string) - placeOfString(homeOf(actuator, task.strings));
  const reach = reachOf(actuator, task) * MOTION_ESTIMATES.spacing;
  return { at, least: off - reach, most: off + reach };
};

const listRooms = ({ actuator, strokes }: DigitAtStrings, task: PalmTask): readonly Room[] =>
  strokes.flatMap((stroke) =>
    (
      stroke.swept ?? [
        { at: stroke.at, string: stroke.string },
        { at: endOf(stroke), string: stroke.lastString },
      ]
    ).map((struck) => roomFor(actuator, struck, task)),
  );

/** Seconds within which strokes are played from one place. */
const TOGETHER = 0.005;

/** What suits all that is played at once; half-way where nothing does. */
const share = (a: Room, b: Room): Room => {
  const [least, most] = [Math.max(a.least, b.least), Math.min(a.most, b.most)];
  const middle = (least + most) / 2;
  return least <= most ? { at: a.at, least, most } : { at: a.at, least: middle, most: middle };
};

const mergeRooms = (rooms: readonly Room[]): readonly Room[] => {
  const merged: Room[] = [];
  for (const room of [...rooms].sort((a, b) => a.at - b.at)) {
    const last = merged.at(-1);
    if (last && room.at - last.at < TOGETHER) merged[merged.length - 1] = share(last, room);
    else merged.push(room);
  }
  return merged;
};

const followRooms = (rooms: readonly Room[], start: number): readonly PalmPlace[] => {
  let across = start;
  return rooms.map(({ at, least, most }) => {
    across = Math.min(most, Math.max(least, across));
    return { at, across };
  });
};

/** How the palm moves so that every digit reaches its strings: not at all unless it has to, and no further. */
export const movePalm = (digits: readonly DigitAtStrings[], task: PalmTask): PalmMotion => {
  const { isLoop } = task;
  const rooms = mergeRooms(digits.flatMap((digit) => listRooms(digit, task)));
  const once = followRooms(rooms, 0);
  // A round begins where the one before it ended.
  const places = isLoop ? followRooms(rooms, once.at(-1)?.across ?? 0) : once;
  const before = isLoop ? places.at(-1) : places[0];
  const drift = places.reduce(
    (sum, { across }, index) => sum + Math.abs(across - (places[index - 1] ?? before ?? { across }).across),
    0,
  );
  return { places, drift };
};

/** Where the palm is at a time: on its way from stroke to stroke by minimal jerk. */
export const placePalm = (
  { places }: PalmMotion,
  at: number,
  { seconds, isLoop }: { readonly seconds: number; readonly isLoop: boolean },
): number => {
  const [first, last] = [places[0], places.at(-1)];
  if (!first || !last) return 0;
  const now = isLoop && seconds > 0 ? at - Math.floor((at - first.at) / seconds) * seconds : at;
  const next = places.find((place) => place.at >= now) ?? (isLoop ? { ...first, at: first.at + seconds } : last);
  const before = places.findLast((place) => place.at < now) ?? next;
  const way = next.at > before.at ? minimalJerk(Math.min(1, (now - before.at) / (next.at - before.at))) : 1;
  return before.across + (next.across - before.across) * way;
};
