import { message, type Message } from '../message/index.ts';
import { ACTUATORS, actuatorOf, fingerWord, type Actuator, type Digit } from '../pattern/index.ts';
import { tickToSeconds, type Score } from '../score/index.ts';
import {
  PEAK_TO_MEAN_SPEED,
  placeOnSegment,
  segmentLength,
  type FingertipPlace,
  type PathSegment,
} from './finger-path.ts';

/**
 * Millimetres from string to string at the bridge (50 to 54 over six strings are usual), how far a fingertip goes
 * through and above a string, and seconds: of a follow-through, of a way to the next string and the more of it by
 * millimetre, of the least way, of a finger that rests on its string before it plays (est.).
 */
export const MOTION_ESTIMATES = {
  spacing: 10.4,
  through: 6,
  lift: 4,
  follow: 0.06,
  followShare: 0.4,
  travel: 0.14,
  travelPerMillimetre: 0.002,
  leastTravel: 0.1,
  rest: 0.03,
} as const;

/** One stroke of a digit: when, and from which string to which it plays; more than one where it brushes. */
export interface FingerStroke {
  /** Seconds from the beginning. */
  readonly at: number;
  readonly tick: number;
  readonly string: number;
  readonly lastString: number;
  /** Whether it goes towards the bass strings (fingers, an upstroke) or away from them. */
  readonly direction: 1 | -1;
  /** Whether the fingertip rests on its string before it plays. */
  readonly isPrepared: boolean;
}

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
}

const place = (string: number): number => (string - 1) * MOTION_ESTIMATES.spacing;

/** Fingers pluck towards the palm and the bass strings, the thumb away from them; the pick goes as it is written. */
const directionOf = (digit: Digit): 1 | -1 => (digit === 'p' || digit === 'down' ? -1 : 1);

type RawStroke = Omit<FingerStroke, 'isPrepared'>;

/** A note that is struck: when, in seconds, on which string, by what; those of one tick and digit are one stroke. */
export interface StruckNote {
  readonly at: number;
  readonly tick: number;
  readonly string: number;
  readonly digit: Digit;
}

/** Strokes of one digit in order, notes of one tick as one stroke through their strings. */
const listStrokes = (notes: readonly StruckNote[], actuator: Actuator): readonly RawStroke[] => {
  const byTick = new Map<number, StruckNote[]>();
  for (const note of notes)
    if (actuatorOf(note.digit) === actuator) byTick.set(note.tick, [...(byTick.get(note.tick) ?? []), note]);
  const strokes = [...byTick].map(([tick, together]): RawStroke => {
    const direction = directionOf((together[0] as StruckNote).digit);
    const strings = together.map(({ string }) => string);
    const [least, most] = [Math.min(...strings), Math.max(...strings)];
    const [string, lastString] = direction > 0 ? [least, most] : [most, least];
    return { tick, at: Math.min(...together.map(({ at }) => at)), string, lastString, direction };
  });
  return strokes.sort((a, b) => a.at - b.at);
};

interface Timing {
  readonly strokes: readonly RawStroke[];
  readonly seconds: number;
  readonly isLoop: boolean;
}

/** Seconds from a stroke to the next of the same digit; where it ends, to the end. */
const gapAfter = ({ strokes, seconds, isLoop }: Timing, index: number): number => {
  const next = strokes[index + 1];
  const own = strokes[index] as RawStroke;
  if (next) return next.at - own.at;
  return isLoop ? seconds - own.at + (strokes[0] as RawStroke).at : Math.max(0.2, seconds - own.at);
};

const followOf = (timing: Timing, index: number): number => {
  const before = index > 0 || timing.isLoop ? gapAfter(timing, (index || timing.strokes.length) - 1) : Infinity;
  const share = MOTION_ESTIMATES.followShare * Math.min(before, gapAfter(timing, index));
  return Math.min(MOTION_ESTIMATES.follow, share);
};

