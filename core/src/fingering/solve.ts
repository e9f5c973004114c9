import type { Message } from '../message/index.ts';
import { problem, type Problem } from '../errors/index.ts';
import type { Digit } from '../pattern/index.ts';
import { totalCost, type Digits } from './evaluate.ts';
import type { Option } from './options.ts';
import type { SolverMemory } from './memory.ts';
import { newPasses, type Passes } from './passes.ts';
import { closedPaths, openPaths, type Path } from './path.ts';
import { carriesPick } from './school.ts';
import { stagesOf, type Stage } from './stages.ts';
import { WINDOW, eventsOf, type Event, type Task } from './task.ts';

/** The answer to a task: a digit for each stroke, what they cost together, and what stood in the way. */
export interface Solution {
  readonly digits: Digits;
  readonly cost: number;
  readonly conflicts: readonly Conflict[];
}

type Best = Pick<Solution, 'digits' | 'cost'>;

/** A problem at an event, with the strokes it concerns; of the whole, with none. */
export interface Conflict {
  readonly problem: Problem;
  readonly strokes: readonly number[];
}

const spread = (events: readonly Event[], chosen: (at: number) => Option | undefined, count: number): Digits => {
  const digits = new Array<Digit | null>(count).fill(null);
  for (let at = 0; at < events.length; at += 1) {
    const { strokes } = events[at] as Event;
    const option = chosen(at);
    for (let place = 0; place < strokes.length; place += 1) digits[strokes[place] as number] = option?.[place] ?? null;
  }
  return digits;
};

/** All combinations of one entry of each list. */
const combinations = <T>(lists: readonly (readonly T[])[]): readonly (readonly T[])[] =>
  lists.reduce<readonly (readonly T[])[]>(
    (done, list) => done.flatMap((head) => list.map((item) => [...head, item])),
    [[]],
  );

/** Ways of a short cycle that are tried at the most. */
const MOST_WAYS = 4096;

interface Found {
  readonly best: readonly Best[];
  readonly exact: boolean;
}

/** The options of an event that cost least by themselves. */
const cheapest = ({ options, own }: Stage, count: number): readonly Option[] =>
  options.length <= count
    ? options
    : [...options.keys()]
        .sort((a, b) => (own[a] as number) - (own[b] as number) || a - b)
        .slice(0, count)
        .map((index) => options[index] as Option);

/** Cycles no longer than the window meet themselves in it: they are few, and every way is tried, cheapest first. */
const shortCycles = (task: Task, events: readonly Event[], stages: readonly Stage[], count: number): Found => {
  const most = Math.floor(MOST_WAYS ** (1 / stages.length));
  const best = combinations(stages.map((stage) => cheapest(stage, most)))
    .map((chosen) => spread(events, (at) => chosen[at], task.strokes.length))
    .map((digits) => ({ digits, cost: totalCost(task, digits) }))
    .sort((a, b) => a.cost - b.cost)
    .slice(0, count);
  return { best, exact: stages.every(({ options }) => options.length <= most) };
};

const conflictsOf = (
  { conflicts }: Stage,
  { at, strokes }: Event,
  where: (at: number) => Message,
): readonly Conflict[] =>
  conflicts.map(({ code, details }) => ({ problem: { code, details: { ...details, where: where(at) } }, strokes }));

const digitsOn = (task: Task, events: readonly Event[], stages: readonly Stage[], { choices, cost }: Path): Best => ({
  digits: spread(events, (at) => stages[at]?.options[choices[at] as number], task.strokes.length),
  cost,
});

const search = (
  task: Task,
  events: readonly Event[],
  stages: readonly Stage[],
  count: number,
  passes: Passes,
): Found => {
  if (task.cyclic && events.length <= WINDOW) return shortCycles(task, events, stages, count);
  const { paths, exact } = task.cyclic ? closedPaths(stages, count, passes) : openPaths(stages, count, passes);
  const whole = exact && stages.every(({ bounded }) => !bounded);
  return { best: paths.map((path) => digitsOn(task, events, stages, path)), exact: whole };
};

/** Each fingering once, where it comes first. */
const distinct = (best: readonly Best[]): readonly Best[] => {
  const keys = best.map(({ digits }) => digits.join());
  return best.filter((_, place) => keys.indexOf(keys[place] as string) === place);
};

/** Passes of one search that the next may go by. */
const MOST_PASSES = 8;

const BOUNDED: Conflict = { problem: problem('fingering-bounded'), strokes: [] };

/**
 * The fingerings of least total cost, all distinct, cheapest first; fewer than `count` where there are no more. Pins are
 * kept whatever they cost; what cannot be is named among the conflicts and the rest is fingered all the same.
 * `where` names a time (ticks) as a teacher says it, for the conflicts.
 * @example
 * solveBest(taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern), String, 2).length // => 2
 */
export const solveBest = (
  task: Task,
  where: (at: number) => Message,
  count: number,
  memory?: SolverMemory,
): readonly Solution[] => {
  const events = eventsOf(task.strokes);
  if (events.length === 0) return [{ digits: task.strokes.map(() => null), cost: 0, conflicts: [] }];
  const staged = stagesOf(task, events, memory?.staged);
  const { stages } = staged;
  const passes = newPasses(memory?.passes, memory?.tally);
  // Where the pick's last way is part of the state, a fingering may come twice.
  const twice = carriesPick(task.school) && count > 1;
  const { best: found, exact } = search(task, events, stages, twice ? 2 * count : count, passes);
  if (memory) Object.assign(memory, { staged, passes: passes.made.slice(0, MOST_PASSES) });
  const best = twice ? distinct(found).slice(0, count) : found;
  const met: Conflict[] = [];
  for (let at = 0; at < stages.length; at += 1) {
    const stage = stages[at] as Stage;
    if (stage.conflicts.length > 0) met.push(...conflictsOf(stage, events[at] as Event, where));
  }
  const conflicts = exact ? met : [...met, BOUNDED];
  return best.map((one) => ({ ...one, conflicts }));
};

/**
 * The fingering of least total cost.
 * @example
 * solve(taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern), String).digits.join(' ') // => 'p i m i'
 */
export const solve = (task: Task, where: (at: number) => Message, memory?: SolverMemory): Solution =>
  solveBest(task, where, 1, memory)[0] as Solution;
