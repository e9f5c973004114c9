import {
  crossed,
  eventBefore,
  eventsOf,
  pickChange,
  type Digits,
  type PickChangeKind,
  type Task,
} from '../fingering/index.ts';
import { message, type Message } from '../message/message.ts';
import { strikerOf, type Digit } from '../pattern/index.ts';

/** What kind of step it is from stroke to stroke: the pick's way, or who plays. */
export type StepKind = PickChangeKind | 'same-finger' | 'next-finger' | 'crossing';

/** What a kind of step is called, by how many there are. */
const STEP_TEXTS = {
  'same-string': 'string-change.same-string',
  outside: 'string-change.outside',
  inside: 'string-change.inside',
  sweep: 'string-change.sweep',
  against: 'string-change.against',
  'same-finger': 'string-change.same-finger',
  'next-finger': 'string-change.next-finger',
  crossing: 'string-change.crossing',
} as const satisfies Readonly<Record<StepKind, string>>;

/**
 * Steps counted by kind.
 * @example
 * stepsCounted({ 'next digit': 5, crossing: 1 })[1] // => { code: 'string-change.crossing', params: { count: 1 } }
 */
export const stepsCounted = (kinds: StringChange['kinds']): readonly Message[] =>
  Object.entries(kinds).map(([kind, count]) => message(STEP_TEXTS[kind as StepKind], { count }));

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
  if (a.digit === b.digit) return 'same-finger';
  return crossed(a, b) ? 'crossing' : 'next-finger';
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
