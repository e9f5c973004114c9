import { createTaskFromPattern, type HandProfile, type School } from '../fingering/index.ts';
import type { Digit, Pattern } from '../pattern/index.ts';
import type { TrainingExample } from './fit-weights.ts';

/** A pattern a school is learnt from: its pins are judgements. */
export interface TrainingPattern {
  readonly pattern: Pattern;
  readonly example: TrainingExample;
}

/** Strokes beyond which a pattern is not learnt from: it would outweigh all others. */
export const MAX_PATTERN_STROKES = 256;

const removePins = (pattern: Pattern): Pattern => ({
  ...pattern,
  strokes: pattern.strokes.map(({ pin: _pin, ...stroke }) => stroke),
});

/** Whether a school could ever give a digit to a string. */
const isDigitPossible = (school: School, strings: number, string: number, digit: Digit): boolean =>
  school.digits.includes(digit) && school.isDigitAllowed(digit, { string, strings, together: 1 });

/** The pins of a pattern as something to learn from: those the school's rules forbid are none. */
export const createTrainingPattern = (pattern: Pattern, school: School, hand?: HandProfile): TrainingPattern => {
  const task = createTaskFromPattern(removePins(pattern), { school, hand });
  const wanted = pattern.strokes.map(({ pin, string, slur }) =>
    pin && !slur && isDigitPossible(school, task.strings, string, pin) ? pin : null,
  );
  return { pattern, example: { task, target: wanted } };
};

/** Strokes that are learnt from in all: the patterns that come first, which are the latest. */
const MAX_TRAINING_STROKES = 900;

/** As many of the patterns as there is time to learn from. */
export const limitTrainingSet = (patterns: readonly Pattern[]): readonly Pattern[] => {
  let strokes = 0;
  return patterns.filter((pattern) => {
    const fits =
      pattern.strokes.length <= MAX_PATTERN_STROKES && strokes + pattern.strokes.length <= MAX_TRAINING_STROKES;
    if (fits) strokes += pattern.strokes.length;
    return fits;
  });
};

/** How many pins there are to learn from. */
export const countTrainingPins = (lessons: readonly TrainingPattern[]): number =>
  lessons.reduce((sum, { example }) => sum + example.target.filter((digit) => digit !== null).length, 0);
