import { sampleNormal, type RandomSource } from '../../sound/index.ts';
import type { LadderPlan } from '../ladder/ladder.ts';
import type { PracticeEvent } from '../log/practice-event.ts';
import { applyEvent, createLadderPosition, type LadderPosition } from '../log/ladder-position.ts';
import { MILLISECONDS_PER_DAY } from '../log/practice-snapshot.ts';

/**
 * Somebody who learns as the literature on motor learning has it, not as our own rules do: a fast process that
 * forgets, a slow one that keeps (Smith, Ghazizadeh & Shadmehr, PLoS Biology 4(6), 2006), gains that get smaller on the
 * way to an asymptote (Heathcote, Brown & Mewhort, Psychonomic Bulletin & Review 7(2), 2000), a warm-up decrement
 * (Adams, Psychological Bulletin 58(4), 1961), good and bad days, and slips of attention.
 * Skills are natural logarithms of the strain (tempo over max tempo) at which half the attempts are clean.
 */
export interface MotorLearner {
  /** The skill at first, and the one no practice gets beyond. */
  readonly skill: number;
  readonly asymptote: number;
  /** The share of what is left to learn that one attempt adds to the slow and to the fast process. */
  readonly slowGain: number;
  readonly fastGain: number;
  /** Days in which what is known falls to 1/e when nothing is practised. */
  readonly retention: number;
  /** The standard deviation of one attempt around the skill, and of one day around another. */
  readonly spread: number;
  readonly daySpread: number;
  /** The share of attempts that slip whatever the tempo. */
  readonly lapses: number;
  /** Attempts in a session. */
  readonly attempts: number;
}

/** What came of practice: the log, and the skill that is kept after each session, whatever the day's form. */
export interface MotorLearning {
  readonly events: readonly PracticeEvent[];
  readonly sessions: readonly { readonly day: number; readonly skill: number }[];
  readonly isThrough: boolean;
}

interface LearnerState {
  slow: number;
  fast: number;
  lastDay: number | null;
  readonly position: LadderPosition;
  readonly events: PracticeEvent[];
}

/** Attempts the hand needs until it is warm, and what it lacks at first. */
const WARM_UP = { attempts: 5, deficit: 0.05 } as const;

const SECONDS_PER_ATTEMPT = 20;

/** The share of the fast process that a night makes lasting. */
const KEPT_OVERNIGHT = 0.3;

/** A night and the days between: the fast process is gone, a part of it kept; the slow one fades. */
const rest = (learner: MotorLearner, state: LearnerState, day: number): void => {
  if (state.lastDay === null) return;
  const days = day - state.lastDay;
  state.slow = learner.skill + (state.slow - learner.skill) * Math.exp(-(days - 1) / learner.retention);
  state.slow += KEPT_OVERNIGHT * state.fast;
  state.fast = 0;
};

const learn = ({ asymptote, slowGain, fastGain }: MotorLearner, state: LearnerState): void => {
  const left = Math.max(0, asymptote - state.slow - state.fast);
  state.fast += fastGain * left - 0.02 * state.fast;
  state.slow += slowGain * left;
};

const isCleanAttempt = (
  learner: MotorLearner,
  random: RandomSource,
  { skill, strain }: { readonly skill: number; readonly strain: number },
): boolean => {
  const isLapse = random() < learner.lapses;
  return skill + learner.spread * sampleNormal(random) > Math.log(strain) && !isLapse;
};

const playSession = (
  plan: LadderPlan,
  learner: MotorLearner,
  state: LearnerState,
  { day, random }: { readonly day: number; readonly random: RandomSource },
): void => {
  rest(learner, state, day);
  const form = learner.daySpread * sampleNormal(random);
  const start = day * MILLISECONDS_PER_DAY + 17 * 3_600_000;
  for (let attempt = 0; attempt < learner.attempts; attempt += 1) {
    const stage = plan.stages[state.position.stage];
    if (!stage) break;
    const tempo = stage.tempos[state.position.step];
    const cold = WARM_UP.deficit * Math.max(0, 1 - attempt / WARM_UP.attempts);
    const skill = state.slow + state.fast + form - cold;
    const strain = (tempo ?? 1) / (stage.ceiling ?? plan.target);
    const clean = tempo === undefined || isCleanAttempt(learner, random, { skill, strain });
    const result = clean ? 'clean' : 'slipped';
    const event: PracticeEvent = {
      id: `${day}-${attempt}`,
      at: start + attempt * SECONDS_PER_ATTEMPT * 1000,
      kind: tempo === undefined ? 'done' : result,
      stage: stage.key,
      ...(tempo === undefined ? {} : { tempo }),
    };
    state.events.push(event);
    applyEvent(plan, state.position, event);
    learn(learner, state);
  }
  state.lastDay = day;
};

/**
 * A learner's practice of a plan on the days given (counted from 1970), until the plan is through.
 * @example
 * simulateMotorLearning({ target: 60, stages: [] }, { skill: 0 }, { days: [], random: () => 0.5 }).events // => []
 */
export const simulateMotorLearning = (
  plan: LadderPlan,
  learner: MotorLearner,
  { days, random }: { readonly days: readonly number[]; readonly random: RandomSource },
): MotorLearning => {
  const state: LearnerState = {
    slow: learner.skill,
    fast: 0,
    lastDay: null,
    position: createLadderPosition(),
    events: [],
  };
  const sessions: { readonly day: number; readonly skill: number }[] = [];
  for (const day of days) {
    if (state.position.stage >= plan.stages.length) break;
    playSession(plan, learner, state, { day, random });
    sessions.push({ day, skill: state.slow + KEPT_OVERNIGHT * state.fast });
  }
  return { events: state.events, sessions, isThrough: state.position.stage >= plan.stages.length };
};
