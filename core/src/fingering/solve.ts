import { problem, type Problem } from '../errors/index.ts';
import type { Digit } from '../pattern/index.ts';
import { totalCost, type Digits } from './evaluate.ts';
import type { Option } from './options.ts';
import { closedPath, openPath, type Path } from './path.ts';
import { bestClosedPaths, bestOpenPaths } from './best-paths.ts';
import { stagesOf, type Stage } from './stages.ts';
import { WINDOW, eventsOf, type Event, type Task } from './task.ts';

/** The answer to a task: a digit for each stroke, what they cost together, and what stood in the way. */
export interface Solution {
  readonly digits: Digits;
  readonly cost: number;
  readonly conflicts: readonly Conflict[];
}

type Best = Pick<Solution, 'digits' | 'cost'>;

/** A problem at an event, with the strokes it concerns. */
export interface Conflict {
  readonly problem: Problem;
  readonly strokes: readonly number[];
}

const spread = (events: readonly Event[], chosen: readonly Option[], count: number): Digits => {
  const digits = new Array<Digit | null>(count).fill(null);
  events.forEach((event, at) => event.strokes.forEach((index, place) => (digits[index] = chosen[at]?.[place] ?? null)));
  return digits;
};

/** All combinations of one entry of each list. */
const combinations = <T>(lists: readonly (readonly T[])[]): readonly (readonly T[])[] =>
  lists.reduce<readonly (readonly T[])[]>(
    (done, list) => done.flatMap((head) => list.map((item) => [...head, item])),
    [[]],
  );

/** Cycles no longer than the window meet themselves in it: they are few, and every way is tried, cheapest first. */
const shortCycles = (task: Task, events: readonly Event[], stages: readonly Stage[]): readonly Best[] =>
  combinations(stages.map(({ options }) => options))
    .map((chosen) => spread(events, chosen, task.strokes.length))
    .map((digits) => ({ digits, cost: totalCost(task, digits) }))
    .sort((a, b) => a.cost - b.cost);

/**
 * The fingering of least total cost. Pins are kept whatever they cost; what cannot be is named among the conflicts
 * and the rest is fingered all the same.
 * `where` names a time (ticks) as a teacher says it, for the conflicts.
 */
export const solve = (task: Task, where: (at: number) => string): Solution => {
  const events = eventsOf(task.strokes);
  if (events.length === 0) return { digits: task.strokes.map(() => null), cost: 0, conflicts: [] };
  const stages = stagesOf(task, events);
  const conflicts = stages.flatMap((stage, at) => conflictsOf(stage, events[at] as Event, where));
  return { ...bestDigits(task, events, stages), conflicts };
};

const conflictsOf = (
  { conflicts }: Stage,
  { at, strokes }: Event,
  where: (at: number) => string,
): readonly Conflict[] =>
  conflicts.map(({ code, details }) => ({ problem: problem(code, { ...details, where: where(at) }), strokes }));

const isShortCycle = (task: Task, events: readonly Event[]): boolean => task.cyclic && events.length <= WINDOW;

const digitsOn = (task: Task, events: readonly Event[], stages: readonly Stage[], { choices, cost }: Path): Best => ({
  digits: spread(
    events,
    stages.map((stage, at) => stage.options[choices[at] as number] as Option),
    task.strokes.length,
  ),
  cost,
});

const bestDigits = (task: Task, events: readonly Event[], stages: readonly Stage[]): Best => {
  if (isShortCycle(task, events)) return shortCycles(task, events, stages)[0] as Best;
  return digitsOn(task, events, stages, task.cyclic ? closedPath(stages) : openPath(stages));
};

/** The fingerings of least total cost, all distinct, cheapest first; fewer than `count` where there are no more. */
export const solveBest = (task: Task, where: (at: number) => string, count: number): readonly Solution[] => {
  const events = eventsOf(task.strokes);
  if (events.length === 0) return [{ digits: task.strokes.map(() => null), cost: 0, conflicts: [] }];
  const stages = stagesOf(task, events);
  const conflicts = stages.flatMap((stage, at) => conflictsOf(stage, events[at] as Event, where));
  if (isShortCycle(task, events))
    return shortCycles(task, events, stages)
      .slice(0, count)
      .map((best) => ({ ...best, conflicts }));
  const paths = task.cyclic ? bestClosedPaths(stages, count) : bestOpenPaths(stages, count);
  return paths.map((path) => ({ ...digitsOn(task, events, stages, path), conflicts }));
};
