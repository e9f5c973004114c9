import type { Message } from '../../message/index.ts';
import { computeTimedTransitions, type TimedTransition } from '../../analysis/index.ts';
import { createTaskFromPattern, type HandProfile } from '../../fingering/index.ts';
import { ACTUATORS, actuatorOf, type Digit, type Pattern } from '../../pattern/index.ts';
import { median, robustStandardDeviation } from '../../statistics/index.ts';
import {
  createTakeReference,
  createPatternReference,
  type TakeReference,
  type AlignedStroke,
  type TakeAlignment,
} from '../../take/index.ts';
import {
  describeConstraint,
  selectPairTime,
  computeTimeFactor,
  type TempoConstraint,
} from '../ladder/tempo-constraint.ts';
import { applyEstimates, type ConstraintEstimate } from './estimate-from-practice.ts';

/** What a take says of the time a hand needs in one constraint. */
export interface TransitionTimeEstimate {
  readonly constraint: TempoConstraint;
  /** As a teacher says it. */
  readonly name: Message;
  /** Seconds from stroke to stroke the hand is taken to need where this was heard. */
  readonly assumedSeconds: number;
  /** Seconds from stroke to stroke as they were heard there (median). */
  readonly measuredSeconds: number;
  readonly intervalCount: number;
  /** What it says: the hand got there sooner than it was taken to be able, or could not keep up with what was asked. */
  readonly verdict: 'quicker' | 'slower';
}

/**
 * What is told by a take (est.): from how many gaps of one place, from what share of the time needed on; a digit cannot
 * keep up where it is asked for near what it needs and comes later than the pulse by so many seconds; and how far gaps
 * may scatter.
 */
const EVIDENCE_THRESHOLDS = { gaps: 4, differs: 0.04, near: 1.12, late: 0.01, scatter: 0.15 } as const;

const getTransitionConstraint = (
  { kind, from, actuator }: TimedTransition,
  digits: readonly (Digit | null)[],
): TempoConstraint => {
  const first = digits[from];
  if (kind !== 'other' || !first) return actuator;
  const both = new Set([actuatorOf(first), actuator]);
  return ACTUATORS.filter((one) => both.has(one)).join(' ');
};

interface InterOnsetInterval {
  readonly heard: number;
  /** As the player's own pulse has it. */
  readonly pulse: number;
}

/** Strokes that came and whose time is sure, by their time through and their place in the score. */
const indexReliableStrokes = (asked: TakeReference, heard: TakeAlignment): ReadonlyMap<string, AlignedStroke> =>
  new Map(
    heard.strokes.flatMap((stroke) => {
      const one = asked.strokes[stroke.asked];
      return one && stroke.at !== null && stroke.sure && stroke.what === 'matched'
        ? [[`${one.pass} ${one.scoreIndex}`, stroke] as const]
        : [];
    }),
  );

const listInterOnsetIntervals = (
  { from, to }: TimedTransition,
  cycles: number,
  strokes: ReadonlyMap<string, AlignedStroke>,
): readonly InterOnsetInterval[] => {
  // Where a figure comes round, what a stroke follows was in the time through before.
  const back = from >= to ? 1 : 0;
  return Array.from({ length: cycles }, (_, cycle) => cycle).flatMap((cycle): readonly InterOnsetInterval[] => {
    const [a, b] = [strokes.get(`${cycle - back} ${from}`), strokes.get(`${cycle} ${to}`)];
    if (!a || !b) return [];
    return [{ heard: (b.at as number) - (a.at as number), pulse: b.pulse - a.pulse }];
  });
};

/** What the gaps of one need say; null where they say nothing. */
const estimateTransitionTime = (
  need: TimedTransition,
  gaps: readonly InterOnsetInterval[],
  constraint: TempoConstraint,
): TransitionTimeEstimate | null => {
  if (gaps.length < EVIDENCE_THRESHOLDS.gaps) return null;
  const measuredSeconds = median(gaps.map((gap) => gap.heard));
  const pulse = median(gaps.map((gap) => gap.pulse));
  if (robustStandardDeviation(gaps.map((gap) => gap.heard)) > EVIDENCE_THRESHOLDS.scatter * measuredSeconds)
    return null;
  const found = {
    constraint,
    name: describeConstraint(constraint),
    assumedSeconds: need.neededSeconds,
    measuredSeconds,
    intervalCount: gaps.length,
  };
  if (measuredSeconds < need.neededSeconds * (1 - EVIDENCE_THRESHOLDS.differs)) return { ...found, verdict: 'quicker' };
  const strained =
    pulse < need.neededSeconds * EVIDENCE_THRESHOLDS.near && measuredSeconds > pulse + EVIDENCE_THRESHOLDS.late;
  return strained && measuredSeconds > need.neededSeconds * (1 + EVIDENCE_THRESHOLDS.differs)
    ? { ...found, verdict: 'slower' }
    : null;
};