const onString = (string: number): FingertipPlace => ({ across: place(string), above: 0 });

/** Before a stroke that is not prepared, and after any. */
const beside = (string: number, direction: number): FingertipPlace => ({
  across: place(string) + direction * MOTION_ESTIMATES.through,
  above: MOTION_ESTIMATES.lift,
});

/** The stroke itself: from the string where it was prepared, else through it. */
const strokeSegment = (stroke: FingerStroke, follow: number): PathSegment => {
  const end = beside(stroke.lastString, stroke.direction);
  return stroke.isPrepared
    ? { from: stroke.at, to: stroke.at + follow, start: onString(stroke.string), end, isThrough: false }
    : {
        from: stroke.at - follow,
        to: stroke.at + follow,
        start: beside(stroke.string, -stroke.direction),
        // Through the strings half-way: as far behind the first as it was before it.
        end: stroke.string === stroke.lastString ? end : beside(stroke.string, stroke.direction),
        isThrough: true,
      };
};

/** The way from one stroke to the next and the rest on its string: as quick as the time there is asks for. */
const travelSegments = (
  start: FingertipPlace,
  from: number,
  target: FingerStroke,
  until: number,
): readonly PathSegment[] => {
  if (!target.isPrepared) {
    const end = beside(target.string, -target.direction);
    return [{ from, to: until, start, end, isThrough: false }];
  }
  const end = onString(target.string);
  const far = Math.abs(end.across - start.across);
  const usual = MOTION_ESTIMATES.travel + MOTION_ESTIMATES.travelPerMillimetre * far;
  const arrival = Math.min(until - MOTION_ESTIMATES.rest, from + usual);
  return [
    { from, to: arrival, start, end, isThrough: false },
    { from: arrival, to: until, start: end, end, isThrough: false },
  ];
};

const moveDigit = (actuator: Actuator, timing: Timing): FingerMotion => {
  const { strokes: raw, isLoop } = timing;
  const follows = raw.map((_, index) => followOf(timing, index));
  const strokes = raw.map((stroke, index): FingerStroke => {
    const last = (index || raw.length) - 1;
    const isFirst = index === 0 && !isLoop;
    const free = isFirst ? Infinity : gapAfter(timing, last) - (follows[last] as number);
    return { ...stroke, isPrepared: free >= MOTION_ESTIMATES.leastTravel + MOTION_ESTIMATES.rest };
  });
  const segments = strokes.flatMap((stroke, index): readonly PathSegment[] => {
    const own = strokeSegment(stroke, follows[index] as number);
    const next = strokes[index + 1] ?? (isLoop ? strokes[0] : undefined);
    if (!next) return [own];
    const at = stroke.at + gapAfter(timing, index);
    const nextFollow = follows[(index + 1) % strokes.length] as number;
    return [own, ...travelSegments(own.end, own.to, next, next.isPrepared ? at : at - nextFollow)];
  });
  return {
    actuator,
    strokes,
    segments,
    travel: segments.reduce((sum, segment) => sum + segmentLength(segment), 0),
    peakSpeed: Math.max(
      0,
      ...segments.map((one) => (PEAK_TO_MEAN_SPEED * segmentLength(one)) / Math.max(1e-3, one.to - one.from)),
    ),
    preparedShare: strokes.filter(({ isPrepared }) => isPrepared).length / Math.max(1, strokes.length),
  };
};

/**
 * How the picking hand moves through notes that are struck at their own times, in whatever order they are given.
 * @example
 * moveHandThrough([{ at: 0.5, tick: 0, string: 5, digit: 'p' }], { seconds: 2, isLoop: false }).fingers.length // => 1
 */
