import type { RandomSource } from '../../sound/index.ts';
import { predictCleanProbability } from '../ability/ability-model.ts';
import type { PracticeLadder, LadderPlan } from '../ladder/ladder.ts';
import { toLadderPlan } from '../ladder/ladder.ts';
import type { PracticeEvent } from '../log/practice-event.ts';
import { applyEvent, createLadderPosition, type LadderPosition } from '../log/ladder-position.ts';
import { MILLISECONDS_PER_DAY } from '../log/practice-snapshot.ts';

/** An invented student: how far the hand goes, how it learns and forgets, how often it practises. */
export interface SimulatedStudent {
  /** Logarithm of the strain at which half the attempts are clean, at the beginning. */
  readonly skill: number;
  /** How much an attempt adds to the skill, and a day without practice takes away. */
  readonly learning: number;
  readonly forgetting: number;
  /** Share of the days with practice, and attempts a sitting. */
  readonly diligence: number;
  readonly attempts: number;
  /** The strain no practice gets beyond; a low one is somebody who will be stuck. */
  readonly limit: number;
}

/** A student as most are (est.). */
export const DEFAULT_STUDENT: SimulatedStudent = {
  skill: -0.45,
  learning: 0.0035,
  forgetting: 0.012,
  diligence: 0.7,
  attempts: 45,
  limit: 0.02,
};

const MILLISECONDS_PER_MINUTE = 60_000;

interface StudentState {
  skill: number;
  events: PracticeEvent[];
  readonly standing: LadderPosition;
}

const getCurrentAttempt = (plan: LadderPlan, { stage, step }: LadderPosition) => {
  const now = plan.stages[stage];
  return now && { key: now.key, tempo: now.tempos[step], gate: now.gate };
};

/** One sitting: attempts at the stage at hand, each clean or not as the skill has it. */
const simulateSession = (
  being: StudentState,
  { ladder, plan, student, random }: SimulationContext,
  { start, name }: { readonly start: number; readonly name: string },
): void => {
  for (let attempt = 0; attempt < student.attempts; attempt += 1) {
    const at = getCurrentAttempt(plan, being.standing);
    if (!at) break;
    const stage = ladder.stages[being.standing.stage];
    const strain = at.tempo === undefined || !stage?.ceiling ? 0.1 : at.tempo / stage.ceiling;
    const clean = random() < predictCleanProbability(being.skill, strain);
    const result = clean ? 'clean' : 'slipped';
    const kind = at.tempo === undefined ? 'done' : result;
    const event = {
      id: `${name}-${attempt}`,
      at: start + attempt * 20_000,
      stage: at.key,
      tempo: at.tempo,
      kind,
    } as const;
    being.events.push(event);
    applyEvent(plan, being.standing, event);
    being.skill = Math.min(student.limit, being.skill + student.learning * (clean ? 1 : 0.4));
  }
  being.events.push({ id: `${name}-m`, at: start + student.attempts * 20_000, kind: 'minutes', minutes: 20 });
};

interface SimulationContext {
  readonly ladder: PracticeLadder;
  readonly plan: LadderPlan;
  readonly student: SimulatedStudent;
  readonly random: RandomSource;
}

/** What came of somebody’s practice: the log, and what the hand can do at the end. */
export interface SimulationResult {
  readonly events: readonly PracticeEvent[];
  readonly skill: number;
}

/**
 * Weeks of practice of an invented student on a ladder, from a time on (milliseconds since 1970). The same source of
 * chances gives the same weeks.
 * @example
 * simulatePractice(
 *   valueOrThrow(createLadder(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, { target: 60 })),
 *   DEFAULT_STUDENT,
 *   { from: 0, days: 1, random: createSeededRandom(1) },
 * ).events.length > 0 // => true
 */
export const simulatePractice = (
  ladder: PracticeLadder,
  student: SimulatedStudent,
  { from, days, random }: { readonly from: number; readonly days: number; readonly random: RandomSource },
): SimulationResult => {
  const plan = toLadderPlan(ladder);
  const being: StudentState = { skill: student.skill, events: [], standing: createLadderPosition() };
  for (let day = 0; day < days; day += 1) {
    if (random() < student.diligence)
      simulateSession(
        being,
        { ladder, plan, student, random },
        { start: from + day * MILLISECONDS_PER_DAY + 17 * 60 * MILLISECONDS_PER_MINUTE, name: `d${day}` },
      );
    else being.skill = Math.max(student.skill, being.skill - student.forgetting);
    if (being.standing.stage >= plan.stages.length) break;
  }
  return { events: being.events, skill: being.skill };
};
