import { ABLE_ADULT_HAND, type HandProfile } from '../fingering/index.ts';
import { stringCount } from '../instrument/index.ts';
import { ACTUATORS, actuatorOf, type Actuator, type Digit } from '../pattern/index.ts';
import { tickToSeconds, type Score, type ScoreStroke } from '../score/index.ts';
import { peakSpeed, placeOnSegment, segmentLength, type FingertipPlace, type PathSegment } from './finger-path.ts';
import {
  endOf,
  isPlucked,
  listStrokes,
  strikeNote,
  type FingerStroke,
  type RawStroke,
  type StruckNote,
} from './finger-strokes.ts';
import { movePalm, placePalm, type PalmMotion } from './palm.ts';
import {
  MOTION_ESTIMATES,
  layStrokePath,
  layTravel,
  placeOfString,
  type StrokePath,
  type StrokeReach,
} from './stroke-path.ts';

/** How one digit moves in a pattern. */
export interface FingerMotion {
  readonly actuator: Actuator;
  readonly strokes: readonly FingerStroke[];
  readonly segments: readonly PathSegment[];
  /** Millimetres from the beginning to the end. */
  readonly travel: number;
  /** Millimetres a second at the quickest. */
  readonly peakSpeed: number;
  /** Share of its strokes for which it is on its string in time. */
  readonly preparedShare: number;
}

/** How a hand moves in a pattern. */
export interface HandMotion {
  /** Seconds of the whole; it goes round where the score does. */
  readonly seconds: number;
  readonly isLoop: boolean;
  readonly fingers: readonly FingerMotion[];
  /** Millimetres of all fingertips together. */
  readonly travel: number;
  readonly palm: PalmMotion;
}

interface Timing {
  readonly strokes: readonly RawStroke[];
  readonly seconds: number;
  readonly isLoop: boolean;
  readonly reach: StrokeReach;
}

/** Seconds from the end of a stroke to the next of the same digit; where it ends, to the end. */
const gapAfter = ({ strokes, seconds, isLoop }: Timing, index: number): number => {
  const next = strokes[index + 1];
  const own = endOf(strokes[index] as RawStroke);
  if (next) return next.at - own;
  return isLoop ? seconds - own + (strokes[0] as RawStroke).at : Math.max(0.2, seconds - own);
};

const followOf = (timing: Timing, index: number): number => {
  const before = index > 0 || timing.isLoop ? gapAfter(timing, (index || timing.strokes.length) - 1) : Infinity;
  const share = MOTION_ESTIMATES.followShare * Math.min(before, gapAfter(timing, index));
  return Math.min(MOTION_ESTIMATES.follow, share);
};

/** Whether a finger can be on its string before it plays: where there is time, and it is meant to. */
const prepare = (timing: Timing, follows: readonly number[]): readonly FingerStroke[] =>
  timing.strokes.map(({ isUnplanted, ...stroke }, index) => {
    const last = (index || timing.strokes.length) - 1;
    const isFirst = index === 0 && !timing.isLoop;
    const free = isFirst ? Infinity : gapAfter(timing, last) - (follows[last] as number);
    const hasTime = free >= MOTION_ESTIMATES.leastTravel + MOTION_ESTIMATES.rest;
    return { ...stroke, isPrepared: hasTime && !isUnplanted && stroke.manner !== 'tap' };
  });

const staysBelow = (own: FingerStroke, next: FingerStroke | undefined): boolean =>
  next !== undefined &&
  !next.isPrepared &&
  !own.swept &&
  !next.swept &&
  own.lastString === next.string &&
  own.direction !== next.direction;

/** A pick that comes back over the string it has just left stays between the strings; else it escapes above them. */
const escapePick = (strokes: readonly FingerStroke[], isLoop: boolean): readonly FingerStroke[] => {
  const next = (index: number) => strokes[index + 1] ?? (isLoop ? strokes[0] : undefined);
  const below = strokes.map((stroke, index) => staysBelow(stroke, next(index)));
  return strokes.map((stroke, index) => ({
    ...stroke,
    startsBelow: index > 0 || isLoop ? (below.at(index - 1) ?? false) : false,
    endsBelow: below[index] ?? false,
  }));
};

