import { failure, createProblem, success, type Result } from '../errors/index.ts';
import { stringCount, type Instrument } from '../instrument/index.ts';

/** Strings of a roll, from the lowest: the order in which it goes out. */
type StringSet = readonly number[];

/** How a roll goes over string sets: not at all; up and back alike; up forward and down backward. */
export type RollCourse = 'none' | 'back-alike' | 'back-backward';

/** What sets are written as when all that fit are meant. */
export const ALL_SETS = 'all';

const neighbours = (lowest: number, count: number): readonly StringSet[] =>
  Array.from({ length: lowest - count + 1 }, (_, step) =>
    Array.from({ length: count }, (_string, index) => lowest - step - index),
  );

const readSet = (text: string, position: number, instrument: Instrument): Result<StringSet> => {
  const strings = text.trim().split(/\s+/).map(Number);
  const isRight =
    strings.length >= 3 &&
    strings.length <= 4 &&
    new Set(strings).size === strings.length &&
    strings.every((string) => Number.isInteger(string) && string >= 1 && string <= stringCount(instrument));
  return isRight ? success(strings) : failure(createProblem('figure-unreadable', { position, value: text.trim() }));
};

/**
 * The string sets a roll walks over: all neighbours from the lowest string up, or those that are written, as in
 * `5 4 3, 4 3 2`.
 * Error: `figure-unreadable` with the place of a set that is none.
 */
export const readStringSets = (
  text: string,
  { lowest, count, instrument }: { readonly lowest: number; readonly count: number; readonly instrument: Instrument },
): Result<readonly StringSet[]> => {
  if (text.trim() === ALL_SETS) return success(neighbours(lowest, count));
  const read = text.split(/[,;|]/).map((set, index) => readSet(set, index + 1, instrument));
  const problems = read.flatMap((one) => (one.ok ? [] : one.problems));
  return problems.length > 0 ? failure(...problems) : success(read.flatMap((one) => (one.ok ? [one.value] : [])));
};

/** One string set with the direction in which it is rolled. */
export interface RollStop {
  readonly set: StringSet;
  readonly direction: string;
}

/** The stops of a walk, without playing the ends twice where it comes back alike. */
export const listRollStops = (
  sets: readonly StringSet[],
  direction: string,
  course: RollCourse,
): readonly RollStop[] => {
  const stop = (as: string) => (set: StringSet) => ({ set, direction: as });
  if (course === 'none') return sets.slice(0, 1).map(stop(direction));
  if (course === 'back-alike') return [...sets, ...sets.slice(1, -1).reverse()].map(stop(direction));
  return [...sets.map(stop('forward')), ...[...sets].reverse().map(stop('backward'))];
};
