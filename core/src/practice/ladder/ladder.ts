import { message, type Label, type Message } from '../../message/index.ts';
import { analysePattern, wholeTempo, type PatternAnalysis } from '../../analysis/index.ts';
import { failure, createProblem, success, type Result } from '../../errors/index.ts';
import { ABLE_ADULT_HAND, SCHOOLS, type HandProfile } from '../../fingering/index.ts';
import type { Voicing } from '../../harmony/index.ts';
import type { Pattern } from '../../pattern/index.ts';
import { TEMPO_RANGE } from '../../time/index.ts';
import { findLimitingConstraint, type TempoConstraint } from './tempo-constraint.ts';
import { createStageDrafts, type SkippedStage, type StageDraft } from './stage-drafts.ts';
import { NEAR_MAX_TEMPO, computeEasyTempo, listTempoSteps } from './tempo-steps.ts';

/** Two ways of getting fast: slowly until clean, then faster; or with short bursts early. */
export const PRACTICE_METHODS = ['slow', 'bursts'] as const;

/** A way of getting fast. */
export type PracticeMethod = (typeof PRACTICE_METHODS)[number];

/** A stage of a ladder: what is played, at which tempos, and what passes it. */
export interface LadderStage extends StageDraft {
  /** Tempos in order, in beats a minute; each has to be passed. */
  readonly tempos: readonly number[];
  /** The quickest the hand could play it; null where nothing limits. */
  readonly ceiling: number | null;
  /** What limits it; null where nothing does. */
  readonly cause: Message | null;
  /** Which digit, or which two in turn, that is about. */
  readonly constraint: TempoConstraint | null;
  /** The stage it prepares; null for the last. */
  readonly prepares: Message | null;
}

/** A target near or beyond what the hand can do, and what could be done instead. */
export interface TargetTempoWarning {
  readonly maxTempo: number;
  /** What sets the ceiling. */
  readonly limitReason: Message;
  readonly suggestions: readonly Message[];
  /** The highest target that is within reach. */
  readonly reachableTarget: number;
}

/** The way from a pattern seen for the first time to its tempo. */
export interface PracticeLadder {
  /** The whole pattern with the digits that play it: what is kept up when all is learned. */
  readonly whole: Pattern;
  readonly stages: readonly LadderStage[];
  readonly skippedStages: readonly SkippedStage[];
  readonly target: number;
  readonly maxTempo: number | null;
  readonly warning: TargetTempoWarning | null;
  /** The hand it was made for: the same stages come again for the same hand. */
  readonly hand: HandProfile;
}

/** What a ladder is made for. */
export interface LadderOptions {
  /** Beats per minute. */
  readonly target: number;
  readonly method?: PracticeMethod;
  readonly hand?: HandProfile;
  /** Shapes to take it over. */
  readonly voicings?: readonly Voicing[];
}

/** How long a figure may be. */
const LADDER_LIMITS = { strokes: 400 } as const;

/**
 * The pattern with the digits it is given: parts of it keep them. What comes out the other way round every other time
 * keeps its freedom.
 */
const pinDigits = (pattern: Pattern, { digits, secondPassDigits }: PatternAnalysis): Pattern => {
  const cyclic = { ...pattern, cyclic: true };
  if (secondPassDigits) return cyclic;
  const strokes = pattern.strokes.map((stroke) => {
    const pin = digits[stroke.id];
    return pin && !stroke.slur ? { ...stroke, pin } : stroke;
  });
  return { ...cyclic, strokes };
};

/** Schools in which the same strokes have a higher ceiling: at most two, the highest first. */
const findFasterSchools = (pattern: Pattern, hand: HandProfile, ceiling: number): readonly Message[] =>
  SCHOOLS.filter(({ key }) => key !== pattern.school)
    .map((school) => {
      const judgement = analysePattern(pattern, { school, hand });
      const whole = pattern.strokes.every(({ id, slur }) => slur || judgement.digits[id]);
      return { name: school.name, bpm: whole ? (judgement.limit?.maxTempo ?? 0) : 0 };
    })
    .filter(({ bpm }) => bpm > ceiling * 1.03)
    .sort((a, b) => b.bpm - a.bpm)
    .slice(0, 2)
    .map(({ name, bpm }) => message('target-offer.school', { school: name, max: Math.floor(bpm) }));

const createTargetWarning = (
  pattern: Pattern,
  judgement: PatternAnalysis,
  { target }: LadderOptions,
  hand: HandProfile,
): TargetTempoWarning | null => {
  const { limit } = judgement;
  if (!limit || target <= NEAR_MAX_TEMPO * limit.maxTempo) return null;
  const within = Math.floor(NEAR_MAX_TEMPO * limit.maxTempo);
  return {
    maxTempo: limit.maxTempo,
    limitReason: limit.reason,
    reachableTarget: within,
    suggestions: [
      ...findFasterSchools(pattern, hand, limit.maxTempo),
      message('target-offer.practise-limit'),
      message('target-offer.lower-target', { target: within }),
    ],
  };
};

