import type { School } from '../fingering/index.ts';
import { actuatorOf, type Digit } from '../pattern/index.ts';
import { countMatchedDigits, type TrainingExample } from './fit-weights.ts';

/** Where digits are at home, as far as that differs from the school they belong to. */
export type HomeStrings = Readonly<Partial<Record<Digit, readonly number[]>>>;

/** The school with other homes. */
export const applyHomeStrings = (base: School, homes: HomeStrings): School => ({
  ...base,
  home: (digit, strings) => homes[digit]?.filter((string) => string <= strings) ?? base.home(digit, strings),
  // What the thumb is at home on is its own: a school's rule goes by it.
  ...(homes.p?.length ? { thumbFrom: Math.min(...homes.p) } : {}),
});

/** How often each digit is wanted on each string. */
type DigitStringCounts = ReadonlyMap<Digit, ReadonlyMap<number, number>>;

const countTargets = (examples: readonly TrainingExample[]): DigitStringCounts => {
  const counts = new Map<Digit, Map<number, number>>();
  for (const { task, target } of examples)
    target.forEach((digit, index) => {
      const string = task.strokes[index]?.string;
      if (!digit || string === undefined) return;
      const own = counts.get(digit) ?? new Map<number, number>();
      own.set(string, (own.get(string) ?? 0) + 1);
      counts.set(digit, own);
    });
  return counts;
};

/** A string is a digit's when it is wanted there as often as this, in number and in share of the digit's pins. */
const FREQUENCY_THRESHOLD = { times: 2, share: 0.2 } as const;

const listFrequentStrings = (counts: DigitStringCounts, digit: Digit): readonly number[] => {
  const own = [...(counts.get(digit) ?? [])];
  const all = own.reduce((sum, [, times]) => sum + times, 0);
  return own
    .filter(([, times]) => times >= FREQUENCY_THRESHOLD.times && times >= FREQUENCY_THRESHOLD.share * all)
    .map(([string]) => string)
    .sort((a, b) => b - a);
};

const mergeStrings = (...lists: readonly (readonly number[])[]): readonly number[] =>
  [...new Set(lists.flat())].sort((a, b) => b - a);

type HomeLookup = (digit: Digit) => readonly number[] | undefined;

const collectHomes = (digits: readonly Digit[], of: HomeLookup): HomeStrings =>
  Object.fromEntries(digits.flatMap((digit) => (of(digit) ? [[digit, of(digit)]] : [])));

/** Homes worth trying: widened by what is wanted, for one digit or all; or just what is wanted. */
const listCandidates = (base: School, examples: readonly TrainingExample[]): readonly HomeStrings[] => {
  const counts = countTargets(examples);
  const count = Math.max(0, ...examples.map(({ task }) => task.strings));
  const fingers = base.digits.filter((digit) => actuatorOf(digit) !== 'pick');
  const often = new Map(fingers.map((digit) => [digit, listFrequentStrings(counts, digit)]));
  const moved = fingers.filter((digit) => (often.get(digit)?.length ?? 0) > 0);
  const wider: HomeLookup = (digit) => mergeStrings(base.home(digit, count), often.get(digit) ?? []);
  const only: HomeLookup = (digit) => often.get(digit);
  return [
    {},
    ...moved.map((digit) => collectHomes([digit], wider)),
    ...moved.map((digit) => collectHomes([digit], only)),
    collectHomes(moved, wider),
    collectHomes(moved, only),
  ];
};

/** Pins that each change of a home has to be worth, and a little more. */
const COMPLEXITY_PENALTY = 1.5;

/**
 * The homes under which the most pins come by themselves. No finger is ever left out: chords and harmonics may need it,
 * and leaving it out is for the teacher to say.
 */
export const learnHomeStrings = (base: School, examples: readonly TrainingExample[]): HomeStrings => {
  const graded = listCandidates(base, examples).map((homes) => ({
    homes,
    grade: countMatchedDigits(examples, applyHomeStrings(base, homes)) - COMPLEXITY_PENALTY * Object.keys(homes).length,
  }));
  return [...graded].sort((a, b) => b.grade - a.grade)[0]?.homes ?? {};
};
