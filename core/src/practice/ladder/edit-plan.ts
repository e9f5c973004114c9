import { message, type Message } from '../../message/index.ts';
import { describeConstraint } from './tempo-constraint.ts';
import { toPlannedStage, type PracticeLadder, type LadderPlan, type PlannedStage } from './ladder.ts';
import { NEAR_MAX_TEMPO } from './tempo-steps.ts';

/** The most stages a plan holds, the longest name and remark of a stage, and the most clean passes in a row. */
export const LADDER_PLAN_LIMITS = { stages: 40, name: 80, remark: 200, gate: 50 } as const;

const replaceStages = (plan: LadderPlan, stages: readonly PlannedStage[]): LadderPlan => ({ ...plan, stages });

/**
 * A plan with one stage at another place (counted from 0); the others keep their order.
 * @example
 * moveStage({ target: 60, stages: ['a', 'b', 'c'].map((key) => ({ key, name: key, gate: 5, tempos: [] })) }, 'c', 0)
 *   .stages.map(({ key }) => key)
 *   .join('') // => 'cab'
 */
export const moveStage = (plan: LadderPlan, key: string, to: number): LadderPlan => {
  const rest = plan.stages.filter((stage) => stage.key !== key);
  const moved = plan.stages.find((stage) => stage.key === key);
  return moved ? replaceStages(plan, [...rest.slice(0, Math.max(0, to)), moved, ...rest.slice(Math.max(0, to))]) : plan;
};

/**
 * A plan without a stage; the last one stays.
 * @example
 * removeStage({ target: 60, stages: ['a', 'b'].map((key) => ({ key, name: key, gate: 5, tempos: [] })) }, 'a').stages
 *   .length // => 1
 */
export const removeStage = (plan: LadderPlan, key: string): LadderPlan =>
  plan.stages.length > 1
    ? replaceStages(
        plan,
        plan.stages.filter((stage) => stage.key !== key),
      )
    : plan;

/**
 * The stages of a ladder that a plan leaves out.
 * @example
 * listRemovedStages(
 *   valueOrThrow(createLadder(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, { target: 60 })),
 *   { target: 60, stages: [] },
 * )[0].key // => 'position'
 */
export const listRemovedStages = ({ stages }: PracticeLadder, plan: LadderPlan): readonly PlannedStage[] => {
  const there = new Set(plan.stages.map(({ key }) => key));
  return stages.filter(({ key }) => !there.has(key)).map(toPlannedStage);
};

/**
 * A plan with a stage of its ladder taken up again, before the first that comes after it in the ladder.
 * @example
 * restoreStage(
 *   valueOrThrow(createLadder(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, { target: 60 })),
 *   { target: 60, stages: [] },
 *   'slowly',
 * ).stages[0].key // => 'slowly'
 */
export const restoreStage = (ladder: PracticeLadder, plan: LadderPlan, key: string): LadderPlan => {
  const order = ladder.stages.map((stage) => stage.key);
  const stage = listRemovedStages(ladder, plan).find((one) => one.key === key);
  if (!stage) return plan;
  const later = new Set(order.slice(order.indexOf(key) + 1));
  const found = plan.stages.findIndex((one) => later.has(one.key));
  const at = found < 0 ? plan.stages.length : found;
  return replaceStages(plan, [...plan.stages.slice(0, at), stage, ...plan.stages.slice(at)]);
};

/**
 * A plan with one stage changed: a tempo of its own, a remark, another gate.
 * @example
 * updateStage({ target: 60, stages: [{ key: 'a', name: 'A', gate: 5, tempos: [50, 60] }] }, 'a', { tempos: [55] })
 *   .stages[0].tempos // => [55]
 */
export const updateStage = (
  plan: LadderPlan,
  key: string,
  change: Partial<Pick<PlannedStage, 'tempos' | 'remark' | 'gate' | 'name'>>,
): LadderPlan =>
  replaceStages(
    plan,
    plan.stages.map((stage) => (stage.key === key ? { ...stage, ...change } : stage)),
  );

const limitTempos = (tempos: readonly number[], most: number): readonly number[] => {
  const within = tempos.filter((tempo) => tempo < most);
  return within.length === tempos.length ? tempos : [...within, most];
};

