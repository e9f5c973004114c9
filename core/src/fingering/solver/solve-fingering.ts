import type { Message } from '../../message/index.ts';
import { createProblem, type Problem } from '../../errors/index.ts';
import type { Digit } from '../../pattern/index.ts';
import { sumCosts, type Fingering } from '../evaluation/cost-items.ts';
import type { CandidateFingering } from './candidates.ts';
import type { SolverCache } from './solver-cache.ts';
import { createSearchHistory, type SearchHistory } from './pass-reuse.ts';
import { findKBestClosedPaths, findKBestOpenPaths, type TrellisPath } from './k-best-paths.ts';
import { hasContinuousPickDirection } from '../school.ts';
import { buildTrellis } from './trellis.ts';
import { type TrellisColumn } from './trellis-column.ts';
import { EVENT_WINDOW, groupIntoEvents, type StrokeEvent, type FingeringTask } from '../task/fingering-task.ts';

/** The answer to a task: a digit for each stroke, what they cost together, and what stood in the way. */
export interface FingeringSolution {
  readonly digits: Fingering;
  readonly cost: number;
  readonly conflicts: readonly FingeringConflict[];
}

type CostedFingering = Pick<FingeringSolution, 'digits' | 'cost'>;

/** A problem at an event, with the strokes it concerns; of the whole, with none. */
export interface FingeringConflict {
  readonly problem: Problem;
  readonly strokes: readonly number[];
}

const assembleFingering = (
  events: readonly StrokeEvent[],
  chosen: (at: number) => CandidateFingering | undefined,
  count: number,
): Fingering => {
  const digits = new Array<Digit | null>(count).fill(null);
  for (let at = 0; at < events.length; at += 1) {
    const { strokes } = events[at] as StrokeEvent;
    const option = chosen(at);
    for (let place = 0; place < strokes.length; place += 1) digits[strokes[place] as number] = option?.[place] ?? null;
  }
  return digits;
};

/** All combinations of one entry of each list. */
const cartesianProduct = <T>(lists: readonly (readonly T[])[]): readonly (readonly T[])[] =>
  lists.reduce<readonly (readonly T[])[]>(
    (done, list) => done.flatMap((head) => list.map((item) => [...head, item])),
    [[]],
  );

/** Ways of a short cycle that are tried at the most. */
const MAX_SHORT_CYCLE_COMBINATIONS = 4096;

interface SearchResult {
  readonly best: readonly CostedFingering[];
  readonly exact: boolean;
}

/** The options of an event that cost least by themselves. */
const cheapestCandidates = ({ options, stateCost }: TrellisColumn, count: number): readonly CandidateFingering[] =>
  options.length <= count
    ? options
    : [...options.keys()]
        .sort((a, b) => (stateCost[a] as number) - (stateCost[b] as number) || a - b)
        .slice(0, count)
        .map((index) => options[index] as CandidateFingering);

/** Cycles no longer than the window meet themselves in it: they are few, and every way is tried, cheapest first. */
const solveShortCycle = (
  task: FingeringTask,
  events: readonly StrokeEvent[],
  stages: readonly TrellisColumn[],
  count: number,
): SearchResult => {
  const most = Math.floor(MAX_SHORT_CYCLE_COMBINATIONS ** (1 / stages.length));
  const best = cartesianProduct(stages.map((stage) => cheapestCandidates(stage, most)))
    .map((chosen) => assembleFingering(events, (at) => chosen[at], task.strokes.length))
    .map((digits) => ({ digits, cost: sumCosts(task, digits) }))
    .sort((a, b) => a.cost - b.cost)
    .slice(0, count);
  return { best, exact: stages.every(({ options }) => options.length <= most) };
};

const locateConflicts = (
  { conflicts }: TrellisColumn,
  { at, strokes }: StrokeEvent,
  where: (at: number) => Message,
): readonly FingeringConflict[] =>
  conflicts.map(({ code, details }) => ({ problem: { code, details: { ...details, where: where(at) } }, strokes }));

const fingeringOfPath = (
  task: FingeringTask,
  events: readonly StrokeEvent[],
  stages: readonly TrellisColumn[],
  { candidateIndexes, cost }: TrellisPath,
): CostedFingering => ({
  digits: assembleFingering(events, (at) => stages[at]?.options[candidateIndexes[at] as number], task.strokes.length),
  cost,
});

const searchTrellis = (
  task: FingeringTask,
  events: readonly StrokeEvent[],
  stages: readonly TrellisColumn[],
  count: number,
  passes: SearchHistory,
): SearchResult => {
  if (task.loop && events.length <= EVENT_WINDOW) return solveShortCycle(task, events, stages, count);
  const { paths, isExact } = task.loop
    ? findKBestClosedPaths(stages, count, passes)
    : findKBestOpenPaths(stages, count, passes);
  const whole = isExact && stages.every(({ isBounded }) => !isBounded);
  return { best: paths.map((path) => fingeringOfPath(task, events, stages, path)), exact: whole };
};

/** Each fingering once, where it comes first. */
const removeDuplicates = (best: readonly CostedFingering[]): readonly CostedFingering[] => {
  const keys = best.map(({ digits }) => digits.join());
  return best.filter((_, place) => keys.indexOf(keys[place] as string) === place);
};

/** Passes of one search that the next may go by. */
const MAX_REMEMBERED_PASSES = 8;

const SEARCH_BOUNDED_CONFLICT: FingeringConflict = { problem: createProblem('fingering-bounded'), strokes: [] };

/**
 * The fingerings of least total cost, all distinct, cheapest first; fewer than `count` where there are no more. Pins
 * are kept whatever they cost; what cannot be is named among the conflicts and the rest is fingered all the same.
 * `where` names a time (ticks) as a teacher says it, for the conflicts.
 * @example
 * solveKBest(createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), String, 2).length // => 2
 */
export const solveKBest = (
  task: FingeringTask,
  where: (at: number) => Message,
  count: number,
  memory?: SolverCache,
): readonly FingeringSolution[] => {
  const events = groupIntoEvents(task.strokes);
  if (events.length === 0) return [{ digits: task.strokes.map(() => null), cost: 0, conflicts: [] }];
  const staged = buildTrellis(task, events, memory?.trellis);
  const { columns } = staged;
  const passes = createSearchHistory(memory?.passes, memory?.tally);
  // Where the pick's last way is part of the state, a fingering may come twice.
  const twice = hasContinuousPickDirection(task.school) && count > 1;
  const { best: found, exact } = searchTrellis(task, events, columns, twice ? 2 * count : count, passes);
  if (memory) Object.assign(memory, { trellis: staged, passes: passes.currentPasses.slice(0, MAX_REMEMBERED_PASSES) });
  const best = twice ? removeDuplicates(found).slice(0, count) : found;
  const met: FingeringConflict[] = [];
  for (let at = 0; at < columns.length; at += 1) {
    const stage = columns[at] as TrellisColumn;
    if (stage.conflicts.length > 0) met.push(...locateConflicts(stage, events[at] as StrokeEvent, where));
  }
  const conflicts = exact ? met : [...met, SEARCH_BOUNDED_CONFLICT];
  return best.map((one) => ({ ...one, conflicts }));
};

/**
 * The fingering of least total cost.
 * @example
 * solveFingering(createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), String).digits.join(
 *   ' ',
 * ) // => 'p i m i'
 */
export const solveFingering = (
  task: FingeringTask,
  where: (at: number) => Message,
  memory?: SolverCache,
): FingeringSolution => solveKBest(task, where, 1, memory)[0] as FingeringSolution;
