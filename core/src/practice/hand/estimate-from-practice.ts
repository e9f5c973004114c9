import type { Message } from '../../message/index.ts';
import {
  ABLE_ADULT_HAND,
  ESTIMATE_DEFINITIONS,
  ESTIMATE_RANGE,
  DEFAULT_ESTIMATES,
  HAND_SCALE_RANGE,
  type HandProfile,
} from '../../fingering/index.ts';
import { ACTUATORS } from '../../pattern/index.ts';
import { clamp } from '../../statistics/index.ts';
import {
  ABILITY_MODEL,
  estimateAbilities,
  type AbilityHistory,
  type ConstraintHistory,
} from '../ability/ability-model.ts';
import type { StrainAttempts } from '../ability/session-filter.ts';
import {
  describeConstraint,
  selectPairTime,
  computeTimeFactor,
  type TempoConstraint,
} from '../ladder/tempo-constraint.ts';
import type { LadderPlan, PlannedStage } from '../ladder/ladder.ts';
import { normaliseEvents, type PracticeEvent } from '../log/practice-event.ts';
import { localDay } from '../../time/index.ts';

/** Something that was practised: its plan and all that happened. */
export interface PracticeRecord {
  readonly plan: LadderPlan;
  readonly events: readonly PracticeEvent[];
}

/** What practice says of a hand in one constraint. */
export interface ConstraintEstimate {
  readonly constraint: TempoConstraint;
  /** As a teacher says it. */
  readonly name: Message;
  /** How long the hand takes against an able adult's: 1 is as long, 1.2 a fifth longer. */
  readonly slowness: number;
  /** Standard deviation of its logarithm: .1 is about a tenth either way. */
  readonly doubt: number;
  readonly attempts: number;
  /** When it was last heard of, in milliseconds since 1970. */
  readonly last: number;
  /** The slowness at the end of each day with attempts; days since 1970. */
  readonly days: readonly { readonly day: number; readonly slowness: number }[];
}

interface TimedAttempt {
  readonly at: number;
  readonly offset: number | undefined;
  readonly id: string;
  readonly clean: boolean;
  readonly constraint: TempoConstraint;
  /** Tempo over the ceiling an able adult would have there. */
  readonly strain: number;
  /** How slow the hand was taken to be. */
  readonly supposed: number;
}

const toTimeFactor = (mean: number): number => Math.exp(ABILITY_MODEL.priorMean - mean);

const createTimedAttempt = (
  event: PracticeEvent,
  stage: PlannedStage | undefined,
  hand: HandProfile,
): readonly TimedAttempt[] => {
  const { at, offset, id, kind, tempo } = event;
  if ((kind !== 'clean' && kind !== 'slipped') || tempo === undefined || !stage?.ceiling || !stage.constraint)
    return [];
  const supposed = computeTimeFactor(hand, stage.constraint);
  const strain = tempo / (stage.ceiling * supposed);
  return [{ at, offset, id, clean: kind === 'clean', constraint: stage.constraint, strain, supposed }];
};

const listTimedAttempts = ({ plan, events }: PracticeRecord): readonly TimedAttempt[] => {
  const stages = new Map(plan.stages.map((stage) => [stage.key, stage]));
  return normaliseEvents(events).flatMap((event) =>
    createTimedAttempt(event, stages.get(event.stage ?? ''), plan.hand ?? ABLE_ADULT_HAND),
  );
};

/** Attempts at each strain. */
const countStrains = (attempts: readonly TimedAttempt[]): readonly StrainAttempts[] => {
  const counts = new Map<number, { strain: number; clean: number; slipped: number }>();
  for (const { strain, clean } of attempts) {
    const row = counts.get(strain) ?? { strain, clean: 0, slipped: 0 };
    row[clean ? 'clean' : 'slipped'] += 1;
    counts.set(strain, row);
  }
  return [...counts.values()];
};

const groupBy = <K, T>(rows: readonly T[], keyOf: (row: T) => K): ReadonlyMap<K, readonly T[]> => {
  const groups = new Map<K, T[]>();
  for (const row of rows) {
    const group = groups.get(keyOf(row));
    if (group) group.push(row);
    else groups.set(keyOf(row), [row]);
  }
  return groups;
};

/** Supposed before anything was heard: that the hand is as slow as it was taken to be. */
const toHistory = (attempts: readonly TimedAttempt[]): ConstraintHistory => ({
  supposed: ABILITY_MODEL.priorMean - Math.log(attempts[0]?.supposed ?? 1),
  sessions: [...groupBy(attempts, ({ at, offset }) => localDay(at, offset))]
    .sort(([a], [b]) => a - b)
    .map(([day, ofDay]) => ({ day, attempts: countStrains(ofDay) })),
});

