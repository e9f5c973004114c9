import type { Message } from '../message/index.ts';
import type { Digit, Pattern } from '../pattern/index.ts';
import { describeScorePosition, flattenScore, type Score } from '../score/index.ts';
import type { Fingering } from './evaluation/cost-items.ts';
import {
  getRecurringBars,
  selectDigits,
  resolveSchoolOrThrow,
  createTaskFromScore,
  type FingeringOptions,
} from './task/pattern-task.ts';
import type { FingeringCache } from './solver/solver-cache.ts';
import { withoutHurry } from './without-hurry.ts';
import { solveFingering, solveKBest, type FingeringSolution } from './solver/solve-fingering.ts';
import { getOrCreate, getOrCreateWeak } from './memoise.ts';
import { shareEvents, type FingeringTask, type TaskStroke } from './task/fingering-task.ts';

/** The fingering most bars of a figure have, the earliest of them where several are level. */
const majorityFingering = (digits: Fingering, bars: readonly (readonly number[])[]): readonly (Digit | null)[] => {
  const votes = new Map<string, { count: number; readonly bar: readonly number[] }>();
  let most: { count: number; readonly bar: readonly number[] } | undefined;
  for (const bar of bars) {
    const vote = getOrCreate(votes, selectDigits(digits, bar).join(' '), () => ({ count: 0, bar }));
    vote.count += 1;
  }
  for (const vote of votes.values()) if (!most || vote.count > most.count) most = vote;
  return selectDigits(digits, most?.bar ?? []);
};

/** For each stroke the digit it has by habit, because its figure came with it elsewhere in the part. */
type RecurringDigits = readonly (Digit | undefined)[];

const findRecurringDigits = (score: Score, digits: Fingering): RecurringDigits => {
  const habits = new Array<Digit | undefined>(score.strokes.length).fill(undefined);
  for (const bars of getRecurringBars(score).values()) {
    if (bars.length < 2) continue;
    const model = majorityFingering(digits, bars);
    for (const bar of bars)
      for (let place = 0; place < bar.length; place += 1) habits[bar[place] as number] = model[place] ?? undefined;
  }
  return habits;
};

/** Whether all strokes have the digit of their habit already. */
const hasRecurringDigits = (habits: RecurringDigits, digits: Fingering): boolean => {
  for (let index = 0; index < habits.length; index += 1)
    if (habits[index] && habits[index] !== digits[index]) return false;
  return true;
};

/** Strokes with a habit: made once, so that what is known of them is found again. */
const recurringStrokeCache = new WeakMap<TaskStroke, Map<Digit, TaskStroke>>();

const withRecurringDigit = (stroke: TaskStroke, habit: Digit | undefined): TaskStroke =>
  habit === undefined
    ? stroke
    : getOrCreate(
        getOrCreateWeak(recurringStrokeCache, stroke, () => new Map<Digit, TaskStroke>()),
        habit,
        () => ({ ...stroke, recurringDigit: habit }),
      );

/** The task as it is finally solved: with the habits of figures that come back otherwise than before. */
const applyRecurringDigits = (score: Score, task: FingeringTask, first: FingeringSolution): FingeringTask => {
  const habits = findRecurringDigits(score, first.digits);
  if (hasRecurringDigits(habits, first.digits) || task.school.weights.consistency === 0) return task;
  const strokes = task.strokes.map((stroke, index) => withRecurringDigit(stroke, habits[index]));
  return { ...task, strokes: shareEvents(strokes, task.strokes) };
};

/**
 * Fingers a score whose task is made already; see `fingerPattern`.
 * @example
 * fingerScore(
 *   flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *   createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 * ).digits.join(' ') // => 'p i m i'
 */
export const fingerScore = (score: Score, given: FingeringTask, memory?: FingeringCache): FingeringSolution => {
  const where = (at: number): Message => describeScorePosition(score, at);
  const task = { ...given, school: withoutHurry(given.school) };
  const first = solveFingering(task, where, memory?.initialSolver);
  const settled = applyRecurringDigits(score, task, first);
  return settled === task ? first : solveFingering(settled, where, memory?.finalSolver);
};

/**
 * Fingers a pattern by its school at its tempo: the exact least-cost answer; where a bar comes back with another
 * fingering, a second exact run in which leaving the usual fingering of a figure costs too.
 * @example
 * fingerPattern(valueOrThrow(parseStringNotation('6 3 2 1 2 3', { subdivision: 3 })).pattern).digits.join(' ')
 * // => 'p i m a m i'
 */
export const fingerPattern = (pattern: Pattern, options: FingeringOptions = {}): FingeringSolution => {
  const score = flattenScore(pattern, options);
  return fingerScore(
    score,
    createTaskFromScore(score, options.school ?? resolveSchoolOrThrow(pattern), options.hand),
    options.cache,
  );
};

/**
 * The best few distinct fingerings of a pattern, cheapest first: fewer than asked for where there are no more.
 * @example
 * findBestFingerings(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, 2)[0].digits.join(' ') // => 'p i m i'
 */
export const findBestFingerings = (
  pattern: Pattern,
  count: number,
  options: FingeringOptions = {},
): readonly FingeringSolution[] => {
  const score = flattenScore(pattern, options);
  const school = withoutHurry(options.school ?? resolveSchoolOrThrow(pattern));
  const task = createTaskFromScore(score, school, options.hand);
  const where = (at: number): Message => describeScorePosition(score, at);
  return solveKBest(applyRecurringDigits(score, task, solveFingering(task, where)), where, count);
};