const layPath = (timing: Timing, follows: readonly number[], strokes: readonly FingerStroke[]) => {
  const paths = strokes.map((stroke, index) => layStrokePath(stroke, follows[index] as number, timing.reach));
  return strokes.flatMap((stroke, index): readonly PathSegment[] => {
    const own = (paths[index] as StrokePath).segments;
    const after = index + 1 < strokes.length ? index + 1 : 0;
    const [next, path] = [strokes[after] as FingerStroke, paths[after] as StrokePath];
    if (after === 0 && !timing.isLoop) return own;
    const { end, to } = own.at(-1) as PathSegment;
    const until = endOf(stroke) + gapAfter(timing, index) - path.lead;
    return [...own, ...layTravel(end, to, { end: path.entry, until, rests: next.isPrepared }, timing.reach)];
  });
};

const moveDigit = (actuator: Actuator, timing: Timing): FingerMotion => {
  const follows = timing.strokes.map((_, index) => followOf(timing, index));
  const prepared = prepare(timing, follows);
  const strokes = actuator === 'pick' ? escapePick(prepared, timing.isLoop) : prepared;
  const segments = layPath(timing, follows, strokes);
  const plucked = strokes.filter(isPlucked);
  return {
    actuator,
    strokes,
    segments,
    travel: segments.reduce((sum, segment) => sum + segmentLength(segment), 0),
    peakSpeed: Math.max(0, ...segments.map(peakSpeed)),
    preparedShare: plucked.filter(({ isPrepared }) => isPrepared).length / Math.max(1, plucked.length),
  };
};

/** Whose hand moves, and how far its strokes go against what is supposed of it. */
interface MovingHand {
  readonly hand?: HandProfile;
  readonly size?: number;
}

/** How long the hand plays, whether it goes round, and over how many strings. */
interface HandSpan extends Pick<HandMotion, 'seconds' | 'isLoop'>, MovingHand {
  readonly strings?: number;
}

const USUAL_STRINGS = 6;

/**
 * How the picking hand moves through notes that are struck at their own times, in whatever order they are given.
 * @example
 * moveHandThrough([{ at: 0.5, tick: 0, string: 5, digit: 'p' }], { seconds: 2, isLoop: false }).fingers.length // => 1
 */
export const moveHandThrough = (
  notes: readonly StruckNote[],
  { seconds, isLoop, strings = USUAL_STRINGS, hand = ABLE_ADULT_HAND, size = 1 }: HandSpan,
): HandMotion => {
  const { strokeThrough, strokeLift, fingerReach, thumbReach } = hand.times;
  const reach = { strings, through: size * strokeThrough, lift: size * strokeLift };
  const fingers = ACTUATORS.flatMap((actuator): readonly FingerMotion[] => {
    const strokes = listStrokes(notes, actuator);
    return strokes.length === 0 ? [] : [moveDigit(actuator, { strokes, seconds, isLoop, reach })];
  });
  return {
    seconds,
    isLoop,
    fingers,
    travel: fingers.reduce((sum, { travel }) => sum + travel, 0),
    palm: movePalm(fingers, { strings, isLoop, fingerReach, thumbReach }),
  };
};

/** A short note is stopped by the finger that played it, if it has nothing else to play by then. */
const stopShortNotes = (score: Score, notes: readonly StruckNote[], stroke: ScoreStroke, own: StruckNote) => {
  const tick = stroke.at + stroke.durationTicks;
  if (!stroke.staccato || stroke.damped || stroke.dead || tick >= score.length) return [];
  const isBusy = notes.some(
    ({ digit, tick: other }) => actuatorOf(digit) === actuatorOf(own.digit) && other > own.tick && other <= tick,
  );
  if (isBusy) return [];
  return [{ at: tickToSeconds(score, tick), tick, string: stroke.string, digit: own.digit, manner: 'stop' as const }];
};

/**
 * How the picking hand moves in a score with the digits it is given: a plausible path of every fingertip over the plane
 * of the strings, exact at the strings, smooth in between. Slurs do not move it. The hand is an able adult's if none is
 * given; `size` is how far its strokes go, against what is supposed of it.
 * @example
 * moveHand(flattenScore(createPattern('Roll')), []).travel // => 0
 */
