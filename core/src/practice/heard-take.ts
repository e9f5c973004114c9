import type { Message } from '../message/index.ts';
import { computeTimedTransitions, type TimedTransition } from '../analysis/index.ts';
import { taskOf, type HandProfile } from '../fingering/index.ts';
import { STRIKERS, strikerOf, type Digit, type Pattern } from '../pattern/index.ts';
import { median, robustStandardDeviation } from '../statistics/index.ts';
import { askedOf, playedPattern, type Asked, type HeardStroke, type HeardTake } from '../take/index.ts';
import { constraintName, pairTime, slownessOf, type Constraint } from './constraint.ts';
import { withAbilities, type HeardAbility } from './heard-hand.ts';

/** What a take says of the time a hand needs in one constraint. */
export interface HeardTime {
  readonly constraint: Constraint;
  /** As a teacher says it. */
  readonly name: Message;
  /** Seconds from stroke to stroke the hand is taken to need where this was heard. */
  readonly needs: number;
  /** Seconds from stroke to stroke as they were heard there (median). */
  readonly heard: number;
  readonly gaps: number;
  /** What it says: the hand got there sooner than it was taken to be able, or could not keep up with what was asked. */
  readonly says: 'quicker' | 'slower';
}

/**
 * What is told by a take (est.): from how many gaps of one place, from what share of the time needed on; a digit cannot keep up
 * where it is asked for near what it needs and comes later than the pulse by so many seconds; and how far gaps may scatter.
 */
const TOLD = { gaps: 4, differs: 0.04, near: 1.12, late: 0.01, scatter: 0.15 } as const;

const constraintOfNeed = (
  { kind, from, actuator: striker }: TimedTransition,
  digits: readonly (Digit | null)[],
): Constraint => {
  const first = digits[from];
  if (kind !== 'other' || !first) return striker;
  const both = new Set([strikerOf(first), striker]);
  return STRIKERS.filter((one) => both.has(one)).join(' ');
};

interface Gap {
  readonly heard: number;
  /** As the player's own pulse has it. */
  readonly pulse: number;
}

/** Strokes that came and whose time is sure, by their time through and their place in the score. */
const sureStrokes = (asked: Asked, heard: HeardTake): ReadonlyMap<string, HeardStroke> =>
  new Map(
    heard.strokes.flatMap((stroke) => {
      const one = asked.strokes[stroke.asked];
      return one && stroke.at !== null && stroke.sure && stroke.what === 'matched'
        ? [[`${one.pass} ${one.scoreIndex}`, stroke] as const]
        : [];
    }),
  );

const gapsOf = (
  { from, to }: TimedTransition,
  cycles: number,
  strokes: ReadonlyMap<string, HeardStroke>,
): readonly Gap[] => {
  // Where a figure comes round, what a stroke follows was in the time through before.
  const back = from >= to ? 1 : 0;
  return Array.from({ length: cycles }, (_, cycle) => cycle).flatMap((cycle): readonly Gap[] => {
    const [a, b] = [strokes.get(`${cycle - back} ${from}`), strokes.get(`${cycle} ${to}`)];
    if (!a || !b) return [];
    return [{ heard: (b.at as number) - (a.at as number), pulse: b.pulse - a.pulse }];
  });
};

/** What the gaps of one need say; null where they say nothing. */
const saidBy = (need: TimedTransition, gaps: readonly Gap[], constraint: Constraint): HeardTime | null => {
  if (gaps.length < TOLD.gaps) return null;
  const heard = median(gaps.map((gap) => gap.heard));
  const pulse = median(gaps.map((gap) => gap.pulse));
  if (robustStandardDeviation(gaps.map((gap) => gap.heard)) > TOLD.scatter * heard) return null;
  const found = { constraint, name: constraintName(constraint), needs: need.neededSeconds, heard, gaps: gaps.length };
  if (heard < need.neededSeconds * (1 - TOLD.differs)) return { ...found, says: 'quicker' };
  const strained = pulse < need.neededSeconds * TOLD.near && heard > pulse + TOLD.late;
  return strained && heard > need.neededSeconds * (1 + TOLD.differs) ? { ...found, says: 'slower' } : null;
};

const share = ({ heard, needs }: HeardTime): number => heard / needs;

