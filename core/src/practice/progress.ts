import type { LadderPlan } from './ladder.ts';
import { inOrder, type PracticeEvent } from './log.ts';

/** One day of practice on an item. */
export interface PracticeDay {
  /** Days since 1970, by the clock of the events. */
  readonly day: number;
  readonly clean: number;
  readonly slipped: number;
  readonly minutes: number;
  /** The quickest tempo a gate was passed at that day; null where none was. */
  readonly best: number | null;
}

/** How attempts at one stage went. */
export interface StageCount {
  readonly key: string;
  readonly clean: number;
  readonly slipped: number;
}

/** How an item stands: a fold over its events. */
export interface Progress {
  /** Index of the stage at hand; the number of stages where all are passed. */
  readonly stage: number;
  /** Index of the tempo at hand among the stage's. */
  readonly step: number;
  /** Beats a minute to practise at; null where the stage has none. */
  readonly tempo: number | null;
  readonly streak: number;
  /** Slips since half a gate was last reached: three lead back. */
  readonly slips: number;
  /** Stages that are passed, and when, in milliseconds since 1970. */
  readonly passed: readonly { readonly key: string; readonly at: number }[];
  /** How often slips led back two tempos. */
  readonly fallbacks: readonly number[];
  readonly days: readonly PracticeDay[];
  /** Attempts by stage, in the order the stages were first tried. */
  readonly attempts: readonly StageCount[];
  readonly minutes: number;
  /** When anything last happened; null where nothing did. */
  readonly last: number | null;
  readonly discomfort: number | null;
}

/** Milliseconds in a day. */
export const DAY = 24 * 60 * 60 * 1000;

/** Slips without half a gate between them that lead back, how far, and how clean gates have to be to skip one (est.). */
const RULES = { slips: 3, back: 2, gatesToSkip: 2 } as const;

/** How something that is practised stands, in short: what lists show without going through the log. */
export interface Standing {
  readonly stage: string | null;
  readonly tempo: number | null;
  /** Stages passed, of how many. */
  readonly passed: number;
  readonly of: number;
  readonly best: number | null;
  readonly minutes: number;
  readonly last: number | null;
  readonly discomfort: number | null;
  readonly stuck: { readonly sentence: string; readonly advice: string } | null;
  /** When the last stage was passed, and when it comes back for review. */
  readonly through: number | null;
  readonly due: number | null;
}

/** Where somebody stands while a log is gone through. */
export interface Stand {
  stage: number;
  step: number;
  streak: number;
  slips: number;
  /** Gates passed in a row without a slip. */
  clean: number;
  readonly passed: { key: string; at: number }[];
  readonly fallbacks: number[];
}

/**
 * Clean times in a row that pass the step at hand; 0 where the stage is done once.
 * @example
 * gateAtHand({ target: 60, stages: [{ key: 'a', name: 'A', gate: 5, tempos: [60] }] }, { stage: 0, step: 0 }) // => 5
 */
export const gateAtHand = (plan: LadderPlan, { stage, step }: Pick<Progress, 'stage' | 'step'>): number => {
  const { gate = 0, tempos = [] } = plan.stages[stage] ?? {};
  // Ten a step on the way, five at the top.
  return gate > 5 && tempos.length > 1 && step === tempos.length - 1 ? 5 : gate;
};

const passStage = (plan: LadderPlan, now: Stand, at: number): void => {
  const key = plan.stages[now.stage]?.key;
  if (key !== undefined) now.passed.push({ key, at });
  now.stage += 1;
  now.step = 0;
};

const passGate = (plan: LadderPlan, now: Stand, at: number): void => {
  const steps = plan.stages[now.stage]?.tempos.length ?? 0;
  now.streak = 0;
  now.slips = 0;
  now.clean += 1;
  const skip = steps > 1 && now.clean >= RULES.gatesToSkip && now.step + 2 < steps ? 2 : 1;
  if (skip === 2) now.clean = 0;
  if (now.step + 1 < steps) now.step += skip;
  else passStage(plan, now, at);
};

const slip = (plan: LadderPlan, now: Stand, at: number): void => {
  const half = now.streak * 2 >= gateAtHand(plan, now);
  now.slips = half ? 1 : now.slips + 1;
  now.streak = 0;
  now.clean = 0;
  if (now.slips < RULES.slips) return;
  now.slips = 0;
  now.fallbacks.push(at);
  now.step = Math.max(0, now.step - RULES.back);
};

/** Whether an attempt is at the stage and the tempo at hand; others count for the log alone. */
const isAtHand = ({ stages }: LadderPlan, { stage, step }: Stand, event: PracticeEvent): boolean =>
  stages[stage]?.key === event.stage && stages[stage]?.tempos[step] === event.tempo;

