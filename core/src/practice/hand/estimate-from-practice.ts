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
import { ABILITY_MODEL, updateAbility, inflateAbilityVariance, type AbilityEstimate } from './ability-model.ts';
import {
  describeConstraint,
  selectPairTime,
  computeTimeFactor,
  type TempoConstraint,
} from '../ladder/tempo-constraint.ts';
import type { LadderPlan, PlannedStage } from '../ladder/ladder.ts';
import { normaliseEvents, type PracticeEvent } from '../log/practice-event.ts';
import { localDay } from '../../time/index.ts';
import { MILLISECONDS_PER_DAY } from '../log/practice-snapshot.ts';

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

interface AbilityTracker {
  ability: AbilityEstimate;
  attempts: number;
  last: number;
  readonly days: Map<number, number>;
}

const toTimeFactor = ({ mean }: AbilityEstimate): number => Math.exp(ABILITY_MODEL.priorMean - mean);

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

/** What is believed before anything was heard: that the hand is as slow as it was taken to be. */
const createTracker = ({ supposed, at }: TimedAttempt): AbilityTracker => ({
  ability: { mean: ABILITY_MODEL.priorMean - Math.log(supposed), variance: ABILITY_MODEL.priorVariance },
  attempts: 0,
  last: at,
  days: new Map(),
});

const updateTracker = (known: AbilityTracker, { at, offset, strain, clean }: TimedAttempt): void => {
  const rested = inflateAbilityVariance(known.ability, (at - known.last) / MILLISECONDS_PER_DAY);
  known.ability = updateAbility(rested, { strain, isClean: clean });
  known.attempts += 1;
  known.last = at;
  known.days.set(localDay(at, offset), toTimeFactor(known.ability));
};

/**
 * What practice says of a hand, constraint by constraint, the surest first: each attempt at a tempo is held against the
 * ceiling an able adult would have there, and moves the ability in what sets that ceiling (see `updateAbility`). Plans
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
  const found = new Map<TempoConstraint, AbilityTracker>();
  for (const one of tried) {
    const known = found.get(one.constraint) ?? createTracker(one);
    found.set(one.constraint, known);
    updateTracker(known, one);
  }
  return [...found]
    .map(([constraint, { ability, attempts, last, days }]): ConstraintEstimate => ({
      constraint,
      name: describeConstraint(constraint),
      slowness: toTimeFactor(ability),
      doubt: Math.sqrt(inflateAbilityVariance(ability, (now - last) / MILLISECONDS_PER_DAY).variance),
      attempts,
      last: last,
      days: [...days].map(([day, slowness]) => ({ day, slowness })),
    }))
    .sort((a, b) => a.doubt - b.doubt);
};

/** From how many attempts, within what doubt, and from what difference on practice corrects a hand (est.). */
const CORRECTION_THRESHOLDS = { attempts: 20, doubt: 0.12, differs: 0.04 } as const;

const isSignificantlyDifferent = (
  hand: HandProfile,
  { constraint, slowness, doubt, attempts }: ConstraintEstimate,
): boolean =>
  attempts >= CORRECTION_THRESHOLDS.attempts &&
  doubt <= CORRECTION_THRESHOLDS.doubt &&
  Math.abs(Math.log(slowness / computeTimeFactor(hand, constraint))) >= CORRECTION_THRESHOLDS.differs;

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
