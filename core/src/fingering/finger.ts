import type { Digit, Pattern } from '../pattern/index.ts';
import { placeIn, realise, type Score } from '../score/index.ts';
import type { Digits } from './evaluate.ts';
import { figuresOf, fingeringOf, schoolOf, taskOfScore, type FingerOptions } from './pattern-task.ts';
import type { FingeringMemory } from './memory.ts';
import { solve, solveBest, type Solution } from './solve.ts';
import { remember, rememberBy } from './remember.ts';
import type { Task, TaskStroke } from './task.ts';

/** The fingering most bars of a figure have, the earliest of them where several are level. */
const usual = (digits: Digits, bars: readonly (readonly number[])[]): readonly (Digit | null)[] => {
  const votes = new Map<string, number>();
  for (const bar of bars) {
    const key = fingeringOf(digits, bar).join(' ');
    votes.set(key, (votes.get(key) ?? 0) + 1);
  }
  const most = Math.max(...votes.values());
  const winner = bars.find((bar) => votes.get(fingeringOf(digits, bar).join(' ')) === most) ?? [];
  return fingeringOf(digits, winner);
};

/** Digits that strokes have by habit, because their figure came with them elsewhere in the part. */
const habitsOf = (score: Score, digits: Digits): ReadonlyMap<number, Digit> => {
  const habits = new Map<number, Digit>();
  for (const bars of figuresOf(score).values()) {
    if (bars.length < 2) continue;
    const model = usual(digits, bars);
    for (const bar of bars)
      bar.forEach((index, place) => {
        const digit = model[place];
        if (digit) habits.set(index, digit);
      });
  }
  return habits;
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
  const settled = [...habits].every(([index, digit]) => first.digits[index] === digit);
  if (settled || task.school.weights.consistency === 0) return task;
  return { ...task, strokes: task.strokes.map((stroke, index) => inHabit(stroke, habits.get(index))) };
};

/**
 * Fingers a score whose task is made already; see `fingerPattern`.
 * @example
 * fingerScore(realise(valueOrThrow(readFigure('5 3 2 3')).pattern), taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern)).digits.join(' ') // => 'p i m i'
 */
export const fingerScore = (score: Score, task: Task, memory?: FingeringMemory): Solution => {
  const where = (at: number): string => placeIn(score, at);
  const first = solve(task, where, memory?.tally);
  const settled = settledTask(score, task, first);
  return settled === task ? first : solve(settled, where, memory?.tally);
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
  const where = (at: number): string => placeIn(score, at);
  return solveBest(settledTask(score, task, solve(task, where)), where, count);
};
