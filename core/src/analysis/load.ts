import { STRIKERS, strikerOf, type Striker } from '../pattern/index.ts';
import type { Digits, Task } from '../fingering/index.ts';
import type { Need } from './needs.ts';

/** How busy a striker is over the length of a task. */
export interface Load {
  readonly striker: Striker;
  readonly strokes: number;
  /** Strokes a second. */
  readonly rate: number;
  /** The longest time it does not play, in seconds. */
  readonly longestRest: number;
  /** Share of the time it is free, 0 to 1. */
  readonly free: number;
  /** The largest share of the time there is that it needs between two of its strokes. */
  readonly strain: number;
}

const loadOf = (task: Task, digits: Digits, needs: readonly Need[], striker: Striker): Load => {
  const strokes = digits.filter((digit) => digit && strikerOf(digit) === striker).length;
  const total = task.seconds;
  const own = needs.filter((need) => need.kind === 'own' && need.striker === striker);
  const gaps = own.map(({ has }) => has);
  const busy = strokes * task.hand.times[striker] * task.hand.scale[striker];
  return {
    striker,
    strokes,
    rate: strokes / total,
    longestRest: gaps.length > 0 ? Math.max(...gaps) : total,
    free: Math.max(0, 1 - busy / total),
    strain: Math.max(0, ...own.map(({ seconds, has }) => seconds / has)),
  };
};

/**
 * The load of every striker the school has, thumb side first.
 * @example
 * loads(taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], needsOf(taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'])).map(({ striker }) => striker).join(' ') // => 'p i m a'
 */
export const loads = (task: Task, digits: Digits, needs: readonly Need[]): readonly Load[] => {
  const used = [...task.school.digits, ...digits.filter((digit) => digit !== null)].map(strikerOf);
  return STRIKERS.filter((striker) => used.includes(striker)).map((striker) => loadOf(task, digits, needs, striker));
};
