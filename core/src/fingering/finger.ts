import type { Message } from '../message/index.ts';
import type { Digit, Pattern } from '../pattern/index.ts';
import { placeIn, realise, type Score } from '../score/index.ts';
import type { Digits } from './evaluate.ts';
import { figuresOf, fingeringOf, schoolOf, taskOfScore, type FingerOptions } from './pattern-task.ts';
import type { FingeringMemory } from './memory.ts';
import { solve, solveBest, type Solution } from './solve.ts';
import { remember, rememberBy } from './remember.ts';
import { withSameEvents, type Task, type TaskStroke } from './task.ts';

/** The fingering most bars of a figure have, the earliest of them where several are level. */
const usual = (digits: Digits, bars: readonly (readonly number[])[]): readonly (Digit | null)[] => {
  const votes = new Map<string, { count: number; readonly bar: readonly number[] }>();
  let most: { count: number; readonly bar: readonly number[] } | undefined;
  for (const bar of bars) {
    const vote = remember(votes, fingeringOf(digits, bar).join(' '), () => ({ count: 0, bar }));
    vote.count += 1;
  }
  for (const vote of votes.values()) if (!most || vote.count > most.count) most = vote;
  return fingeringOf(digits, most?.bar ?? []);
};

/** For each stroke the digit it has by habit, because its figure came with it elsewhere in the part. */
type Habits = readonly (Digit | undefined)[];

const habitsOf = (score: Score, digits: Digits): Habits => {
  const habits = new Array<Digit | undefined>(score.strokes.length).fill(undefined);
  for (const bars of figuresOf(score).values()) {
    if (bars.length < 2) continue;
    const model = usual(digits, bars);
    for (const bar of bars)
      for (let place = 0; place < bar.length; place += 1) habits[bar[place] as number] = model[place] ?? undefined;
  }
  return habits;
};

/** Whether all strokes have the digit of their habit already. */
const isSettled = (habits: Habits, digits: Digits): boolean => {
  for (let index = 0; index < habits.length; index += 1)
    if (habits[index] && habits[index] !== digits[index]) return false;
  return true;
};

/** Strokes with a habit: made once, so that what is known of them is found again. */
const habitual = new WeakMap<TaskStroke, Map<Digit, TaskStroke>>();

const inHabit = (stroke: TaskStroke, habit: Digit | undefined): TaskStroke =>
  habit === undefined
    ? stroke
    : remember(
        rememberBy(habitual, stroke, () => new Map<Digit, TaskStroke>()),
        habit,
        () => ({ ...stroke, habit }),
      );

/** The task as it is finally solved: with the habits of figures that come back otherwise than before. */
const settledTask = (score: Score, task: Task, first: Solution): Task => {
  const habits = habitsOf(score, first.digits);
  if (isSettled(habits, first.digits) || task.school.weights.consistency === 0) return task;
  const strokes = task.strokes.map((stroke, index) => inHabit(stroke, habits[index]));
  return { ...task, strokes: withSameEvents(strokes, task.strokes) };
};

/**
 * Fingers a score whose task is made already; see `fingerPattern`.
 * @example
 * fingerScore(realise(valueOrThrow(readFigure('5 3 2 3')).pattern), taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern)).digits.join(' ') // => 'p i m i'
 */
export const fingerScore = (score: Score, task: Task, memory?: FingeringMemory): Solution => {
  const where = (at: number): Message => placeIn(score, at);
  const first = solve(task, where, memory?.first);
  const settled = settledTask(score, task, first);
  return settled === task ? first : solve(settled, where, memory?.settled);
};

/**
 * Fingers a pattern by its school at its tempo: the exact least-cost answer; where a bar comes back with another
 * fingering, a second exact run in which leaving the usual fingering of a figure costs too.
 * @example
 * fingerPattern(valueOrThrow(readFigure('6 3 2 1 2 3', { subdivision: 3 })).pattern).digits.join(' ') // => 'p i m a m i'
 */
export const fingerPattern = (pattern: Pattern, options: FingerOptions = {}): Solution => {
  const score = realise(pattern, options);
  return fingerScore(score, taskOfScore(score, options.school ?? schoolOf(pattern), options.hand), options.memory);
};

/**
 * The best few distinct fingerings of a pattern, cheapest first: fewer than asked for where there are no more.
 * @example
 * bestFingerings(valueOrThrow(readFigure('5 3 2 3')).pattern, 2)[0].digits.join(' ') // => 'p i m i'
 */
export const bestFingerings = (pattern: Pattern, count: number, options: FingerOptions = {}): readonly Solution[] => {
  const score = realise(pattern, options);
  const task = taskOfScore(score, options.school ?? schoolOf(pattern), options.hand);
  const where = (at: number): Message => placeIn(score, at);
  return solveBest(settledTask(score, task, solve(task, where)), where, count);
};