export const moveHand = (score: Score, digits: readonly (Digit | null)[], whose: MovingHand = {}): HandMotion => {
  const struck = score.strokes.map((stroke, index) => {
    const digit = digits[index];
    const when = { at: tickToSeconds(score, stroke.at), tick: stroke.at };
    return digit ? strikeNote(stroke, { ...when, digit }) : [];
  });
  const notes = struck.flat();
  const stops = score.strokes.flatMap((stroke, index) =>
    struck[index]?.[0] ? stopShortNotes(score, notes, stroke, struck[index][0]) : [],
  );
  const seconds = tickToSeconds(score, score.length);
  return moveHandThrough([...notes, ...stops], {
    seconds,
    isLoop: score.loop,
    strings: stringCount(score.instrument),
    ...whose,
  });
};

/** Where a fingertip is at a time, and whether it touches its string. */
export interface FingertipPosition extends FingertipPlace {
  readonly isOnString: boolean;
}

/** Millimetres above the strings below which a fingertip touches them. */
const TOUCH = 0.3;

/**
 * Where the fingertip of a digit is at a time, in seconds from the beginning; it goes round where the hand does.
 * @example
 * locateFingertip(
 *   moveHand(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']),
 *   'p',
 *   0,
 * ).across // => 41.6
 */
export const locateFingertip = (
  { seconds, isLoop, fingers }: HandMotion,
  actuator: Actuator,
  at: number,
): FingertipPosition | null => {
  const finger = fingers.find((one) => one.actuator === actuator);
  const [first, last] = [finger?.segments[0], finger?.segments.at(-1)];
  if (!finger || !first || !last) return null;
  // A path goes on from its first stroke: what comes before that is the end of the round before.
  const wrapped = isLoop && seconds > 0 ? at - Math.floor((at - first.from) / seconds) * seconds : at;
  const segment = finger.segments.find(({ to }) => wrapped <= to) ?? last;
  const found = placeOnSegment(segment, wrapped);
  return { ...found, isOnString: Math.abs(found.above) < TOUCH };
};

/** The way between two strokes of a digit that asks for the most speed. */
export interface HardestMove {
  readonly actuator: Actuator;
  readonly fromString: number;
  readonly toString: number;
  /** The tick of the stroke it leads to. */
  readonly tick: number;
  /** Millimetres, and seconds there are for it. */
  readonly distance: number;
  readonly seconds: number;
}

const movesOf = ({ actuator, strokes }: FingerMotion, { seconds, isLoop }: HandMotion): readonly HardestMove[] =>
  strokes.flatMap((stroke, index): readonly HardestMove[] => {
    const next = strokes[index + 1] ?? (isLoop && strokes.length > 1 ? strokes[0] : undefined);
    if (!next || next.string === stroke.lastString) return [];
    const own = endOf(stroke);
    const gap = next.at > own ? next.at - own : next.at + seconds - own;
    const distance = Math.abs(placeOfString(next.string) - placeOfString(stroke.lastString));
    return [
      { actuator, fromString: stroke.lastString, toString: next.string, tick: next.tick, distance, seconds: gap },
    ];
  });

/**
 * The way between two strings that asks a digit for the most speed; null where none changes its string.
 * @example
 * findHardestMove(moveHand(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']))
 * // => null
 */
export const findHardestMove = (motion: HandMotion): HardestMove | null =>
  motion.fingers
    .flatMap((finger) => movesOf(finger, motion))
    .reduce<HardestMove | null>(
      (most, one) => (!most || one.distance / one.seconds > most.distance / most.seconds ? one : most),
      null,
    );

/**
 * Where the palm is at a time, in millimetres across from where it is at home; towards the bass is more.
 * @example
 * locatePalm(moveHand(flattenScore(valueOrThrow(parseStringNotation('5 3')).pattern), ['p', 'i']), 0) // => 0
 */
export const locatePalm = (motion: HandMotion, at: number): number => placePalm(motion.palm, at, motion);