/** Takes a stage as learnt, and all before it. */
const passThrough = (plan: LadderPlan, now: Stand, event: PracticeEvent): void => {
  const index = plan.stages.findIndex(({ key }) => key === event.stage);
  while (index >= 0 && now.stage <= index) passStage(plan, now, event.at);
  now.streak = 0;
  now.slips = 0;
};

/** Where everybody stands at first. */
export const newStanding = (): Stand => ({
  stage: 0,
  step: 0,
  streak: 0,
  slips: 0,
  clean: 0,
  passed: [],
  fallbacks: [],
});

/** Goes on by an event; says the tempo a gate was passed at, if one was. */
export const goOn = (plan: LadderPlan, now: Stand, event: PracticeEvent): number | null => {
  if (event.kind === 'passed' || event.kind === 'done') passThrough(plan, now, event);
  if (!isAtHand(plan, now, event)) return null;
  if (event.kind === 'slipped') slip(plan, now, event.at);
  if (event.kind !== 'clean') return null;
  now.streak += 1;
  if (now.streak < gateAtHand(plan, now)) return null;
  passGate(plan, now, event.at);
  return event.tempo ?? null;
};

type MutableDay = { -readonly [K in keyof PracticeDay]: PracticeDay[K] };

const dayOf = (days: Map<number, MutableDay>, at: number): MutableDay => {
  const day = Math.floor(at / DAY);
  const known = days.get(day) ?? { day, clean: 0, slipped: 0, minutes: 0, best: null };
  days.set(day, known);
  return known;
};

const count = (day: MutableDay, { kind, minutes = 0 }: PracticeEvent, best: number | null): void => {
  if (kind === 'clean') day.clean += 1;
  if (kind === 'slipped') day.slipped += 1;
  day.minutes += minutes;
  if (best !== null) day.best = Math.max(day.best ?? 0, best);
};

const countAttempts = (events: readonly PracticeEvent[]): readonly StageCount[] => {
  const found = new Map<string, { key: string; clean: number; slipped: number }>();
  for (const { kind, stage } of events) {
    if (stage === undefined || (kind !== 'clean' && kind !== 'slipped')) continue;
    const known = found.get(stage) ?? { key: stage, clean: 0, slipped: 0 };
    known[kind] += 1;
    found.set(stage, known);
  }
  return [...found.values()];
};

/** Attempts from which a share of slips says something, and the share from which a stage is weak (est.). */
const WEAK = { attempts: 12, share: 0.15 } as const;

/**
 * The stages in which most attempts slipped, the worst first; those with few attempts are left aside.
 * @example
 * weakStages([{ key: 'thumb', clean: 10, slipped: 10 }, { key: 'tempo', clean: 30, slipped: 1 }]).map(({ key }) => key).join() // => 'thumb'
 */
export const weakStages = (attempts: readonly StageCount[]): readonly (StageCount & { readonly share: number })[] =>
  attempts
    .map((one) => ({ ...one, share: one.slipped / Math.max(1, one.clean + one.slipped) }))
    .filter(({ clean, slipped, share }) => clean + slipped >= WEAK.attempts && share >= WEAK.share)
    .sort((a, b) => b.share - a.share);

/**
 * How an item stands by its log. Events may come in any order and more than once: the outcome is the same. Gates are clean
 * times in a row at the tempo at hand; three slips without half a gate between them lead two tempos back; two gates in a row
 * without a slip skip one (rules est.).
 * @example
 * progressOf({ target: 60, stages: [{ key: 'slowly', name: 'Slowly', gate: 1, tempos: [60] }] }, [{ id: 'a', at: 5, kind: 'clean', stage: 'slowly', tempo: 60 }]).stage // => 1
 */
export const progressOf = (plan: LadderPlan, events: readonly PracticeEvent[]): Progress => {
  const now = newStanding();
  const days = new Map<number, MutableDay>();
  const ordered = inOrder(events);
  let discomfort: number | null = null;
  for (const event of ordered) {
    count(dayOf(days, event.at), event, goOn(plan, now, event));
    if (event.kind === 'discomfort') discomfort = event.at;
  }
  const all = [...days.values()];
  return {
    stage: now.stage,
    step: now.step,
    tempo: plan.stages[now.stage]?.tempos[now.step] ?? null,
    streak: now.streak,
    slips: now.slips,
    passed: now.passed,
    fallbacks: now.fallbacks,
    days: all,
    attempts: countAttempts(ordered),
    minutes: all.reduce((sum, { minutes }) => sum + minutes, 0),
    last: ordered.at(-1)?.at ?? null,
    discomfort,
  };
};