const toEstimate = (
  constraint: TempoConstraint,
  attempts: readonly TimedAttempt[],
  { now, days }: AbilityHistory,
): ConstraintEstimate => ({
  constraint,
  name: describeConstraint(constraint),
  slowness: toTimeFactor(now.mean),
  doubt: Math.sqrt(now.variance),
  attempts: attempts.length,
  last: attempts.at(-1)?.at ?? 0,
  days: days.map(({ day, mean }) => ({ day, slowness: toTimeFactor(mean) })),
});

/**
 * What practice says of a hand, constraint by constraint, the surest first: each attempt at a tempo is held against the
 * ceiling an able adult would have there, and tells of what sets that ceiling (see `estimateAbilities`). Plans
 * that were made before ceilings were kept in them say nothing.
 * @example
 * estimateConstraints(
 *   [
 *     {
 *       plan: { target: 60, stages: [{ key: 'a', name: 'A', gate: 5, tempos: [90], ceiling: 100, constraint: 'm' }] },
 *       events: [{ id: 'x', at: 0, kind: 'clean', stage: 'a', tempo: 90 }],
 *     },
 *   ],
 *   0,
 * ).map(({ constraint, slowness }) => constraint + (slowness < 1)) // => ['mtrue']
 */
export const estimateConstraints = (
  practised: readonly PracticeRecord[],
  now: number,
): readonly ConstraintEstimate[] => {
  const tried = practised.flatMap(listTimedAttempts).sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
  const constraints = [...groupBy(tried, ({ constraint }) => constraint)];
  const abilities = estimateAbilities(
    constraints.map(([, attempts]) => toHistory(attempts)),
    localDay(now, tried.at(-1)?.offset),
  );
  return constraints
    .map(([constraint, attempts], index) => toEstimate(constraint, attempts, abilities[index] as AbilityHistory))
    .sort((a, b) => a.doubt - b.doubt);
};

/**
 * From how many attempts on, within what doubt, from what difference on, and from how many doubts on practice corrects
 * a hand (est.).
 */
const CORRECTION_THRESHOLDS = { attempts: 20, doubt: 0.12, differs: 0.04, doubts: 2 } as const;

const isSignificantlyDifferent = (
  hand: HandProfile,
  { constraint, slowness, doubt, attempts }: ConstraintEstimate,
): boolean => {
  const difference = Math.abs(Math.log(slowness / computeTimeFactor(hand, constraint)));
  const needed = Math.max(CORRECTION_THRESHOLDS.differs, CORRECTION_THRESHOLDS.doubts * doubt);
  return attempts >= CORRECTION_THRESHOLDS.attempts && doubt <= CORRECTION_THRESHOLDS.doubt && difference >= needed;
};

const applyDigitEstimate = (hand: HandProfile, { constraint, slowness }: ConstraintEstimate): HandProfile => {
  const striker = ACTUATORS.find((one) => one === constraint);
  if (!striker) return hand;
  const scale = clamp((slowness * DEFAULT_ESTIMATES[striker]) / hand.times[striker], HAND_SCALE_RANGE);
  return { ...hand, scale: { ...hand.scale, [striker]: scale } };
};

const applyPairEstimate = (hand: HandProfile, { constraint, slowness }: ConstraintEstimate): HandProfile => {
  if (!constraint.includes(' ')) return hand;
  const key = selectPairTime(constraint);
  const share = (slowness / computeTimeFactor(hand, constraint)) * (hand.times[key] / ESTIMATE_DEFINITIONS[key].value);
  return { ...hand, times: { ...hand.times, [key]: ESTIMATE_DEFINITIONS[key].value * clamp(share, ESTIMATE_RANGE) } };
};

/** A hand as slow as it was heard to be: each digit, then each pair of them. */
export const applyEstimates = (hand: HandProfile, abilities: readonly ConstraintEstimate[]): HandProfile => {
  const isPair = ({ constraint }: ConstraintEstimate): boolean => constraint.includes(' ');
  const withDigits = abilities.filter((one) => !isPair(one)).reduce(applyDigitEstimate, hand);
  return abilities.filter(isPair).reduce(applyPairEstimate, withDigits);
};

/** A hand as practice corrects it, and in what. */
export interface HandCorrection {
  readonly hand: HandProfile;
  readonly corrections: readonly ConstraintEstimate[];
}

/**
 * A hand corrected by what was heard of it: each digit, then each pair that is known well enough and differs by 4 % and
 * more (est.); null where nothing does.
 * @example
 * proposeHandCorrection(ABLE_ADULT_HAND, []) // => null
 */
export const proposeHandCorrection = (
  hand: HandProfile,
  abilities: readonly ConstraintEstimate[],
): HandCorrection | null => {
  const digits = abilities.filter((one) => !one.constraint.includes(' ') && isSignificantlyDifferent(hand, one));
  const withDigits = digits.reduce(applyDigitEstimate, hand);
  const pairs = abilities.filter((one) => one.constraint.includes(' ') && isSignificantlyDifferent(withDigits, one));
  const changed = [...digits, ...pairs];
  return changed.length === 0 ? null : { hand: applyEstimates(hand, changed), corrections: changed };
};
