import {
  listEventCostItems,
  type CostItem,
  type Fingering,
  type StrokeEvent,
  type FingeringTask,
} from '../../fingering/index.ts';
import { actuatorOf, type Digit } from '../../pattern/index.ts';

/** Events after one whose cost it can touch. */
const REACH = 3;

/** The events within reach of one: of what comes round, those of the next pass too. */
const within = (
  task: FingeringTask,
  events: readonly StrokeEvent[],
  at: number,
  first: number,
  last: number,
): readonly number[] => {
  const near = Array.from({ length: last - first + 1 }, (_, step) => at + first + step);
  const indexes = task.loop
    ? near.map((index) => (index + events.length) % events.length)
    : near.filter((index) => index >= 0 && index < events.length);
  return [...new Set(indexes)];
};

/** What a fingering costs at the events that a change at one of them can touch. */
export const listCostItemsAround = (
  task: FingeringTask,
  events: readonly StrokeEvent[],
  digits: Fingering,
  at: number,
): readonly CostItem[] =>
  within(task, events, at, 0, REACH).flatMap((index) => listEventCostItems(task, events, digits, index));

/** The strokes of the events near one, itself among them. */
export const listNeighbouringStrokes = (
  task: FingeringTask,
  events: readonly StrokeEvent[],
  at: number,
): readonly number[] => within(task, events, at, -REACH, REACH).flatMap((index) => events[index]?.strokes ?? []);

/** The fingers that could play a stroke in place of the one that does, while the rest stays as it is. */
export const listOtherDigits = (
  task: FingeringTask,
  event: StrokeEvent,
  digits: Fingering,
  index: number,
): readonly Digit[] => {
  const taken = event.strokes.filter((other) => other !== index).map((other) => digits[other]);
  const setting = {
    string: task.strokes[index]?.string ?? 1,
    strings: task.strings,
    together: event.strokes.length,
    line: task.strokes[index]?.isInBassLine,
    thumbFrom: task.school.thumbFrom,
    isOnBeat: task.strokes[index]?.isOnBeat,
  };
  return task.school.digits.filter(
    (digit) =>
      digit !== digits[index] &&
      task.school.isDigitAllowed(digit, setting) &&
      !taken.some((other) => other && actuatorOf(other) === actuatorOf(digit)),
  );
};

/** A fingering with another finger on one stroke. */
export const substituteDigit = (digits: Fingering, index: number, digit: Digit): Fingering =>
  digits.map((old, place) => (place === index ? digit : old));
