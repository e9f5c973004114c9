import type { ErrorCode, ErrorDetails } from '../errors/index.ts';
import { handOrder, strikerOf, type Digit } from '../pattern/index.ts';
import type { Task, TaskStroke } from './task.ts';

/** One way to play an event: a digit for each of its strokes, null where none is left. */
export type Option = readonly (Digit | null)[];

/** A conflict before it is said where it is. */
export interface Unplaced {
  readonly code: ErrorCode;
  readonly details: ErrorDetails;
}

/** The ways to play an event, and what had to be set aside to have any. */
export interface Options {
  readonly options: readonly Option[];
  readonly conflicts: readonly Unplaced[];
}

interface Rules {
  readonly choices: readonly (readonly (Digit | null)[])[];
  /** Fingers may not stand crossed at one time. */
  readonly ordered: boolean;
  /** The thumb may take neighbouring strings (a pick always may). */
  readonly thumbBrush: boolean;
  readonly strokes: readonly TaskStroke[];
}

const mayFollow = (rules: Rules, strings: readonly number[], chosen: Option, digit: Digit | null): boolean => {
  if (digit === null) return true;
  return chosen.every((other, index) => {
    if (other === null) return true;
    if (rules.strokes[index]?.brush && rules.strokes[chosen.length]?.brush) return other === digit;
    if (strikerOf(other) === strikerOf(digit)) return mayBrush(rules, strings, index, chosen, digit);
    return !rules.ordered || handOrder(other) <= handOrder(digit);
  });
};

/** One striker over several strings: the same direction, neighbouring strings, nobody in between. */
const mayBrush = (rules: Rules, strings: readonly number[], index: number, chosen: Option, digit: Digit): boolean => {
  // Two pins of one digit stay where they are, whatever that asks of the hand: only they are let off the rule.
  if (rules.strokes[index]?.pin === digit && rules.strokes[chosen.length]?.pin === digit) return true;
  if (chosen[index] !== digit) return false;
  const steps = chosen.length - index;
  const neighbours = (strings[index] as number) - (strings[chosen.length] as number) === steps;
  const together = chosen.slice(index).every((other) => other === digit);
  return neighbours && together && (strikerOf(digit) === 'pick' || (digit === 'p' && rules.thumbBrush));
};

const enumerate = (rules: Rules, strings: readonly number[], chosen: Option = []): readonly Option[] => {
  const choices = rules.choices[chosen.length];
  if (!choices) return [chosen];
  return choices
    .filter((digit) => mayFollow(rules, strings, chosen, digit))
    .flatMap((digit) => enumerate(rules, strings, [...chosen, digit]));
};

const permitted = (task: Task, stroke: TaskStroke, together: number): readonly Digit[] => {
  if (stroke.pin) return [stroke.pin];
  const setting = { string: stroke.string, strings: task.strings, together, line: stroke.line };
  return task.school.digits.filter((digit) => task.school.permits(digit, setting));
};

/** Digits that can pluck while the index touches: all but the index, and the middle, which is too close to it. */
const pluckBeside = (digit: Digit): boolean => digit !== 'i' && digit !== 'm';

/** Where the index touches a harmonic, it is not free, and the harmonic is plucked by a digit well away from it. */
const besideTouch = (
  strokes: readonly TaskStroke[],
  choices: readonly (readonly Digit[])[],
): readonly (readonly Digit[])[] => {
  if (!strokes.some(({ harp }) => harp)) return choices;
  return choices.map((digits, index) => {
    if (strokes[index]?.pin) return digits;
    const left = digits.filter((digit) => (strokes[index]?.harp ? pluckBeside(digit) : digit !== 'i'));
    return left.length > 0 ? left : digits;
  });
};

/** Where a note has to be left out, as few as can be, and inner ones rather than bass or top. */
const fewestUnplayed = (options: readonly Option[]): readonly Option[] => {
  const unplayed = (option: Option): number => option.filter((digit) => digit === null).length;
  const least = Math.min(...options.map(unplayed));
  const fewest = options.filter((option) => unplayed(option) === least);
  const outer = fewest.filter((option) => option[0] !== null && option[option.length - 1] !== null);
  return outer.length > 0 ? outer : fewest;
};

