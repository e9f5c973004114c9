import { solveKBest, withoutHurry, type Fingering, type School, type FingeringTask } from '../fingering/index.ts';
import { message, type Message } from '../message/index.ts';
import { fingerWord, type Digit, type CustomSchool } from '../pattern/index.ts';
import type { TrainingPattern } from './training-examples.ts';
import { emptyPlace } from './fit-weights.ts';

/** Habits that are told: the most frequent ones. */
const MAX_RULES = 4;

const solveFingering = (task: FingeringTask, school: School): Fingering =>
  solveKBest({ ...task, school: withoutHurry(school) }, emptyPlace, 1)[0]?.digits ?? [];

/** A pin that the base would not have given and the learned school gives. */
interface LearnedRule {
  readonly string: number;
  readonly digit: Digit;
  /** The stroke before it, where one follows the other. */
  readonly before: { readonly digit: Digit; readonly string: number } | null;
  readonly instead: Digit | null;
}

const beforeOf = ({ example }: TrainingPattern, digits: Fingering, index: number): LearnedRule['before'] => {
  const { strokes } = example.task;
  const [before, here] = [strokes[index - 1], strokes[index]];
  const digit = digits[index - 1];
  return before && here && before.at !== here.at && digit ? { digit, string: before.string } : null;
};

const findLearnedRules = (lesson: TrainingPattern, base: School, school: School): readonly LearnedRule[] => {
  const { task, target } = lesson.example;
  const [old, now] = [solveFingering(task, base), solveFingering(task, school)];
  return target.flatMap((digit, index): LearnedRule[] => {
    const string = task.strokes[index]?.string;
    if (!digit || string === undefined || digit === old[index] || digit !== now[index]) return [];
    return [{ string, digit, before: beforeOf(lesson, now, index), instead: old[index] ?? null }];
  });
};

const habitMessage = ({ name }: School, { string, digit, before, instead }: LearnedRule, count: number): Message => {
  const finger = fingerWord(digit);
  const taken = before
    ? message('learned-school.habit-after', {
        string,
        finger,
        previous: fingerWord(before.digit),
        previousString: before.string,
        count,
      })
    : message('learned-school.habit', { string, finger, count });
  return instead
    ? message('learned-school.habit-instead', { habit: taken, school: name, instead: fingerWord(instead) })
    : taken;
};

/** What a school learned: who takes which string after what, most frequent first. */
export const describeLearnedRules = (
  lessons: readonly TrainingPattern[],
  base: School,
  school: School,
): readonly Message[] => {
  const counts = new Map<string, { readonly habit: LearnedRule; readonly times: number }>();
  for (const habit of lessons.flatMap((lesson) => findLearnedRules(lesson, base, school))) {
    const key = JSON.stringify([habit.string, habit.digit, habit.before]);
    counts.set(key, { habit, times: (counts.get(key)?.times ?? 0) + 1 });
  }
  return [...counts.values()]
    .sort((a, b) => b.times - a.times)
    .slice(0, MAX_RULES)
    .map(({ habit, times }) => habitMessage(base, habit, times));
};

/** Strings an instrument of the common kind has: homes are told for it. */
const STANDARD_STRING_COUNT = 6;

/** Which digits are at home elsewhere than before. */
export const describeHomes = (base: School, { homes }: CustomSchool): readonly Message[] =>
  base.digits.flatMap((digit) => {
    const strings = homes[digit];
    if (!strings) return [];
    return message('learned-school.home-strings', {
      finger: fingerWord(digit),
      strings,
      before: base.home(digit, STANDARD_STRING_COUNT),
    });
  });
