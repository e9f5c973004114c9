import type { ErrorCode, ErrorParams } from '../../errors/index.ts';
import { handPosition, actuatorOf, isFinger, type Digit } from '../../pattern/index.ts';
import type { FingeringTask, TaskStroke } from '../task/fingering-task.ts';

/** One way to play an event: a digit for each of its strokes, null where none is left. */
export type CandidateFingering = readonly (Digit | null)[];

/** A conflict before it is said where it is. */
export interface UnlocatedConflict {
  readonly code: ErrorCode;
  readonly details: ErrorParams;
}

/** The ways to play an event, and what had to be set aside to have any. */
export interface CandidateSet {
  readonly options: readonly CandidateFingering[];
  readonly conflicts: readonly UnlocatedConflict[];
}

interface EnumerationRules {
  readonly choices: readonly (readonly (Digit | null)[])[];
  /** Fingers may not stand crossed at one time. */
  readonly ordered: boolean;
  /** The thumb may take neighbouring strings (a pick always may). */
  readonly thumbBrush: boolean;
  readonly strokes: readonly TaskStroke[];
}

const canFollow = (
  rules: EnumerationRules,
  strings: readonly number[],
  chosen: CandidateFingering,
  digit: Digit | null,
): boolean => {
  if (digit === null) return true;
  return chosen.every((other, index) => {
    if (other === null) return true;
    if (rules.strokes[index]?.brush && rules.strokes[chosen.length]?.brush) return other === digit;
    if (actuatorOf(other) === actuatorOf(digit)) return canBrush(rules, strings, index, chosen, digit);
    return !rules.ordered || handPosition(other) <= handPosition(digit);
  });
};

/** One striker over several strings: the same direction, neighbouring strings, nobody in between. */
const canBrush = (
  rules: EnumerationRules,
  strings: readonly number[],
  index: number,
  chosen: CandidateFingering,
  digit: Digit,
): boolean => {
  // Two pins of one digit stay where they are, whatever that asks of the hand: only they are let off the rule.
  if (rules.strokes[index]?.pin === digit && rules.strokes[chosen.length]?.pin === digit) return true;
  if (chosen[index] !== digit) return false;
  const steps = chosen.length - index;
  const neighbours = (strings[index] as number) - (strings[chosen.length] as number) === steps;
  const together = chosen.slice(index).every((other) => other === digit);
  return neighbours && together && (actuatorOf(digit) === 'pick' || (digit === 'p' && rules.thumbBrush));
};

const enumerateAssignments = (
  rules: EnumerationRules,
  strings: readonly number[],
  chosen: CandidateFingering = [],
): readonly CandidateFingering[] => {
  const choices = rules.choices[chosen.length];
  if (!choices) return [chosen];
  return choices
    .filter((digit) => canFollow(rules, strings, chosen, digit))
    .flatMap((digit) => enumerateAssignments(rules, strings, [...chosen, digit]));
};

/** What plays the thumb's part in a school: the thumb, else the pick where there are fingers beside it. */
const thumbDigits = (digits: readonly Digit[]): readonly Digit[] => {
  if (digits.includes('p')) return ['p'];
  const picks = digits.filter((digit) => actuatorOf(digit) === 'pick');
  return picks.length < digits.length ? picks : [];
};

const permittedDigits = (task: FingeringTask, stroke: TaskStroke, together: number): readonly Digit[] => {
  if (stroke.pin) return [stroke.pin];
  if (stroke.tapped) return task.school.digits;
  const own = stroke.isThumbRole ? thumbDigits(task.school.digits) : [];
  if (own.length > 0) return own;
  const setting = {
    string: stroke.string,
    strings: task.strings,
    together,
    line: stroke.isInBassLine,
    thumbFrom: task.school.thumbFrom,
    isOnBeat: stroke.isOnBeat,
  };
  return task.school.digits.filter((digit) => task.school.isDigitAllowed(digit, setting));
};

/** Digits that can pluck while the index touches: all but the index, and the middle, which is too close to it. */
const canPluckWhileTouching = (digit: Digit): boolean => digit !== 'i' && digit !== 'm';

/** Where the index touches a harmonic, it is not free, and the harmonic is plucked by a digit well away from it. */
const restrictForHarmonicTouch = (
  strokes: readonly TaskStroke[],
  choices: readonly (readonly Digit[])[],
): readonly (readonly Digit[])[] => {
  if (!strokes.some(({ harp }) => harp)) return choices;
  return choices.map((digits, index) => {
    if (strokes[index]?.pin) return digits;
    const left = digits.filter((digit) => (strokes[index]?.harp ? canPluckWhileTouching(digit) : digit !== 'i'));
    return left.length > 0 ? left : digits;
  });
};

