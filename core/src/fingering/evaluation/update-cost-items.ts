import { listEventCostItems, type CostItem, type Fingering } from './cost-items.ts';
import { hasContinuousPickDirection } from '../school.ts';
import {
  EVENT_WINDOW,
  groupIntoEvents,
  type StrokeEvent,
  type FingeringTask,
  type TaskStroke,
} from '../task/fingering-task.ts';

/** The cost items of a task that was evaluated before, event by event. */
export interface EvaluatedTask {
  readonly task: FingeringTask;
  readonly events: readonly StrokeEvent[];
  readonly digits: Fingering;
  readonly items: readonly (readonly CostItem[])[];
}

/** A place to keep the last evaluation; it belongs to one caller and changes no answer. */
export interface EvaluationCache {
  evaluated?: EvaluatedTask;
}

const COMPARED_FIELDS = [
  'string',
  'accent',
  'rake',
  'brush',
  'harp',
  'tapped',
  'isOffGrid',
  'isFirstOfTask',
  'isLeadStroke',
  'chord',
  'run',
  'tremolo',
  'isThumbRole',
  'isOverBass',
  'groupEdge',
  'isInThumbRun',
  'isBesideHarp',
  'recurringDigit',
] as const satisfies readonly (keyof TaskStroke)[];

/** Seconds by which two gaps may differ through rounding. */
const TIME_TOLERANCE = 1e-12;

const hasSameStrokes = (
  old: EvaluatedTask,
  now: Omit<EvaluatedTask, 'items'>,
  was: StrokeEvent,
  event: StrokeEvent,
): boolean =>
  was.strokes.length === event.strokes.length &&
  event.strokes.every((index, place) => {
    const before = was.strokes[place] as number;
    const [a, b] = [old.task.strokes[before] as TaskStroke, now.task.strokes[index] as TaskStroke];
    return (
      old.digits[before] === now.digits[index] && (a === b || COMPARED_FIELDS.every((field) => a[field] === b[field]))
    );
  });

const hasSameGap = (old: readonly StrokeEvent[], now: readonly StrokeEvent[], was: number, at: number): boolean => {
  const [a0, a1, b0, b1] = [old[was - 1], old[was], now[at - 1], now[at]];
  if (!a0 || !a1 || !b0 || !b1) return false;
  return a1.at - a0.at === b1.at - b0.at && Math.abs(a1.time - a0.time - (b1.time - b0.time)) < TIME_TOLERANCE;
};

/** For each event the old one that is the same, with the same time before it; -1 for none. */
const matchUnchangedEvents = (old: EvaluatedTask, now: Omit<EvaluatedTask, 'items'>): Int32Array => {
  const found = new Int32Array(now.events.length).fill(-1);
  const moved = now.events.length - old.events.length;
  const alike = (was: number, at: number): boolean =>
    hasSameGap(old.events, now.events, was, at) &&
    hasSameStrokes(old, now, old.events[was] as StrokeEvent, now.events[at] as StrokeEvent);
  const most = Math.min(old.events.length, now.events.length);
  let at = 1;
  for (; at < most && alike(at, at); at += 1) found[at] = at;
  for (let end = now.events.length - 1; end >= Math.max(at, moved + 1); end -= 1)
    if (alike(end - moved, end)) found[end] = end - moved;
    else if (moved !== 0) break;
  return found;
};

const shiftStrokeIndexes = (items: readonly CostItem[], by: number): readonly CostItem[] =>
  by === 0
    ? items
    : items.map((item) => ({
        ...item,
        stroke: item.stroke + by,
        ...(item.other === undefined ? {} : { other: item.other + by }),
      }));

/** The old items of an event whose window is the same as it was; undefined where they have to be worked out. */
const reuseCostItems = (old: EvaluatedTask, now: Omit<EvaluatedTask, 'items'>, same: Int32Array, at: number) => {
  const was = same[at] as number;
  const whole = was > EVENT_WINDOW && [1, 2, 3].every((back) => same[at - back] === was - back);
  const items = whole ? old.items[was] : undefined;
  const by = ((now.events[at] as StrokeEvent).strokes[0] as number) - (old.events[was]?.strokes[0] ?? 0);
  return items && shiftStrokeIndexes(items, by);
};

/**
 * The cost items of a fingering, as `listCostItems` finds them: those of events that are as they were, with all that
 * weighs on them, are taken over.
 * @example
 * updateCostItems(
 *   createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *   ['p', 'i', 'm', 'i'],
 *   createFingeringCache(),
 * ).length ===
 *   listCostItems(createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'])
 *     .length // => true
 */
export const updateCostItems = (
  task: FingeringTask,
  digits: Fingering,
  memory?: EvaluationCache,
): readonly CostItem[] => {
  const now = { task, digits, events: groupIntoEvents(task.strokes) };
  const old = memory?.evaluated;
  // A pick that is counted through any rest weighs on strokes beyond the window.
  const alike =
    old?.task.school === task.school && old.task.hand === task.hand && !hasContinuousPickDirection(task.school);
  const usable = alike ? old : undefined;
  const same = usable && usable.task.strings === task.strings ? matchUnchangedEvents(usable, now) : undefined;
  const items = now.events.map(
    (_, at) =>
      (usable && same && reuseCostItems(usable, now, same, at)) ?? listEventCostItems(task, now.events, digits, at),
  );
  if (memory) memory.evaluated = { ...now, items };
  return items.flat();
};
