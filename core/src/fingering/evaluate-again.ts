import { itemsOfEvent, type CostItem, type Digits } from './evaluate.ts';
import { carriesPick } from './school.ts';
import { WINDOW, eventsOf, type Event, type Task, type TaskStroke } from './task.ts';

/** The cost items of a task that was evaluated before, event by event. */
export interface EvaluatedTask {
  readonly task: Task;
  readonly events: readonly Event[];
  readonly digits: Digits;
  readonly items: readonly (readonly CostItem[])[];
}

/** A place to keep the last evaluation; it belongs to one caller and changes no answer. */
export interface EvaluationMemory {
  evaluated?: EvaluatedTask;
}

const FIELDS = [
  'string',
  'accent',
  'rake',
  'brush',
  'harp',
  'off',
  'opening',
  'leads',
  'chord',
  'run',
  'tremolo',
  'habit',
] as const satisfies readonly (keyof TaskStroke)[];

/** Seconds by which two gaps may differ through rounding. */
const SAME_TIME = 1e-12;

const sameStrokes = (old: EvaluatedTask, now: Omit<EvaluatedTask, 'items'>, was: Event, event: Event): boolean =>
  was.strokes.length === event.strokes.length &&
  event.strokes.every((index, place) => {
    const before = was.strokes[place] as number;
    const [a, b] = [old.task.strokes[before] as TaskStroke, now.task.strokes[index] as TaskStroke];
    return old.digits[before] === now.digits[index] && (a === b || FIELDS.every((field) => a[field] === b[field]));
  });

const sameGap = (old: readonly Event[], now: readonly Event[], was: number, at: number): boolean => {
  const [a0, a1, b0, b1] = [old[was - 1], old[was], now[at - 1], now[at]];
  if (!a0 || !a1 || !b0 || !b1) return false;
  return a1.at - a0.at === b1.at - b0.at && Math.abs(a1.time - a0.time - (b1.time - b0.time)) < SAME_TIME;
};

/** For each event the old one that is the same, with the same time before it; -1 for none. */
const counterparts = (old: EvaluatedTask, now: Omit<EvaluatedTask, 'items'>): Int32Array => {
  const found = new Int32Array(now.events.length).fill(-1);
  const moved = now.events.length - old.events.length;
  const alike = (was: number, at: number): boolean =>
    sameGap(old.events, now.events, was, at) &&
    sameStrokes(old, now, old.events[was] as Event, now.events[at] as Event);
  const most = Math.min(old.events.length, now.events.length);
  let at = 1;
  for (; at < most && alike(at, at); at += 1) found[at] = at;
  for (let end = now.events.length - 1; end >= Math.max(at, moved + 1); end -= 1)
    if (alike(end - moved, end)) found[end] = end - moved;
    else if (moved !== 0) break;
  return found;
};

const shifted = (items: readonly CostItem[], by: number): readonly CostItem[] =>
  by === 0
    ? items
    : items.map((item) => ({
        ...item,
        stroke: item.stroke + by,
        ...(item.other === undefined ? {} : { other: item.other + by }),
      }));

/** The old items of an event whose window is the same as it was; undefined where they have to be worked out. */
const takenOver = (old: EvaluatedTask, now: Omit<EvaluatedTask, 'items'>, same: Int32Array, at: number) => {
  const was = same[at] as number;
  const whole = was > WINDOW && [1, 2, 3].every((back) => same[at - back] === was - back);
  const items = whole ? old.items[was] : undefined;
  const by = ((now.events[at] as Event).strokes[0] as number) - (old.events[was]?.strokes[0] ?? 0);
  return items && shifted(items, by);
};

/**
 * The cost items of a fingering, as `costItems` finds them: those of events that are as they were, with all that weighs
 * on them, are taken over.
 * @example
 * costItemsAgain(taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], newFingeringMemory()).length === costItems(taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']).length // => true
 */
export const costItemsAgain = (task: Task, digits: Digits, memory?: EvaluationMemory): readonly CostItem[] => {
  const now = { task, digits, events: eventsOf(task.strokes) };
  const old = memory?.evaluated;
  // A pick that is counted through any rest weighs on strokes beyond the window.
  const alike = old?.task.school === task.school && old.task.hand === task.hand && !carriesPick(task.school);
  const usable = alike ? old : undefined;
  const same = usable && usable.task.strings === task.strings ? counterparts(usable, now) : undefined;
  const items = now.events.map(
    (_, at) => (usable && same && takenOver(usable, now, same, at)) ?? itemsOfEvent(task, now.events, digits, at),
  );
  if (memory) memory.evaluated = { ...now, items };
  return items.flat();
};
