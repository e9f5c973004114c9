import { message, type Message } from '../message/index.ts';
import { fingerWord, describePosition, type Digit } from '../pattern/index.ts';
import type { TrainingPattern } from './training-examples.ts';

/** Two pins in the same surroundings that ask for different digits. */
export interface PinConflict {
  readonly message: Message;
}

interface PinnedContext {
  readonly place: Message;
  readonly digit: Digit;
}

/** Strokes to each side that make up the surroundings of one. */
const CONTEXT_STROKES = 3;

const createContextKey = ({ pattern }: TrainingPattern, index: number): string => {
  const { strokes, metre } = pattern;
  const here = strokes[index]?.at ?? 0;
  return Array.from({ length: 2 * CONTEXT_STROKES + 1 }, (_, step) => strokes[index - CONTEXT_STROKES + step])
    .map((stroke) =>
      stroke ? `${stroke.string}@${((stroke.at - here) * metre.unit) / 4}${stroke.accent ? '>' : ''}` : '-',
    )
    .join(' ');
};

/** Pins that no school can keep both: the same strings before and after, and another digit. */
export const findPinConflicts = (lessons: readonly TrainingPattern[]): readonly PinConflict[] => {
  const seen = new Map<string, PinnedContext>();
  const found: PinConflict[] = [];
  for (const lesson of lessons)
    lesson.example.target.forEach((digit, index) => {
      if (!digit) return;
      const key = createContextKey(lesson, index);
      const place = message('place.in-pattern', {
        name: lesson.pattern.name,
        place: describePosition(lesson.pattern, lesson.pattern.strokes[index]?.at ?? 0),
      });
      const before = seen.get(key);
      if (!before) seen.set(key, { place, digit });
      else if (before.digit !== digit)
        found.push({
          message: message('learned-school.pins-contradict', {
            first: before.place,
            other: fingerWord(before.digit),
            second: place,
            finger: fingerWord(digit),
          }),
        });
    });
  return found;
};
