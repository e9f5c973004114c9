import { solveBest, type Digits, type School, type Task } from '../fingering/index.ts';
import { DIGIT_NAMES, digitWord, type Digit, type MadeSchool } from '../pattern/index.ts';
import type { LessonPattern } from './examples.ts';

/** Habits that are told: the most frequent ones. */
const MOST_TOLD = 4;

const fingered = (task: Task, school: School): Digits => solveBest({ ...task, school }, () => '', 1)[0]?.digits ?? [];

interface Habit {
  readonly words: string;
  readonly instead: Digit | null;
}

const after = ({ example }: LessonPattern, digits: Digits, index: number): string => {
  const { strokes } = example.task;
  const [before, here] = [strokes[index - 1], strokes[index]];
  if (!before || !here || before.at === here.at) return '';
  const digit = digits[index - 1];
  return digit ? ` after ${digitWord(digit)} on ${before.string}` : '';
};

/** Pins that the base would not have given and the learnt school gives. */
const habitsIn = (lesson: LessonPattern, base: School, school: School): readonly Habit[] => {
  const { task, wanted } = lesson.example;
  const [old, now] = [fingered(task, base), fingered(task, school)];
  return wanted.flatMap((digit, index): Habit[] => {
    if (!digit || digit === old[index] || digit !== now[index]) return [];
    const words = `${digitWord(digit)} take string ${task.strokes[index]?.string}${after(lesson, now, index)}`;
    return [{ words, instead: old[index] ?? null }];
  });
};

/** What a school learnt, as a teacher would say it: who takes which string after what, most frequent first. */
export const habitsLearnt = (lessons: readonly LessonPattern[], base: School, school: School): readonly string[] => {
  const counts = new Map<string, { readonly instead: Digit | null; readonly times: number }>();
  for (const { words, instead } of lessons.flatMap((lesson) => habitsIn(lesson, base, school)))
    counts.set(words, { instead, times: (counts.get(words)?.times ?? 0) + 1 });
  return [...counts]
    .sort(([, a], [, b]) => b.times - a.times)
    .slice(0, MOST_TOLD)
    .map(([words, { instead, times }]) => {
      const rather = instead ? `, where ${base.name} would have ${digitWord(instead)}` : '';
      return `You let ${words} (${times === 1 ? 'once' : `${times} times`})${rather}.`;
    });
};

const stringWords = (strings: readonly number[]): string =>
  strings.length > 1 ? `strings ${strings.slice(0, -1).join(', ')} and ${strings.at(-1)}` : `string ${strings[0]}`;

/** Strings an instrument of the common kind has: homes are told for it. */
const STRINGS = 6;

/** Which digits are at home elsewhere than before. */
export const homeWords = (base: School, { homes }: MadeSchool): readonly string[] =>
  base.digits.flatMap((digit) => {
    const strings = homes[digit];
    if (!strings) return [];
    return `The ${DIGIT_NAMES[digit]} is at home on ${stringWords(strings)}, not ${stringWords(base.home(digit, STRINGS))}.`;
  });
