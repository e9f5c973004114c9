import type { Pattern } from '../../pattern/index.ts';
import { createLadder, type AttemptSummary, type LadderPlan, type LadderStage } from '../../practice/index.ts';
import { durationInSeconds, flattenScore } from '../../score/index.ts';
import { ticksPerBeat } from '../../time/index.ts';
import { listSkillUses } from '../list-skill-uses.ts';
import type { SkillCode } from '../skill.ts';
import type { SkillUse } from '../skill-use.ts';
import type { FigureDemand } from './figure-demand.ts';
import type { SkillAttempts } from './mastery-model.ts';

/** Something a student practises, as it is kept. */
export interface PractisedPattern {
  readonly id: string;
  readonly pattern: Pattern;
  readonly plan: LadderPlan;
}

/** What a stage plays and asks for. */
interface StageDemand {
  readonly pattern: Pattern;
  readonly uses: readonly SkillUse[];
  readonly demand: FigureDemand;
}

const demandOf = (pattern: Pattern): StageDemand => {
  const uses = listSkillUses(pattern);
  const seconds = durationInSeconds(flattenScore(pattern));
  return { pattern, uses, demand: { tempo: pattern.tempo, seconds, uses } };
};

/** The pattern of each stage of a ladder: its own part where it has one, the whole elsewhere. */
const listStagePatterns = ({ pattern, plan }: PractisedPattern): ReadonlyMap<string, Pattern> => {
  const ladder = createLadder(pattern, { target: plan.target, hand: plan.hand });
  const stages = ladder.ok ? ladder.value.stages : [];
  // Strings are muted there to hear the rhythm alone, not to learn muting.
  const isWhole = (stage: LadderStage): boolean => stage.kind === 'muted' || stage.pattern.strokes.length === 0;
  return new Map(stages.map((stage) => [stage.key, isWhole(stage) ? pattern : stage.pattern]));
};

/** Share of a beat from a slip within which a stroke belongs to it. */
const NEAR = 0.25;

/** What is asked for at a place of a stage. */
const skillsAt = ({ pattern, uses }: StageDemand, tick: number): readonly SkillCode[] => {
  const near = ticksPerBeat(pattern.metre) * NEAR;
  const here = new Set(pattern.strokes.filter(({ at }) => Math.abs(at - tick) <= near).map(({ id }) => id));
  return uses.filter(({ strokeIds }) => strokeIds.some((id) => here.has(id))).map(({ code }) => code);
};

const toAttempts = (stage: StageDemand, { day, tempo, clean, slipped, slipTicks }: AttemptSummary): SkillAttempts => {
  const slippedOn = slipTicks.map((tick) => skillsAt(stage, tick)).filter((codes) => codes.length > 0);
  return { day, demand: stage.demand, tempo, clean, slipped, slippedOn };
};

/**
 * What a student's passes say of skills: each with what its stage asks for, in the order of their days. Passes of what
 * is not assigned any more are left out.
 * @example
 * listSkillAttempts([], [{ assignment: 'a', stage: 's', day: 1, tempo: 60, clean: 1, slipped: 0, slipTicks: [] }])
 * // => []
 */
export const listSkillAttempts = (
  practised: readonly PractisedPattern[],
  attempts: readonly AttemptSummary[],
): readonly SkillAttempts[] => {
  const byAssignment = new Map(practised.map((one) => [one.id, one]));
  const stages = new Map<string, ReadonlyMap<string, Pattern>>();
  const demands = new Map<Pattern, StageDemand>();
  const stageOf = ({ assignment, stage }: AttemptSummary): StageDemand | undefined => {
    const one = byAssignment.get(assignment);
    if (!one) return undefined;
    const patterns = stages.get(assignment) ?? listStagePatterns(one);
    stages.set(assignment, patterns);
    const pattern = patterns.get(stage) ?? one.pattern;
    const demand = demands.get(pattern) ?? demandOf(pattern);
    demands.set(pattern, demand);
    return demand;
  };
  return attempts
    .flatMap((row) => {
      const stage = stageOf(row);
      return stage ? [toAttempts(stage, row)] : [];
    })
    .sort((a, b) => a.day - b.day);
};