export const moveHandThrough = (
  notes: readonly StruckNote[],
  { seconds, isLoop }: Pick<HandMotion, 'seconds' | 'isLoop'>,
): HandMotion => {
  const fingers = ACTUATORS.flatMap((actuator): readonly FingerMotion[] => {
    const strokes = listStrokes(notes, actuator);
    return strokes.length === 0 ? [] : [moveDigit(actuator, { strokes, seconds, isLoop })];
  });
  return { seconds, isLoop, fingers, travel: fingers.reduce((sum, { travel }) => sum + travel, 0) };
};

/**
 * How the picking hand moves in a score with the digits it is given: a plausible path of every fingertip over the plane
 * of the strings, exact at the strings, smooth in between. Damping and slurs do not move it.
 * @example
 * moveHand(flattenScore(createPattern('Roll')), []).travel // => 0
 */
export const moveHand = (score: Score, digits: readonly (Digit | null)[]): HandMotion => {
  const notes = score.strokes.flatMap(({ at, string }, index): readonly StruckNote[] => {
    const digit = digits[index];
    return digit ? [{ at: tickToSeconds(score, at), tick: at, string, digit }] : [];
  });
  return moveHandThrough(notes, { seconds: tickToSeconds(score, score.length), isLoop: score.loop });
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
  return { ...found, isOnString: found.above < TOUCH };
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
    const gap = next.at > stroke.at ? next.at - stroke.at : next.at + seconds - stroke.at;
    const distance = Math.abs(place(next.string) - place(stroke.lastString));
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

/** A moment of a pattern: who plays, and who already rests on its string. */
export interface HandMoment {
  /** Seconds from the beginning. */
  readonly at: number;
  readonly tick: number;
  readonly playing: readonly { readonly actuator: Actuator; readonly string: number }[];
  readonly waiting: readonly { readonly actuator: Actuator; readonly string: number }[];
}

/**
 * What happens at a moment: who plays which string, then who is on its string already.
 * @example
 * describeMoment({ at: 0, tick: 0, playing: [{ actuator: 'p', string: 5 }], waiting: [] }).map(({ length }) => length)
 * // => [1, 0]
 */
export const describeMoment = ({ playing, waiting }: HandMoment): readonly [played: Message[], ready: Message[]] => [
  playing.map(({ actuator, string }) => message('hand.plays', { finger: fingerWord(actuator), string })),
  waiting.map(({ actuator, string }) => message('hand.waits', { finger: fingerWord(actuator), string })),
];

/** The string a digit plays next at or after a tick. */
const nextString = ({ strokes }: FingerMotion, tick: number): number =>
  (strokes.find((stroke) => stroke.tick >= tick) ?? strokes[0])?.string ?? 1;

const momentAt = (motion: HandMotion, tick: number, at: number): HandMoment => {
  const playing = motion.fingers.flatMap(({ actuator, strokes }) =>
    strokes.flatMap((stroke) => (stroke.tick === tick ? [{ actuator, string: stroke.string }] : [])),
  );
  const others = motion.fingers.filter(({ actuator }) => playing.every((one) => one.actuator !== actuator));
  const waiting = others.flatMap((finger) =>
    locateFingertip(motion, finger.actuator, at)?.isOnString
      ? [{ actuator: finger.actuator, string: nextString(finger, tick) }]
      : [],
  );
  return { at, tick, playing, waiting };
};

/**
 * Moments of a pattern, evenly chosen from the times at which something is played, for a filmstrip.
 * @example
 * listMoments(moveHand(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']), 2)
 *   .map(({ playing }) => playing[0].actuator)
 *   .join(' ') // => 'p m'
 */
export const listMoments = (motion: HandMotion, most: number): readonly HandMoment[] => {
  const times = new Map(motion.fingers.flatMap(({ strokes }) => strokes.map(({ tick, at }) => [tick, at] as const)));
  const all = [...times].sort(([a], [b]) => a - b);
  const count = Math.min(most, all.length);
  return Array.from({ length: count }, (_, index) => {
    const [tick, at] = all[Math.floor((index * all.length) / count)] as (typeof all)[number];
    return momentAt(motion, tick, at);
  });
};
