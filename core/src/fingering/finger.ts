import { whereIs, type Digit, type Pattern } from '../pattern/index.ts';
import type { Digits } from './evaluate.ts';
import { figuresOf, fingeringOf, taskOf, type FingerOptions } from './pattern-task.ts';
import { solve, solveBest, type Solution } from './solve.ts';
import type { Task } from './task.ts';

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

/** Digits that strokes are wont to have because their figure came with them elsewhere in the part. */
const wontDigits = (pattern: Pattern, digits: Digits): ReadonlyMap<number, Digit> => {
  const wont = new Map<number, Digit>();
  for (const bars of figuresOf(pattern).values()) {
    if (bars.length < 2) continue;
    const model = usual(digits, bars);
    for (const bar of bars)
      bar.forEach((index, place) => {
        const digit = model[place];
        if (digit) wont.set(index, digit);
      });
  }
  return wont;
};

/** The task as it is finally solved: with the wont of figures that come back otherwise than before. */
const settledTask = (pattern: Pattern, task: Task, first: Solution): Task => {
  const wont = wontDigits(pattern, first.digits);
  const settled = [...wont].every(([index, digit]) => first.digits[index] === digit);
  if (settled || task.school.weights.consistency === 0) return task;
  return { ...task, strokes: task.strokes.map((stroke, index) => ({ ...stroke, wont: wont.get(index) })) };
};

/**
 * Fingers a pattern by its school at its tempo: the exact least-cost answer; where a bar comes back with another
 * fingering, a second exact run in which leaving the usual fingering of a figure costs too.
 * @example
 * fingerPattern(valueOrThrow(readFigure('6 3 2 1 2 3', { subdivision: 3 })).pattern).digits.join(' ') // => 'p i m a m i'
 */
export const fingerPattern = (pattern: Pattern, options: FingerOptions = {}): Solution => {
  const task = taskOf(pattern, options);
  const where = (at: number): string => whereIs(pattern, at);
  const first = solve(task, where);
  const settled = settledTask(pattern, task, first);
  return settled === task ? first : solve(settled, where);
};

/**
 * The best few distinct fingerings of a pattern, cheapest first: fewer than asked for where there are no more.
 * @example
 * bestFingerings(valueOrThrow(readFigure('5 3 2 3')).pattern, 2)[0].digits.join(' ') // => 'p i m i'
 */
export const bestFingerings = (pattern: Pattern, count: number, options: FingerOptions = {}): readonly Solution[] => {
  const task = taskOf(pattern, options);
  const where = (at: number): string => whereIs(pattern, at);
  return solveBest(settledTask(pattern, task, solve(task, where)), where, count);
};
