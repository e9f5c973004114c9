import { problem, type Problem } from '../errors/index.ts';
import type { Digit } from '../pattern/index.ts';
import { totalCost, type Digits } from './evaluate.ts';
import type { Option } from './options.ts';
import { closedPath, openPath } from './path.ts';
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
  lists.reduce<readonly (readonly T[])[]>((done, list) => done.flatMap((head) => list.map((item) => [...head, item])), [[]]);

/** Cycles no longer than the window meet themselves in it: they are few, and every way is tried. */
const solveShortCycle = (task: Task, events: readonly Event[], options: readonly (readonly Option[])[]): Best => {
  const all = combinations(options).map((chosen) => spread(events, chosen, task.strokes.length));
  const costs = all.map((digits) => totalCost(task, digits));
  const cost = Math.min(...costs);
  return { digits: all[costs.indexOf(cost)] ?? [], cost };
};

/**
 * The fingering of least total cost. Pins are kept whatever they cost; what cannot be is named among the conflicts
 * and the rest is fingered all the same.
 * `where` names a time (ticks) as a teacher says it, for the conflicts.
 */
export const solve = (task: Task, where: (at: number) => string): Solution => {
  const events = eventsOf(task.strokes);
  if (events.length === 0) return { digits: [], cost: 0, conflicts: [] };
  const stages = stagesOf(task, events);
  const conflicts = stages.flatMap((stage, at) => conflictsOf(stage, events[at] as Event, where));
  return { ...bestDigits(task, events, stages), conflicts };
};

const conflictsOf = ({ conflicts }: Stage, { at, strokes }: Event, where: (at: number) => string): readonly Conflict[] =>
  conflicts.map(({ code, details }) => ({ problem: problem(code, { ...details, where: where(at) }), strokes }));

const bestDigits = (task: Task, events: readonly Event[], stages: readonly Stage[]): Best => {
  if (task.cyclic && events.length <= WINDOW) return solveShortCycle(task, events, stages.map(({ options }) => options));
  const path = task.cyclic ? closedPath(stages) : openPath(stages);
  const chosen = stages.map((stage, at) => stage.options[path.choices[at] as number] as Option);
  return { digits: spread(events, chosen, task.strokes.length), cost: path.cost };
};