const getTimeRatio = ({ measuredSeconds, assumedSeconds }: TransitionTimeEstimate): number =>
  measuredSeconds / assumedSeconds;

/** What of a hand a constraint is reckoned by: pairs have one time in common. */
const getHandParameter = (constraint: TempoConstraint): string =>
  constraint.includes(' ') ? selectPairTime(constraint) : constraint;

/** Of all that was said of one time of the hand what differs most; nothing where it is said both ways. */
const mergeEstimates = (all: readonly TransitionTimeEstimate[]): readonly TransitionTimeEstimate[] => {
  const [first] = all;
  if (!first || all.some(({ verdict }) => verdict !== first.verdict)) return [];
  return [
    all.reduce(
      (most, one) => (Math.abs(Math.log(getTimeRatio(one))) > Math.abs(Math.log(getTimeRatio(most))) ? one : most),
      first,
    ),
  ];
};

/** What a take tells of any hand: whose strokes they are, and when the sure ones came. */
interface TakeEvidence {
  readonly pattern: Pattern;
  readonly digits: readonly (Digit | null)[];
  readonly strokes: ReadonlyMap<string, AlignedStroke>;
  readonly cycles: number;
}

const collectTakeEvidence = (pattern: Pattern, heard: TakeAlignment, played: HandProfile): TakeEvidence => {
  const { score, digits } = createPatternReference(pattern, played);
  const strokes = indexReliableStrokes(createTakeReference(score, digits, heard.cycles), heard);
  return { pattern: { ...pattern, cyclic: true }, digits, strokes, cycles: heard.cycles };
};

const estimateTimes = (
  { pattern, digits, strokes, cycles }: TakeEvidence,
  hand: HandProfile,
): readonly TransitionTimeEstimate[] => {
  const said = computeTimedTransitions(createTaskFromPattern(pattern, { hand }), digits)
    .filter(({ kind }) => kind === 'own' || kind === 'other')
    .flatMap(
      (need) =>
        estimateTransitionTime(
          need,
          listInterOnsetIntervals(need, cycles, strokes),
          getTransitionConstraint(need, digits),
        ) ?? [],
    );
  const times = [...new Set(said.map(({ constraint }) => getHandParameter(constraint)))];
  return times.flatMap((time) =>
    mergeEstimates(said.filter(({ constraint }) => getHandParameter(constraint) === time)),
  );
};

/**
 * The times of a hand as a take tells them: a gap from stroke to stroke that was played in time and is shorter than the
 * hand is taken to need makes it quicker; one that was asked for near what it needs and came longer makes it slower.
 * Pinches say nothing, nor does what scatters or was heard in few places. `played` is the hand the take was fingered
 * for.
 * @example
 * estimateTransitionTimes(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, ABLE_ADULT_HAND, {
 *   strokes: [],
 *   extras: [],
 *   fit: 1,
 *   slower: [1, 1],
 *   cycles: 0,
 * }) // => []
 */
export const estimateTransitionTimes = (
  pattern: Pattern,
  hand: HandProfile,
  heard: TakeAlignment,
  played: HandProfile = hand,
): readonly TransitionTimeEstimate[] => estimateTimes(collectTakeEvidence(pattern, heard, played), hand);

/** A hand with some times taken over. */
const applyTimes = (hand: HandProfile, times: readonly TransitionTimeEstimate[]): HandProfile =>
  applyEstimates(
    hand,
    times.map((time): ConstraintEstimate => ({
      constraint: time.constraint,
      name: time.name,
      slowness: computeTimeFactor(hand, time.constraint) * getTimeRatio(time),
      doubt: 0,
      attempts: time.intervalCount,
      last: 0,
      days: [],
    })),
  );

/** A hand by a take, and what the take says of the one it was taken to be. */
export interface TakeHandCorrection {
  readonly hand: HandProfile;
  readonly estimates: readonly TransitionTimeEstimate[];
}

/**
 * What two in turn need goes by both digits: where one of them is corrected, the take is asked anew so many times at
 * most.
 */
const MAX_ITERATIONS = 6;

/**
 * A hand with the times a take tells; null where it tells none. Of the hand it comes to the take says nothing more.
 * @example
 * proposeHandFromTake(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, ABLE_ADULT_HAND, {
 *   strokes: [],
 *   extras: [],
 *   fit: 1,
 *   slower: [1, 1],
 *   cycles: 0,
 * }) // => null
 */
export const proposeHandFromTake = (
  pattern: Pattern,
  hand: HandProfile,
  heard: TakeAlignment,
  played: HandProfile = hand,
): TakeHandCorrection | null => {
  const told = collectTakeEvidence(pattern, heard, played);
  const said = estimateTimes(told, hand);
  if (said.length === 0) return null;
  let [corrected, more] = [hand, said];
  for (let round = 0; round < MAX_ITERATIONS && more.length > 0; round += 1) {
    corrected = applyTimes(corrected, more);
    more = estimateTimes(told, corrected);
  }
  return { hand: corrected, estimates: said };
};
