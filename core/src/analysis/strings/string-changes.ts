import {
  areFingersCrossed,
  findPrecedingEvent,
  groupIntoEvents,
  classifyPickStringChange,
  type Fingering,
  type PickStringChangeKind,
  type FingeringTask,
} from '../../fingering/index.ts';
import { message, type Message } from '../../message/message.ts';
import { actuatorOf, type Digit } from '../../pattern/index.ts';

/** What kind of step it is from stroke to stroke: the pick's way, or who plays. */
export type StringChangeKind = PickStringChangeKind | 'same-finger' | 'next-finger' | 'crossing';

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
} as const satisfies Readonly<Record<StringChangeKind, string>>;

/**
 * Steps counted by kind.
 * @example
 * describeStringChanges({ 'next digit': 5, crossing: 1 })[1]
 * // => { code: 'string-change.crossing', params: { count: 1 } }
 */
export const describeStringChanges = (kinds: StringChange['kinds']): readonly Message[] =>
  Object.entries(kinds).map(([kind, count]) => message(STEP_TEXTS[kind as StringChangeKind], { count }));

/** How often the hand goes from one string to another, and how. */
export interface StringChange {
  readonly from: number;
  readonly to: number;
  readonly count: number;
  readonly kinds: Readonly<Partial<Record<StringChangeKind, number>>>;
}

interface PlayedStep {
  readonly digit: Digit;
  readonly string: number;
}

const classifyStringChange = (a: PlayedStep, b: PlayedStep): StringChangeKind => {
  if (actuatorOf(a.digit) === 'pick' && actuatorOf(b.digit) === 'pick') return classifyPickStringChange(a, b).kind;
  if (a.digit === b.digit) return 'same-finger';
  return areFingersCrossed(a, b) ? 'crossing' : 'next-finger';
};

const addStringChange = (matrix: Map<string, StringChange>, a: PlayedStep, b: PlayedStep): void => {
  const key = `${a.string}-${b.string}`;
  const kind = classifyStringChange(a, b);
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
 * computeStringChanges(createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), [
 *   'p',
 *   'i',
 *   'm',
 *   'i',
 * ]).length // => 4
 */
export const computeStringChanges = (task: FingeringTask, digits: Fingering): readonly StringChange[] => {
  const events = groupIntoEvents(task.strokes);
  const played = (indexes: readonly number[]): readonly PlayedStep[] =>
    indexes.flatMap((index) => {
      const digit = digits[index];
      return digit ? [{ digit, string: task.strokes[index]?.string ?? 0 }] : [];
    });
  const matrix = new Map<string, StringChange>();
  events.forEach((event, at) => {
    const before = findPrecedingEvent(task, events, at, 1);
    const earlier = before ? (events[before.index]?.strokes ?? []) : [];
    for (const a of played(earlier)) for (const b of played(event.strokes)) addStringChange(matrix, a, b);
  });
  return [...matrix.values()].sort((a, b) => b.from - a.from || b.to - a.to);
};

/**
 * How many steps of each kind a string-change matrix holds.
 * @example
 * Object.keys(
 *   countStringChangesByKind(
 *     computeStringChanges(createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), [
 *       'p',
 *       'i',
 *       'm',
 *       'i',
 *     ]),
 *   ),
 * ).length > 0 // => true
 */
export const countStringChangesByKind = (
  changes: readonly StringChange[],
): Readonly<Partial<Record<StringChangeKind, number>>> => {
  const sum: Partial<Record<StringChangeKind, number>> = {};
  for (const { kinds } of changes)
    for (const [kind, count] of Object.entries(kinds))
      sum[kind as StringChangeKind] = (sum[kind as StringChangeKind] ?? 0) + count;
  return sum;
};
