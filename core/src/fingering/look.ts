import { DIGITS, type Digit } from '../pattern/index.ts';
import type { TaskStroke } from './task.ts';

const FLAGS = ['opening', 'line', 'accent', 'rake', 'brush', 'harp', 'leads', 'chord', 'run'] as const;

const DIGIT_BITS = 4;

const digitNumber = (digit: Digit | undefined): number => (digit ? DIGITS.indexOf(digit) + 1 : 0);

/** Looks already worked out: tasks keep their strokes from edit to edit. */
const looks = [new WeakMap<TaskStroke, number>(), new WeakMap<TaskStroke, number>()] as const;

/** A number equal for strokes that have the same choices and weigh the same on others. */
const strokeLook = (stroke: TaskStroke, byGrid: boolean): number => {
  const store = looks[byGrid ? 1 : 0];
  const known = store.get(stroke);
  if (known !== undefined) return known;
  const look = workOutLook(stroke, byGrid);
  store.set(stroke, look);
  return look;
};

const workOutLook = (stroke: TaskStroke, byGrid: boolean): number => {
  let look = byGrid && stroke.off ? 1 : 0;
  for (const flag of FLAGS) look = (look << 1) | (stroke[flag] ? 1 : 0);
  look = (look << DIGIT_BITS) | digitNumber(stroke.pin);
  look = (look << DIGIT_BITS) | digitNumber(stroke.tremolo);
  return look * 256 + stroke.string;
};

/** The same for the strokes of an event, given by index: of one stroke a number, of several the numbers in a row. */
export const lookOf = (strokes: readonly TaskStroke[], those: readonly number[], byGrid: boolean): number | string =>
  those.length === 1
    ? strokeLook(strokes[those[0] as number] as TaskStroke, byGrid)
    : those.map((index) => strokeLook(strokes[index] as TaskStroke, byGrid)).join();