/** What of a hand a constraint is reckoned by: pairs have one time in common. */
const reckonedBy = (constraint: Constraint): string => (constraint.includes(' ') ? pairTime(constraint) : constraint);

/** Of all that was said of one time of the hand what differs most; nothing where it is said both ways. */
const together = (all: readonly HeardTime[]): readonly HeardTime[] => {
  const [first] = all;
  if (!first || all.some(({ says }) => says !== first.says)) return [];
  return [
    all.reduce((most, one) => (Math.abs(Math.log(share(one))) > Math.abs(Math.log(share(most))) ? one : most), first),
  ];
};

/** What a take tells of any hand: whose strokes they are, and when the sure ones came. */
interface Told {
  readonly pattern: Pattern;
  readonly digits: readonly (Digit | null)[];
  readonly strokes: ReadonlyMap<string, HeardStroke>;
  readonly cycles: number;
}

const toldBy = (pattern: Pattern, heard: HeardTake, played: HandProfile): Told => {
  const { score, digits } = playedPattern(pattern, played);
  const strokes = sureStrokes(askedOf(score, digits, heard.cycles), heard);
  return { pattern: { ...pattern, cyclic: true }, digits, strokes, cycles: heard.cycles };
};

const timesOf = ({ pattern, digits, strokes, cycles }: Told, hand: HandProfile): readonly HeardTime[] => {
  const said = computeTimedTransitions(taskOf(pattern, { hand }), digits)
    .filter(({ kind }) => kind !== 'touch')
    .flatMap((need) => saidBy(need, gapsOf(need, cycles, strokes), constraintOfNeed(need, digits)) ?? []);
  const times = [...new Set(said.map(({ constraint }) => reckonedBy(constraint)))];
  return times.flatMap((time) => together(said.filter(({ constraint }) => reckonedBy(constraint) === time)));
};

/**
 * The times of a hand as a take tells them: a gap from stroke to stroke that was played in time and is shorter than the hand
 * is taken to need makes it quicker; one that was asked for near what it needs and came longer makes it slower. Pinches say
 * nothing, nor does what scatters or was heard in few places. `played` is the hand the take was fingered for.
 * @example
 * timesInTake(valueOrThrow(readFigure('5 3 2 3')).pattern, ABLE_ADULT, { strokes: [], extras: [], fit: 1, slower: [1, 1], cycles: 0 }) // => []
 */
export const timesInTake = (
  pattern: Pattern,
  hand: HandProfile,
  heard: HeardTake,
  played: HandProfile = hand,
): readonly HeardTime[] => timesOf(toldBy(pattern, heard, played), hand);

/** A hand with some times taken over. */
const withTimes = (hand: HandProfile, times: readonly HeardTime[]): HandProfile =>
  withAbilities(
    hand,
    times.map((time): HeardAbility => ({
      constraint: time.constraint,
      name: time.name,
      slowness: slownessOf(hand, time.constraint) * share(time),
      doubt: 0,
      attempts: time.gaps,
      last: 0,
      days: [],
    })),
  );

/** A hand by a take, and what the take says of the one it was taken to be. */
export interface HandByTake {
  readonly hand: HandProfile;
  readonly said: readonly HeardTime[];
}

/** What two in turn need goes by both digits: where one of them is corrected, the take is asked anew so many times at most. */
const ROUNDS = 6;

/**
 * A hand with the times a take tells; null where it tells none. Of the hand it comes to the take says nothing more.
 * @example
 * handByTake(valueOrThrow(readFigure('5 3 2 3')).pattern, ABLE_ADULT, { strokes: [], extras: [], fit: 1, slower: [1, 1], cycles: 0 }) // => null
 */
export const handByTake = (
  pattern: Pattern,
  hand: HandProfile,
  heard: HeardTake,
  played: HandProfile = hand,
): HandByTake | null => {
  const told = toldBy(pattern, heard, played);
  const said = timesOf(told, hand);
  if (said.length === 0) return null;
  let [corrected, more] = [hand, said];
  for (let round = 0; round < ROUNDS && more.length > 0; round += 1) {
    corrected = withTimes(corrected, more);
    more = timesOf(told, corrected);
  }
  return { hand: corrected, said };
};
