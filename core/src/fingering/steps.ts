import type { Stage } from './stages.ts';

/**
 * Steps of passes that were met before, kept with the stages they lead to: a deterministic automaton that is made as it
 * is walked. Costs are fractions of two (see `inSteps`), so that differences are exact and equal steps are found equal.
 */

/** The least costs of all states after a stage, `k` a state in ascending order, less the least of all; and where each came from. */
export interface Step {
  readonly values: Float64Array;
  /** The option three events back times k, plus the rank there. */
  readonly from: Uint32Array;
}

/** A step, and by how much its costs are more than its values. */
export interface Reached {
  readonly step: Step;
  readonly raise: number;
}

/** Numbers that all steps together may hold: some eighty megabytes. */
const MOST_NUMBERS = 8_000_000;

/** Numbers' worth of room that a way and a step take beside their values (measured). */
const WAY_ROOM = 20;
const STEP_ROOM = 40;

/** How many numbers are held; shared by all stages there are. */
export interface Room {
  numbers: number;
}

/** Whether the room is used up: then what it holds is let go before the next task. */
export const isFull = ({ numbers }: Room): boolean => numbers > MOST_NUMBERS;

/** What leads to a stage and to what it comes: by the step before, and by the look of what is reached. */
export interface Known {
  readonly ways: Map<Step, Reached>;
  readonly steps: Map<number, Step[]>;
  readonly room: Room;
}

/** Nothing known yet. */
export const nothingKnown = (room: Room): Known => ({ ways: new Map(), steps: new Map(), room });

/** Takes the least of some costs off all of them. Says how much that was; nothing where none is finite. */
const lower = (values: Float64Array): number => {
  let least = Infinity;
  for (let at = 0; at < values.length; at += 1) if ((values[at] as number) < least) least = values[at] as number;
  if (least === Infinity) return 0;
  for (let at = 0; at < values.length; at += 1) values[at] = (values[at] as number) - least;
  return least;
};

const hashOf = ({ values, from }: Step): number => {
  let hash = values.length;
  for (let at = 0; at < values.length; at += 1)
    hash = (Math.imul(hash, 31) + (values[at] as number) * 4096 + (from[at] as number)) | 0;
  return hash;
};

const sameNumbers = (a: Float64Array | Uint32Array, b: Float64Array | Uint32Array): boolean => {
  if (a.length !== b.length) return false;
  for (let at = 0; at < a.length; at += 1) if (a[at] !== b[at]) return false;
  return true;
};

/** The step that is known and equal, or this one, which is known from now on while there is room. */
const known = ({ steps, room }: Known, made: Step): Step => {
  const hash = hashOf(made);
  const alike = steps.get(hash);
  const found = alike?.find(({ values, from }) => sameNumbers(values, made.values) && sameNumbers(from, made.from));
  if (found) return found;
  if (isFull(room)) return made;
  room.numbers += STEP_ROOM + 2 * made.values.length;
  if (alike) alike.push(made);
  else steps.set(hash, [made]);
  return made;
};

/** The step that stands for given costs before a stage. */
export const settle = (stage: Stage, costs: Float64Array): Reached => {
  const values = costs.slice();
  const raise = lower(values);
  return { step: known(stage.known, { values, from: new Uint32Array(values.length) }), raise };
};

/** The step a stage leads to from another, worked out where it was never met. */
export const follow = (before: Step, stage: Stage, advance: (values: Float64Array) => Step): Reached => {
  const way = stage.known.ways.get(before);
  if (way) return way;
  const made = advance(before.values);
  const raise = lower(made.values);
  const reached = { step: known(stage.known, made), raise };
  if (!isFull(stage.known.room)) {
    stage.known.room.numbers += WAY_ROOM;
    stage.known.ways.set(before, reached);
  }
  return reached;
};
