import {
  crossed,
  eventBefore,
  eventsOf,
  pickChange,
  type Digits,
  type PickChangeKind,
  type Task,
} from '../fingering/index.ts';
import { strikerOf, type Digit } from '../pattern/index.ts';

/** What kind of step it is from stroke to stroke: the pick's way, or who plays. */
export type StepKind = PickChangeKind | 'same digit' | 'next digit' | 'crossing';

/** The kinds of step as a teacher reads them. */
const STEP_NAMES: Readonly<Record<StepKind, string>> = {
  'same-string': 'on one string',
  outside: 'outside',
  inside: 'inside',
  sweep: 'swept',
  against: 'lifted back',
  'same digit': 'same digit',
  'next digit': 'next digit',
  crossing: 'crossing',
};

/**
 * Steps counted by kind, in words.
 * @example
 * stepsText({ 'next digit': 5, crossing: 1 }) // => '5 next digit, 1 crossing'
 */
export const stepsText = (kinds: StringChange['kinds']): string =>
  Object.entries(kinds)
    .map(([kind, count]) => `${count} ${STEP_NAMES[kind as StepKind]}`)
    .join(', ');

/** How often the hand goes from one string to another, and how. */
export interface StringChange {
  readonly from: number;
  readonly to: number;
  readonly count: number;
  readonly kinds: Readonly<Partial<Record<StepKind, number>>>;
}

interface Played {
  readonly digit: Digit;
  readonly string: number;
}

const stepKind = (a: Played, b: Played): StepKind => {
  if (strikerOf(a.digit) === 'pick' && strikerOf(b.digit) === 'pick') return pickChange(a, b).kind;
  if (a.digit === b.digit) return 'same digit';
  return crossed(a, b) ? 'crossing' : 'next digit';
};

const add = (matrix: Map<string, StringChange>, a: Played, b: Played): void => {
  const key = `${a.string}-${b.string}`;
  const kind = stepKind(a, b);
  const before = matrix.get(key) ?? { from: a.string, to: b.string, count: 0, kinds: {} };
  matrix.set(key, {
    ...before,
    count: before.count + 1,
    kinds: { ...before.kinds, [kind]: (before.kinds[kind] ?? 0) + 1 },
  });
};

/**
 * The string-change matrix of a fingering: every step from a stroke to one that comes right after it, those on one
 * string included, by string left and string reached. Of a pinch each string counts.
 * @example
 * stringChanges(taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']).length // => 4
 */
export const stringChanges = (task: Task, digits: Digits): readonly StringChange[] => {
  const events = eventsOf(task.strokes);
  const played = (indexes: readonly number[]): readonly Played[] =>
    indexes.flatMap((index) => {
      const digit = digits[index];
      return digit ? [{ digit, string: task.strokes[index]?.string ?? 0 }] : [];
    });
  const matrix = new Map<string, StringChange>();
  events.forEach((event, at) => {
    const before = eventBefore(task, events, at, 1);
    const earlier = before ? (events[before.index]?.strokes ?? []) : [];
    for (const a of played(earlier)) for (const b of played(event.strokes)) add(matrix, a, b);
  });
  return [...matrix.values()].sort((a, b) => b.from - a.from || b.to - a.to);
};

/**
 * How many steps of each kind a string-change matrix holds.
 * @example
 * Object.keys(stepsByKind(stringChanges(taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']))).length > 0 // => true
 */
export const stepsByKind = (changes: readonly StringChange[]): Readonly<Partial<Record<StepKind, number>>> => {
  const sum: Partial<Record<StepKind, number>> = {};
  for (const { kinds } of changes)
    for (const [kind, count] of Object.entries(kinds)) sum[kind as StepKind] = (sum[kind as StepKind] ?? 0) + count;
  return sum;
};
