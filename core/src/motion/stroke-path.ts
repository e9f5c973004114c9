import type { FingertipPlace, PathSegment } from './finger-path.ts';
import { endOf, type FingerStroke } from './finger-strokes.ts';

/**
 * Millimetres from string to string at the bridge (50 to 54 over six strings are usual), and seconds: of a
 * follow-through, of a way to the next string and the more of it by millimetre, of the least way, of a finger that
 * rests on its string before it plays (est.).
 */
export const MOTION_ESTIMATES = {
  spacing: 10.4,
  follow: 0.06,
  followShare: 0.4,
  travel: 0.14,
  travelPerMillimetre: 0.002,
  leastTravel: 0.1,
  rest: 0.03,
} as const;

/** Where a string lies across the hand, in millimetres from string 1. */
export const placeOfString = (string: number): number => (string - 1) * MOTION_ESTIMATES.spacing;

const onString = (string: number): FingertipPlace => ({ across: placeOfString(string), above: 0 });

/** Strings there are, and the millimetres strokes go through and above them. */
export interface StrokeReach {
  readonly strings: number;
  readonly through: number;
  readonly lift: number;
}

/** Before a stroke that is not prepared, and after a free one; a pick may stay between the strings, half as deep. */
const beside = (
  string: number,
  direction: number,
  { through, lift }: StrokeReach,
  isBelow = false,
): FingertipPlace => ({
  across: placeOfString(string) + direction * through,
  above: isBelow ? -lift / 2 : lift,
});

/** A finger that comes down from above falls twice as far as it lifts. */
const overString = (string: number, { lift }: StrokeReach): FingertipPlace => ({
  across: placeOfString(string),
  above: 2 * lift,
});

/** A stroke with the way it takes: where it is before it, its own path, and where it is after it. */
export interface StrokePath {
  /** Seconds before its time at which its own path begins. */
  readonly lead: number;
  readonly entry: FingertipPlace;
  readonly segments: readonly PathSegment[];
}

const straight = (from: number, to: number, start: FingertipPlace, end: FingertipPlace): PathSegment => ({
  from,
  to,
  start,
  end,
  arch: 0,
});

/** Where a pluck ends: beside its last string, or resting on the next one, if there is one. */
const endOfPluck = (stroke: FingerStroke, reach: StrokeReach): FingertipPlace => {
  const { lastString, direction, manner, endsBelow } = stroke;
  const next = lastString + direction;
  const isThere = next >= 1 && next <= reach.strings;
  return manner === 'rest' && isThere ? onString(next) : beside(lastString, direction, reach, endsBelow);
};

/** Down on its string, and on it for a moment: a tap from above; a touch or a stop was there before. */
const layStroke = (stroke: FingerStroke, follow: number, reach: StrokeReach): StrokePath => {
  const place = onString(stroke.string);
  const held = straight(stroke.at, stroke.at + follow, place, place);
  if (stroke.manner !== 'tap') return { lead: 0, entry: place, segments: [held] };
  const entry = overString(stroke.string, reach);
  return { lead: follow, entry, segments: [straight(stroke.at - follow, stroke.at, entry, place), held] };
};

/** Through several strings, each at its time, in one movement. */
const laySweep = (stroke: FingerStroke, follow: number, reach: StrokeReach): StrokePath => {
  const lead = stroke.isPrepared ? 0 : follow;
  const entry = stroke.isPrepared ? onString(stroke.string) : beside(stroke.string, -stroke.direction, reach);
  const contacts = (stroke.swept ?? []).map(({ at, string }) => ({ at, across: placeOfString(string) }));
  const [from, to] = [stroke.at - lead, endOf(stroke) + follow];
  return { lead, entry, segments: [{ ...straight(from, to, entry, endOfPluck(stroke, reach)), contacts }] };
};

/** The stroke itself: from the string where it was prepared, else through it. */
const layPluck = (stroke: FingerStroke, follow: number, reach: StrokeReach): StrokePath => {
  const end = endOfPluck(stroke, reach);
  const [from, to] = [stroke.at - follow, stroke.at + follow];
  if (stroke.isPrepared) {
    const entry = onString(stroke.string);
    return { lead: 0, entry, segments: [straight(stroke.at, to, entry, end)] };
  }
  const entry = beside(stroke.string, -stroke.direction, reach, stroke.startsBelow);
  if (end.above === 0)
    return {
      lead: follow,
      entry,
      segments: [
        straight(from, stroke.at, entry, onString(stroke.string)),
        straight(stroke.at, to, onString(stroke.string), end),
      ],
    };
  // Through the strings half-way: as far behind the first as it was before it.
  const past = stroke.string === stroke.lastString ? end : beside(stroke.string, stroke.direction, reach);
  return {
    lead: follow,
    entry,
    segments: [{ ...straight(from, to, entry, past), arch: -(entry.above + past.above) / 2 }],
  };
};

/** The way of one stroke at its strings; `follow` is the seconds of its follow-through. */
export const layStrokePath = (stroke: FingerStroke, follow: number, reach: StrokeReach): StrokePath => {
  if (stroke.manner === 'tap' || stroke.manner === 'touch' || stroke.manner === 'stop')
    return layStroke(stroke, follow, reach);
  return stroke.swept ? laySweep(stroke, follow, reach) : layPluck(stroke, follow, reach);
};

/** From string to string a finger is lifted over what lies between. */
const layWay = (way: PathSegment, { lift }: StrokeReach): PathSegment => {
  const { start, end } = way;
  const isLifted = start.above === 0 && end.above === 0 && start.across !== end.across;
  return isLifted ? { ...way, arch: lift } : way;
};

/** Where the next stroke begins, by when the way there has to be over, and whether the finger rests there. */
export interface NextStroke {
  readonly end: FingertipPlace;
  readonly until: number;
  readonly rests: boolean;
}

/**
 * The way from one stroke to where the next begins: as quick as the time there is asks for, then at rest on its string
 * where it can be.
 */
export const layTravel = (
  start: FingertipPlace,
  from: number,
  { end, until, rests }: NextStroke,
  reach: StrokeReach,
): readonly PathSegment[] => {
  if (!rests) return [layWay(straight(from, until, start, end), reach)];
  const far = Math.abs(end.across - start.across);
  const usual = MOTION_ESTIMATES.travel + MOTION_ESTIMATES.travelPerMillimetre * far;
  const arrival = Math.max(from, Math.min(until - MOTION_ESTIMATES.rest, from + usual));
  return [layWay(straight(from, arrival, start, end), reach), straight(arrival, until, end, end)];
};
