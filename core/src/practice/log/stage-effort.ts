import { ABLE_ADULT_HAND } from '../../fingering/index.ts';
import { ABILITY_MODEL, predictCleanProbability } from '../ability/ability-model.ts';
import type { ConstraintEstimate } from '../hand/estimate-from-practice.ts';
import { computeTimeFactor } from '../ladder/tempo-constraint.ts';
import type { LadderPlan, PlannedStage } from '../ladder/ladder.ts';
import { applyEvent, createLadderPosition } from './ladder-position.ts';

/** What a stage will probably take. */
export interface StageEffort {
  readonly key: string;
  /** Passes, clean and slipped; the middle of what is likely. */
  readonly passes: number;
  /** Seconds those passes last, without rests. */
  readonly seconds: number;
}

/** What an estimate goes by. */
export interface EffortContext {
  /** What practice says of the hand; nothing for a student who has not practised. */
  readonly abilities: readonly Pick<ConstraintEstimate, 'constraint' | 'slowness'>[];
  /** Beats a pass lasts. */
  readonly beats: number;
  readonly random: () => number;
}

/**
 * Runs a stage is tried in, passes after which one is given up, what a pass adds to the skill, less where it slips, and
 * how far that goes: as far as the hand itself (est.; rates of a slow one of the simulated students).
 */
const TRIALS = { runs: 25, passes: 400, learning: 0.0012, slipped: 0.4, most: 0.02 } as const;

/** The strain of a stage without a ceiling: nothing in it is hard. */
const NO_STRAIN = 0.1;

/** The logarithm of the strain at which a student plays half of the passes of a stage clean. */
const skillIn = (plan: LadderPlan, { constraint }: PlannedStage, { abilities }: EffortContext): number => {
  const heard = abilities.find((one) => one.constraint === constraint);
  if (!heard || !constraint) return ABILITY_MODEL.priorMean;
  // The ceiling of a stage is that of the hand the ladder was made for.
  const supposed = computeTimeFactor(plan.hand ?? ABLE_ADULT_HAND, constraint);
  return ABILITY_MODEL.priorMean - Math.log(heard.slowness / supposed);
};

interface Trial {
  readonly passes: number;
  readonly beatsPerTempo: number;
}

/** Practises one stage by the ladder's own rules until it is passed. */
const tryStage = (plan: LadderPlan, index: number, skill: number, random: () => number): Trial => {
  const stage = plan.stages[index] as PlannedStage;
  const position = { ...createLadderPosition(), stage: index };
  let [passes, beatsPerTempo, now] = [0, 0, skill];
  for (; position.stage === index && passes < TRIALS.passes; passes += 1) {
    const tempo = stage.tempos[position.step] as number;
    const isClean = random() < predictCleanProbability(now, stage.ceiling ? tempo / stage.ceiling : NO_STRAIN);
    now = Math.max(now, Math.min(TRIALS.most, now + TRIALS.learning * (isClean ? 1 : TRIALS.slipped)));
    beatsPerTempo += 1 / tempo;
    applyEvent(plan, position, { id: '', at: passes, stage: stage.key, tempo, kind: isClean ? 'clean' : 'slipped' });
  }
  return { passes, beatsPerTempo };
};

/**
 * How many passes each stage of a ladder will probably take, and how long they last: the middle of trials by the
 * ladder's rules, from what practice says of the hand. Stages without passes are left out.
 * @example
 * estimateStageEfforts(
 *   { target: 60, stages: [{ key: 'a', name: 'A', gate: 5, tempos: [60], ceiling: 600 }] },
 *   { abilities: [], beats: 4, random: createSeededRandom(1) },
 * )
 * // => [{ key: 'a', passes: 5, seconds: 20 }]
 */
export const estimateStageEfforts = (plan: LadderPlan, context: EffortContext): readonly StageEffort[] =>
  plan.stages.flatMap((stage, index): StageEffort[] => {
    if (stage.gate === 0 || stage.tempos.length === 0) return [];
    const skill = skillIn(plan, stage, context);
    const trials = Array.from({ length: TRIALS.runs }, () => tryStage(plan, index, skill, context.random));
    const middle = trials.sort((a, b) => a.passes - b.passes)[Math.floor(TRIALS.runs / 2)] as Trial;
    return [{ key: stage.key, passes: middle.passes, seconds: middle.beatsPerTempo * context.beats * 60 }];
  });
