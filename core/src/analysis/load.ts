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

const countOf = (digits: Digits, striker: Striker): number => {
  let count = 0;
  for (const digit of digits) if (digit && strikerOf(digit) === striker) count += 1;
  return count;
};

const loadOf = (task: Task, digits: Digits, needs: readonly Need[], striker: Striker): Load => {
  const strokes = countOf(digits, striker);
  const total = task.seconds;
  let [gap, strain] = [0, 0];
  for (const { kind, striker: own, seconds, has } of needs)
    if (kind === 'own' && own === striker) {
      gap = Math.max(gap, has);
      strain = Math.max(strain, seconds / has);
    }
  const busy = strokes * task.hand.times[striker] * task.hand.scale[striker];
  return {
    striker,
    strokes,
    rate: strokes / total,
    longestRest: gap > 0 ? gap : total,
    free: Math.max(0, 1 - busy / total),
    strain,
  };
};

/**
 * The load of every striker the school has, thumb side first.
 * @example
 * loads(taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], needsOf(taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'])).map(({ striker }) => striker).join(' ') // => 'p i m a'
 */
export const loads = (task: Task, digits: Digits, needs: readonly Need[]): readonly Load[] => {
  const used = new Set(task.school.digits.map(strikerOf));
  for (const digit of digits) if (digit) used.add(strikerOf(digit));
  return STRIKERS.filter((striker) => used.has(striker)).map((striker) => loadOf(task, digits, needs, striker));
};