/**
 * A plan in which nothing is played faster than a tempo, in beats per minute.
 * @example
 * limitPlanTempo({ target: 90, stages: [{ key: 'a', name: 'A', gate: 5, tempos: [60, 90] }] }, 75).stages[0].tempos
 * // => [60, 75]
 */
export const limitPlanTempo = (plan: LadderPlan, most: number): LadderPlan =>
  replaceStages(
    plan,
    plan.stages.map((stage) => ({ ...stage, tempos: limitTempos(stage.tempos, most) })),
  );

/** What a teacher adds to a ladder: the whole figure, with words of their own. */
export interface CustomStage {
  readonly name: string;
  /** Beats per minute. */
  readonly tempo: number;
  readonly remark?: string;
}

/** Clean times in a row that pass a stage of the teacher's own. */
const CUSTOM_STAGE_STREAK = 5;

/**
 * A plan with a stage of the teacher's own at its end: the whole figure at a tempo.
 * @example
 * addCustomStage({ target: 60, stages: [] }, { name: 'For somebody', tempo: 55 }).stages[0].key // => 'own-1'
 */
export const addCustomStage = (plan: LadderPlan, { name, tempo, remark }: CustomStage): LadderPlan => {
  const keys = new Set(plan.stages.map(({ key }) => key));
  let number = 1;
  while (keys.has(`own-${number}`)) number += 1;
  const whole = plan.stages.find(({ key }) => key === 'tempo');
  const stage = {
    key: `own-${number}`,
    name,
    gate: CUSTOM_STAGE_STREAK,
    tempos: [tempo],
    ...(whole ? { ceiling: whole.ceiling, cause: whole.cause, constraint: whole.constraint } : {}),
    ...(remark ? { remark } : {}),
  };
  return replaceStages(plan, [...plan.stages, stage]);
};

const leftOutWords = (ladder: PracticeLadder, plan: LadderPlan): readonly Message[] => {
  const gone = new Set(listRemovedStages(ladder, plan).map(({ key }) => key));
  return ladder.stages.slice(1).flatMap(({ key, name }, index) => {
    const before = ladder.stages[index];
    return before && gone.has(before.key) && !gone.has(key)
      ? [message('ladder-note.prerequisite-removed', { stage: name, other: before.name })]
      : [];
  });
};

const orderWords = (ladder: PracticeLadder, { stages }: LadderPlan): readonly Message[] => {
  const place = new Map(stages.map(({ key }, index) => [key, index]));
  return ladder.stages.slice(1).flatMap(({ key, name }, index) => {
    const before = ladder.stages[index];
    const [own, its] = [place.get(key), place.get(before?.key ?? '')];
    return before && own !== undefined && its !== undefined && own < its
      ? [message('ladder-note.order-changed', { stage: name, other: before.name })]
      : [];
  });
};

const strainWords = ({ stages }: LadderPlan): readonly Message[] =>
  stages.flatMap(({ name, tempos, ceiling, constraint }) => {
    const most = Math.max(0, ...tempos);
    if (!ceiling || most <= ceiling * NEAR_MAX_TEMPO) return [];
    const near = message(most > ceiling ? 'ladder-note.above-max-tempo' : 'ladder-note.near-max-tempo', {
      stage: name,
      tempo: most,
      max: Math.floor(ceiling),
    });
    return constraint ? [near, message('ladder-note.limited-by', { limit: describeConstraint(constraint) })] : [near];
  });

const endWords = ({ stages, target }: LadderPlan): readonly Message[] => {
  const most = Math.max(0, ...stages.flatMap(({ tempos }) => tempos));
  if (most >= target) return [];
  return [
    most === 0
      ? message('ladder-note.no-tempo-stage', { target })
      : message('ladder-note.target-not-reached', { most, target }),
  ];
};

/**
 * What follows from how a teacher arranged a ladder: what begins unprepared, what is near or beyond the hand,
 * and whether the target is reached at all.
 * @example
 * checkPlan(valueOrThrow(createLadder(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, { target: 60 })), {
 *   target: 60,
 *   stages: [],
 * }).at(-1).code // => 'ladder-note.no-tempo-stage'
 */
export const checkPlan = (ladder: PracticeLadder, plan: LadderPlan): readonly Message[] => [
  ...leftOutWords(ladder, plan),
  ...orderWords(ladder, plan),
  ...strainWords(plan),
  ...endWords(plan),
];
