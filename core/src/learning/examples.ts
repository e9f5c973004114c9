import { taskOf, type HandProfile, type School } from '../fingering/index.ts';
import type { Digit, Pattern } from '../pattern/index.ts';
import type { FitExample } from './fit.ts';

/** A pattern a school is learnt from: its pins are judgements. */
export interface LessonPattern {
  readonly pattern: Pattern;
  readonly example: FitExample;
}

/** Strokes beyond which a pattern is not learnt from: it would outweigh all others. */
export const MOST_LEARNT = 256;

const unpinned = (pattern: Pattern): Pattern => ({
  ...pattern,
  strokes: pattern.strokes.map(({ pin: _pin, ...stroke }) => stroke),
});

/** Whether a school could ever give a digit to a string. */
const possible = (school: School, strings: number, string: number, digit: Digit): boolean =>
  school.digits.includes(digit) && school.isDigitAllowed(digit, { string, strings, together: 1 });

/** The pins of a pattern as something to learn from: those the school's rules forbid are none. */
export const lessonOf = (pattern: Pattern, school: School, hand?: HandProfile): LessonPattern => {
  const task = taskOf(unpinned(pattern), { school, hand });
  const wanted = pattern.strokes.map(({ pin, string, slur }) =>
    pin && !slur && possible(school, task.strings, string, pin) ? pin : null,
  );
  return { pattern, example: { task, wanted } };
};

/** Strokes that are learnt from in all: the patterns that come first, which are the latest. */
const MOST_STROKES = 900;

/** As many of the patterns as there is time to learn from. */
export const asManyAsFit = (patterns: readonly Pattern[]): readonly Pattern[] => {
  let strokes = 0;
  return patterns.filter((pattern) => {
    const fits = pattern.strokes.length <= MOST_LEARNT && strokes + pattern.strokes.length <= MOST_STROKES;
    if (fits) strokes += pattern.strokes.length;
    return fits;
  });
};

/** How many pins there are to learn from. */
export const pinCount = (lessons: readonly LessonPattern[]): number =>
  lessons.reduce((sum, { example }) => sum + example.wanted.filter((digit) => digit !== null).length, 0);