const addTempos = (raw: StageDraft, next: StageDraft | undefined, target: number, hand: HandProfile): LadderStage => {
  const judgement = raw.pattern.strokes.length === 0 ? null : analysePattern(raw.pattern, { hand });
  const limit = judgement?.limit;
  const ceiling = limit?.maxTempo ?? null;
  const reach = ceiling === null ? target : Math.min(target, Math.floor(ceiling));
  const easy = raw.gate === 0 ? [] : [computeEasyTempo(reach, ceiling)];
  const tempos = raw.kind === 'tempo' ? listTempoSteps(reach, ceiling) : easy;
  const constraint = judgement && findLimitingConstraint(judgement);
  return { ...raw, tempos, ceiling, cause: limit?.reason ?? null, constraint, prepares: next?.name ?? null };
};

/**
 * The ladder of a pattern for a hand and a target: stages made by transforms, each within what the hand can do, the
 * kinds it needs none of with the reason, and a warning where the target is more than 92 % of the ceiling. Errors:
 * `ladder-impossible` for no strokes, too many of them, or a target no metronome has.
 * @example
 * valueOrThrow(createLadder(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, { target: 100 }))
 *   .stages.map(({ kind }) => kind)
 *   .slice(0, 3)
 *   .join(' ') // => 'position thumb fingers'
 */
export const createLadder = (given: Pattern, aim: LadderOptions): Result<PracticeLadder> => {
  const { target, hand = ABLE_ADULT_HAND, voicings = [], method = PRACTICE_METHODS[0] } = aim;
  const refuse = (why: Message): Result<PracticeLadder> =>
    failure(createProblem('ladder-impossible', { problem: why }));
  if (given.strokes.length === 0) return refuse(message('reason.ladder-empty'));
  if (given.strokes.length > LADDER_LIMITS.strokes)
    return refuse(message('reason.ladder-too-long', { count: given.strokes.length, limit: LADDER_LIMITS.strokes }));
  if (!(target >= TEMPO_RANGE.least && target <= TEMPO_RANGE.most))
    return refuse(message('reason.target-out-of-range', { ...TEMPO_RANGE, target }));
  const analysis = analysePattern({ ...given, cyclic: true }, { hand });
  const pattern = pinDigits(given, analysis);
  const source = { pattern, analysis, options: { hand }, voicings, hasBursts: method === 'bursts' };
  const { stages, leftOut } = createStageDrafts(source);
  // What the whole cannot reach is no aim for its parts either.
  const within = Math.min(target, wholeTempo(analysis.limit?.maxTempo ?? target));
  return success({
    whole: pattern,
    stages: stages.map((stage, index) => addTempos(stage, stages[index + 1], within, hand)),
    skippedStages: leftOut,
    target,
    maxTempo: analysis.limit?.maxTempo ?? null,
    warning: createTargetWarning(given, analysis, aim, hand),
    hand,
  });
};

/** A stage as practising has to know it: without what is played. */
export interface PlannedStage extends Pick<LadderStage, 'key' | 'gate' | 'tempos'> {
  /** A text of the catalogue, or the teacher's own words. */
  readonly name: Label;
  readonly cause?: Message | null;
  /** The quickest the hand could play it, in beats a minute, and what it is held up by. */
  readonly ceiling?: number | null;
  readonly constraint?: TempoConstraint | null;
  /** The teacher's own remark, in place of the one that comes with the stage. */
  readonly remark?: string;
}

/** What of a ladder practising has to know: no patterns. */
export interface LadderPlan {
  readonly stages: readonly PlannedStage[];
  readonly target: number;
  /** The hand the ladder was made for, where it is not the able adult's. */
  readonly hand?: HandProfile;
}

/** A stage of a ladder as a plan holds it. */
export const toPlannedStage = ({ key, name, gate, tempos, cause, ceiling, constraint }: LadderStage): PlannedStage => ({
  key,
  name,
  gate,
  tempos,
  cause,
  ceiling,
  constraint,
});

/**
 * The plan of a ladder: its stages with their gates and tempos and the hand it was made for, without what is played.
 * @example
 * toLadderPlan(valueOrThrow(createLadder(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, { target: 100 })))
 *   .target // => 100
 */
export const toLadderPlan = ({ stages, target, hand }: PracticeLadder): LadderPlan => ({
  target,
  ...(hand === ABLE_ADULT_HAND ? {} : { hand }),
  stages: stages.map(toPlannedStage),
});
