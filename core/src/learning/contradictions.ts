import { message, type Message } from '../message/index.ts';
import { fingerWord, whereIs, type Digit } from '../pattern/index.ts';
import type { LessonPattern } from './examples.ts';

/** Two pins in the same surroundings that ask for different digits. */
export interface Contradiction {
  readonly message: Message;
}

interface Pinned {
  readonly place: Message;
  readonly digit: Digit;
}

/** Strokes to each side that make up the surroundings of one. */
const AROUND = 3;

const stringsAround = ({ pattern }: LessonPattern, index: number): string => {
  const { strokes, metre } = pattern;
  const here = strokes[index]?.at ?? 0;
  return Array.from({ length: 2 * AROUND + 1 }, (_, step) => strokes[index - AROUND + step])
    .map((stroke) =>
      stroke ? `${stroke.string}@${((stroke.at - here) * metre.unit) / 4}${stroke.accent ? '>' : ''}` : '-',
    )
    .join(' ');
};

/** Pins that no school can keep both: the same strings before and after, and another digit. */
export const contradictionsIn = (lessons: readonly LessonPattern[]): readonly Contradiction[] => {
  const seen = new Map<string, Pinned>();
  const found: Contradiction[] = [];
  for (const lesson of lessons)
    lesson.example.wanted.forEach((digit, index) => {
      if (!digit) return;
      const key = stringsAround(lesson, index);
      const place = message('place.in-pattern', {
        name: lesson.pattern.name,
        place: whereIs(lesson.pattern, lesson.pattern.strokes[index]?.at ?? 0),
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