/** The pins at one time that ask one striker for strings it cannot take together. */
const clashingPins = (strokes: readonly TaskStroke[]): readonly [Digit, number][] => {
  const counts = new Map<Digit, number>();
  for (const { pin } of strokes) if (pin) counts.set(pin, (counts.get(pin) ?? 0) + 1);
  return [...counts].filter(([, count]) => count > 1);
};

const pinProblems = (task: Task, strokes: readonly TaskStroke[]): readonly Unplaced[] =>
  strokes.flatMap(({ pin }) =>
    pin && !task.school.digits.includes(pin) ? [{ code: 'pin-not-in-school', details: { digit: pin } }] : [],
  );

/** Whether a pinned digit can take its strings with one stroke: neighbouring ones, by pick or thumb, or marked as a brush. */
const brushable = (strokes: readonly TaskStroke[], digit: Digit): boolean => {
  const own = strokes.filter(({ pin }) => pin === digit);
  if (own.every(({ brush }) => brush)) return true;
  const [first, last] = [own[0]?.string ?? 0, own[own.length - 1]?.string ?? 0];
  return (strikerOf(digit) === 'pick' || digit === 'p') && first - last === own.length - 1;
};

/** Rules ever looser; the first that leaves any way to play the event is taken. */
const ladder = (
  task: Task,
  strokes: readonly TaskStroke[],
): readonly { readonly rules: Rules; readonly conflicts: readonly Unplaced[] }[] => {
  const count = strokes.length;
  const choices = besideTouch(
    strokes,
    strokes.map((stroke) => permitted(task, stroke, count)),
  );
  const loose = strokes.map(({ pin }) => (pin ? [pin] : task.school.digits));
  const thumbBrush = count > new Set(task.school.digits.map(strikerOf)).size;
  const strict: Rules = { choices, ordered: true, thumbBrush, strokes };
  const unreached = strokes.filter((_, index) => choices[index]?.length === 0);
  const reach = unreached.map(({ string }): Unplaced => ({ code: 'no-digit-for-string', details: { string } }));
  const pinned = strokes.some(({ pin }) => pin);
  const crossedPins: Unplaced[] = [{ code: 'pins-crossed', details: {} }];
  const tooMany: Unplaced = { code: 'too-many-notes', details: { count } };
  const orNull = strokes.map(({ pin }, index): readonly (Digit | null)[] =>
    pin ? [pin] : [...(loose[index] as readonly Digit[]), null],
  );
  return [
    { rules: strict, conflicts: [] },
    { rules: { ...strict, choices: loose }, conflicts: reach },
    ...(pinned
      ? [{ rules: { ...strict, choices: loose, ordered: false }, conflicts: [...reach, ...crossedPins] }]
      : []),
    { rules: { ...strict, choices: orNull }, conflicts: [tooMany] },
    { rules: { ...strict, choices: orNull, ordered: false }, conflicts: [tooMany] },
  ];
};

/** Pins that ask one digit for strings it cannot take together: they stay, and are named. */
const clashProblems = (strokes: readonly TaskStroke[]): readonly Unplaced[] =>
  clashingPins(strokes)
    .filter(([digit]) => !brushable(strokes, digit))
    .map(([digit, count]) => ({ code: 'pins-one-digit-twice' as const, details: { digit, count } }));

/** Every way to play the strokes of one time by the school's rules and the pins, and the conflicts met on the way. */
export const optionsOf = (task: Task, strokes: readonly TaskStroke[]): Options => {
  const strings = strokes.map(({ string }) => string);
  const pins = [...pinProblems(task, strokes), ...clashProblems(strokes)];
  for (const { rules, conflicts } of ladder(task, strokes)) {
    const options = enumerate(rules, strings);
    if (options.length > 0) return { options: fewestUnplayed(options), conflicts: [...pins, ...conflicts] };
  }
  return { options: [strokes.map(({ pin }) => pin ?? null)], conflicts: pins };
};
