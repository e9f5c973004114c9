import type {
  ColumnCosts,
  ColumnCostsCache,
  ColumnCostsWithOffset,
  MemoryBudget,
  TrellisColumn,
} from './trellis-column.ts';

/** Numbers that all steps together may hold: some eighty megabytes. */
const MAX_CACHED_NUMBERS = 8_000_000;

/** Numbers' worth of room that a way and a step take beside their values (measured). */
const PREDECESSOR_MEMORY = 20;
const COLUMN_COSTS_MEMORY = 40;

/** Whether the room is used up: then what it holds is let go before the next task. */
export const isBudgetExceeded = ({ used }: MemoryBudget): boolean => used > MAX_CACHED_NUMBERS;

/** Nothing known yet. */
export const createColumnCostsCache = (room: MemoryBudget): ColumnCostsCache => ({
  byPredecessor: new Map(),
  byHash: new Map(),
  room,
});

/** Takes the least of some costs off all of them. Says how much that was; nothing where none is finite. */
const subtractMinimum = (values: Float64Array): number => {
  let least = Infinity;
  for (let at = 0; at < values.length; at += 1) if ((values[at] as number) < least) least = values[at] as number;
  if (least === Infinity) return 0;
  for (let at = 0; at < values.length; at += 1) values[at] = (values[at] as number) - least;
  return least;
};

const hashColumnCosts = ({ accumulatedCosts, backpointers }: ColumnCosts): number => {
  let hash = accumulatedCosts.length;
  for (let at = 0; at < accumulatedCosts.length; at += 1)
    hash = (Math.imul(hash, 31) + (accumulatedCosts[at] as number) * 4096 + (backpointers[at] as number)) | 0;
  return hash;
};

const hasEqualElements = (a: Float64Array | Uint32Array, b: Float64Array | Uint32Array): boolean => {
  if (a.length !== b.length) return false;
  for (let at = 0; at < a.length; at += 1) if (a[at] !== b[at]) return false;
  return true;
};

/** The step that is known and equal, or this one, which is known from now on while there is room. */
const internColumnCosts = ({ byHash, room }: ColumnCostsCache, made: ColumnCosts): ColumnCosts => {
  const hash = hashColumnCosts(made);
  const alike = byHash.get(hash);
  const found = alike?.find(
    ({ accumulatedCosts, backpointers }) =>
      hasEqualElements(accumulatedCosts, made.accumulatedCosts) && hasEqualElements(backpointers, made.backpointers),
  );
  if (found) return found;
  if (isBudgetExceeded(room)) return made;
  room.used += COLUMN_COSTS_MEMORY + 2 * made.accumulatedCosts.length;
  if (alike) alike.push(made);
  else byHash.set(hash, [made]);
  return made;
};

/** The step that stands for given costs before a stage. */
export const normaliseInitialCosts = (stage: TrellisColumn, costs: Float64Array): ColumnCostsWithOffset => {
  const values = costs.slice();
  const raise = subtractMinimum(values);
  return {
    step: internColumnCosts(stage.costsCache, {
      accumulatedCosts: values,
      backpointers: new Uint32Array(values.length),
    }),
    offset: raise,
  };
};

/** The step a stage leads to from another, worked out where it was never met. */
export const advanceMemoised = (
  before: ColumnCosts,
  stage: TrellisColumn,
  advance: (values: Float64Array) => ColumnCosts,
): ColumnCostsWithOffset => {
  const way = stage.costsCache.byPredecessor.get(before);
  if (way) return way;
  const made = advance(before.accumulatedCosts);
  const offset = subtractMinimum(made.accumulatedCosts);
  const reached = { step: internColumnCosts(stage.costsCache, made), offset };
  if (!isBudgetExceeded(stage.costsCache.room)) {
    stage.costsCache.room.used += PREDECESSOR_MEMORY;
    stage.costsCache.byPredecessor.set(before, reached);
  }
  return reached;
};
