import type { Message } from '../message/index.ts';
import {
  ABLE_ADULT_HAND,
  ESTIMATE_DEFINITIONS,
  ESTIMATE_RANGE,
  DEFAULT_ESTIMATES,
  HAND_SCALE_RANGE,
  type HandProfile,
} from '../fingering/index.ts';
import { STRIKERS } from '../pattern/index.ts';
import { clamp } from '../statistics/index.ts';
import { ABILITY, afterAttempt, afterDays, type Ability } from './ability.ts';
import { constraintName, pairTime, slownessOf, type Constraint } from './constraint.ts';
import type { LadderPlan, PlannedStage } from './ladder.ts';
import { inOrder, type PracticeEvent } from './log.ts';
import { DAY } from './snapshot.ts';

/** Something that was practised: its plan and all that happened. */
export interface Practised {
  readonly plan: LadderPlan;
  readonly events: readonly PracticeEvent[];
}

/** What practice says of a hand in one constraint. */
export interface HeardAbility {
  readonly constraint: Constraint;
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

interface Tried {
  readonly at: number;
  readonly id: string;
  readonly clean: boolean;
  readonly constraint: Constraint;
  /** Tempo over the ceiling an able adult would have there. */
  readonly strain: number;
  /** How slow the hand was taken to be. */
  readonly supposed: number;
}

interface Following {
  ability: Ability;
  attempts: number;
  last: number;
  readonly days: Map<number, number>;
}

const slownessBy = ({ mean }: Ability): number => Math.exp(ABILITY.mean - mean);

const triedAt = (event: PracticeEvent, stage: PlannedStage | undefined, hand: HandProfile): readonly Tried[] => {
  const { at, id, kind, tempo } = event;
  if ((kind !== 'clean' && kind !== 'slipped') || tempo === undefined || !stage?.ceiling || !stage.constraint)
    return [];
  const supposed = slownessOf(hand, stage.constraint);
  const strain = tempo / (stage.ceiling * supposed);
  return [{ at, id, clean: kind === 'clean', constraint: stage.constraint, strain, supposed }];
};

const attemptsIn = ({ plan, events }: Practised): readonly Tried[] => {
  const stages = new Map(plan.stages.map((stage) => [stage.key, stage]));
  return inOrder(events).flatMap((event) =>
    triedAt(event, stages.get(event.stage ?? ''), plan.hand ?? ABLE_ADULT_HAND),
  );
};

/** What is believed before anything was heard: that the hand is as slow as it was taken to be. */
const begin = ({ supposed, at }: Tried): Following => ({
  ability: { mean: ABILITY.mean - Math.log(supposed), variance: ABILITY.variance },
  attempts: 0,
  last: at,
  days: new Map(),
});

const follow = (known: Following, { at, strain, clean }: Tried): void => {
  const rested = afterDays(known.ability, (at - known.last) / DAY);
  known.ability = afterAttempt(rested, { strain, clean });
  known.attempts += 1;
  known.last = at;
  known.days.set(Math.floor(at / DAY), slownessBy(known.ability));
};

/**
 * What practice says of a hand, constraint by constraint, the surest first: each attempt at a tempo is held against the
 * ceiling an able adult would have there, and moves the ability in what sets that ceiling (see `afterAttempt`). Plans
 * that were made before ceilings were kept in them say nothing.
 * @example
 * abilitiesOf([{ plan: { target: 60, stages: [{ key: 'a', name: 'A', gate: 5, tempos: [90], ceiling: 100, constraint: 'm' }] }, events: [{ id: 'x', at: 0, kind: 'clean', stage: 'a', tempo: 90 }] }], 0).map(({ constraint, slowness }) => constraint + (slowness < 1)) // => ['mtrue']
 */
export const abilitiesOf = (practised: readonly Practised[], now: number): readonly HeardAbility[] => {
  const tried = practised.flatMap(attemptsIn).sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
  const found = new Map<Constraint, Following>();
  for (const one of tried) {
    const known = found.get(one.constraint) ?? begin(one);
    found.set(one.constraint, known);
    follow(known, one);
  }
  return [...found]
    .map(([constraint, { ability, attempts, last, days }]): HeardAbility => ({
      constraint,
      name: constraintName(constraint),
      slowness: slownessBy(ability),
      doubt: Math.sqrt(afterDays(ability, (now - last) / DAY).variance),
      attempts,
      last,
      days: [...days].map(([day, slowness]) => ({ day, slowness })),
    }))
    .sort((a, b) => a.doubt - b.doubt);
};

/** From how many attempts, within what doubt, and from what difference on practice corrects a hand (est.). */
const SURE = { attempts: 20, doubt: 0.12, differs: 0.04 } as const;

const differs = (hand: HandProfile, { constraint, slowness, doubt, attempts }: HeardAbility): boolean =>
  attempts >= SURE.attempts &&
  doubt <= SURE.doubt &&
  Math.abs(Math.log(slowness / slownessOf(hand, constraint))) >= SURE.differs;

const withDigit = (hand: HandProfile, { constraint, slowness }: HeardAbility): HandProfile => {
  const striker = STRIKERS.find((one) => one === constraint);
  if (!striker) return hand;
  const scale = clamp((slowness * DEFAULT_ESTIMATES[striker]) / hand.times[striker], HAND_SCALE_RANGE);
  return { ...hand, scale: { ...hand.scale, [striker]: scale } };
};

const withPair = (hand: HandProfile, { constraint, slowness }: HeardAbility): HandProfile => {
  if (!constraint.includes(' ')) return hand;
  const key = pairTime(constraint);
  const share = (slowness / slownessOf(hand, constraint)) * (hand.times[key] / ESTIMATE_DEFINITIONS[key].value);
  return { ...hand, times: { ...hand.times, [key]: ESTIMATE_DEFINITIONS[key].value * clamp(share, ESTIMATE_RANGE) } };
};

/** A hand as slow as it was heard to be: each digit, then each pair of them. */
export const withAbilities = (hand: HandProfile, abilities: readonly HeardAbility[]): HandProfile => {
  const isPair = ({ constraint }: HeardAbility): boolean => constraint.includes(' ');
  const withDigits = abilities.filter((one) => !isPair(one)).reduce(withDigit, hand);
  return abilities.filter(isPair).reduce(withPair, withDigits);
};

/** A hand as practice corrects it, and in what. */
export interface CorrectedHand {
  readonly hand: HandProfile;
  readonly changed: readonly HeardAbility[];
}

/**
 * A hand corrected by what was heard of it: each digit, then each pair that is known well enough and differs by 4 % and
 * more (est.); null where nothing does.
 * @example
 * correctedHand(ABLE_ADULT, []) // => null
 */
export const correctedHand = (hand: HandProfile, abilities: readonly HeardAbility[]): CorrectedHand | null => {
  const digits = abilities.filter((one) => !one.constraint.includes(' ') && differs(hand, one));
  const withDigits = digits.reduce(withDigit, hand);
  const pairs = abilities.filter((one) => one.constraint.includes(' ') && differs(withDigits, one));
  const changed = [...digits, ...pairs];
  return changed.length === 0 ? null : { hand: withAbilities(hand, changed), changed };
};