/** A tap is a finger's, the middle's where a pick keeps the index; who plucks meanwhile is the thumb or the pick. */
const restrictForTaps = (
  strokes: readonly TaskStroke[],
  choices: readonly (readonly Digit[])[],
): readonly (readonly Digit[])[] => {
  if (!strokes.some(({ tapped }) => tapped)) return choices;
  return choices.map((digits, index) => {
    const { pin, tapped } = strokes[index] as TaskStroke;
    if (pin) return digits;
    const left = digits.filter((digit) => isFinger(digit) === (tapped === true));
    return left.length > 0 ? left : digits;
  });
};

/** Where a note has to be left out, as few as can be, and inner ones rather than bass or top. */
const keepFewestUnplayed = (options: readonly CandidateFingering[]): readonly CandidateFingering[] => {
  const unplayed = (option: CandidateFingering): number => option.filter((digit) => digit === null).length;
  const least = Math.min(...options.map(unplayed));
  const fewest = options.filter((option) => unplayed(option) === least);
  const outer = fewest.filter((option) => option[0] !== null && option[option.length - 1] !== null);
  return outer.length > 0 ? outer : fewest;
};

/** The pins at one time that ask one striker for strings it cannot take together. */
const findConflictingPins = (strokes: readonly TaskStroke[]): readonly [Digit, number][] => {
  const counts = new Map<Digit, number>();
  for (const { pin } of strokes) if (pin) counts.set(pin, (counts.get(pin) ?? 0) + 1);
  return [...counts].filter(([, count]) => count > 1);
};

const validatePins = (task: FingeringTask, strokes: readonly TaskStroke[]): readonly UnlocatedConflict[] =>
  strokes.flatMap(({ pin }) =>
    pin && !task.school.digits.includes(pin) ? [{ code: 'pin-not-in-school', details: { digit: pin } }] : [],
  );

/**
 * Whether a pinned digit can take its strings with one stroke: neighbouring ones, by pick or thumb, or marked as a
 * brush.
 */
const canBrushPinnedStrings = (strokes: readonly TaskStroke[], digit: Digit): boolean => {
  const own = strokes.filter(({ pin }) => pin === digit);
  if (own.every(({ brush }) => brush)) return true;
  const [first, last] = [own[0]?.string ?? 0, own[own.length - 1]?.string ?? 0];
  return (actuatorOf(digit) === 'pick' || digit === 'p') && first - last === own.length - 1;
};

/** Rules ever looser; the first that leaves any way to play the event is taken. */
const relaxRules = (
  task: FingeringTask,
  strokes: readonly TaskStroke[],
): readonly { readonly rules: EnumerationRules; readonly conflicts: readonly UnlocatedConflict[] }[] => {
  const count = strokes.length;
  const permitted = strokes.map((stroke) => permittedDigits(task, stroke, count));
  const choices = restrictForTaps(strokes, restrictForHarmonicTouch(strokes, permitted));
  const loose = strokes.map(({ pin }) => (pin ? [pin] : task.school.digits));
  const thumbBrush = count > new Set(task.school.digits.map(actuatorOf)).size;
  const strict: EnumerationRules = { choices, ordered: true, thumbBrush, strokes };
  const unreached = strokes.filter((_, index) => choices[index]?.length === 0);
  const reach = unreached.map(({ string }): UnlocatedConflict => ({
    code: 'no-digit-for-string',
    details: { string },
  }));
  const pinned = strokes.some(({ pin }) => pin);
  const crossedPins: UnlocatedConflict[] = [{ code: 'pins-crossed', details: {} }];
  const tooMany: UnlocatedConflict = { code: 'too-many-notes', details: { count } };
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
const describePinConflicts = (strokes: readonly TaskStroke[]): readonly UnlocatedConflict[] =>
  findConflictingPins(strokes)
    .filter(([digit]) => !canBrushPinnedStrings(strokes, digit))
    .map(([digit, count]) => ({ code: 'pins-one-digit-twice' as const, details: { digit, count } }));

/** Every way to play the strokes of one time by the school's rules and the pins, and the conflicts met on the way. */
export const enumerateCandidates = (task: FingeringTask, strokes: readonly TaskStroke[]): CandidateSet => {
  const strings = strokes.map(({ string }) => string);
  const pins = [...validatePins(task, strokes), ...describePinConflicts(strokes)];
  for (const { rules, conflicts } of relaxRules(task, strokes)) {
    const options = enumerateAssignments(rules, strings);
    if (options.length > 0) return { options: keepFewestUnplayed(options), conflicts: [...pins, ...conflicts] };
  }
  return { options: [strokes.map(({ pin }) => pin ?? null)], conflicts: pins };
};
