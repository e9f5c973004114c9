import type { School } from '../fingering/index.ts';
import { isFinger, type Digit } from '../pattern/index.ts';
import { countKept, type FitExample } from './fit.ts';

/** Where digits are at home, as far as that differs from the school they belong to. */
export type Homes = Readonly<Partial<Record<Digit, readonly number[]>>>;

/** The school with other homes. */
export const withHomes = (base: School, homes: Homes): School => ({
  ...base,
  home: (digit, strings) => homes[digit]?.filter((string) => string <= strings) ?? base.home(digit, strings),
});

/** How often each digit is wanted on each string. */
type Counts = ReadonlyMap<Digit, ReadonlyMap<number, number>>;

const countWanted = (examples: readonly FitExample[]): Counts => {
  const counts = new Map<Digit, Map<number, number>>();
  for (const { task, wanted } of examples)
    wanted.forEach((digit, index) => {
      const string = task.strokes[index]?.string;
      if (!digit || string === undefined) return;
      const own = counts.get(digit) ?? new Map<number, number>();
      own.set(string, (own.get(string) ?? 0) + 1);
      counts.set(digit, own);
    });
  return counts;
};

/** A string is a digit's when it is wanted there as often as this, in number and in share of the digit's pins. */
const OFTEN = { times: 2, share: 0.2 } as const;

const oftenOn = (counts: Counts, digit: Digit): readonly number[] => {
  const own = [...(counts.get(digit) ?? [])];
  const all = own.reduce((sum, [, times]) => sum + times, 0);
  return own
    .filter(([, times]) => times >= OFTEN.times && times >= OFTEN.share * all)
    .map(([string]) => string)
    .sort((a, b) => b - a);
};

const strings = (...lists: readonly (readonly number[])[]): readonly number[] =>
  [...new Set(lists.flat())].sort((a, b) => b - a);

type HomesOf = (digit: Digit) => readonly number[] | undefined;

const homesBy = (digits: readonly Digit[], of: HomesOf): Homes =>
  Object.fromEntries(digits.flatMap((digit) => (of(digit) ? [[digit, of(digit)]] : [])));

/** Homes worth trying: widened by what is wanted, for one digit or all; or just what is wanted. */
const candidates = (base: School, examples: readonly FitExample[]): readonly Homes[] => {
  const counts = countWanted(examples);
  const count = Math.max(0, ...examples.map(({ task }) => task.strings));
  const fingers = base.digits.filter(isFinger);
  const often = new Map(fingers.map((digit) => [digit, oftenOn(counts, digit)]));
  const moved = fingers.filter((digit) => (often.get(digit)?.length ?? 0) > 0);
  const wider: HomesOf = (digit) => strings(base.home(digit, count), often.get(digit) ?? []);
  const only: HomesOf = (digit) => often.get(digit);
  return [
    {},
    ...moved.map((digit) => homesBy([digit], wider)),
    ...moved.map((digit) => homesBy([digit], only)),
    homesBy(moved, wider),
    homesBy(moved, only),
  ];
};

/** Pins that each change of a home has to be worth, and a little more. */
const WORTH = 1.5;

/**
 * The homes under which the most pins come by themselves. No finger is ever left out: chords and harmonics may need it,
 * and leaving it out is for the teacher to say.
 */
export const learntHomes = (base: School, examples: readonly FitExample[]): Homes => {
  const graded = candidates(base, examples).map((homes) => ({
    homes,
    grade: countKept(examples, withHomes(base, homes)) - WORTH * Object.keys(homes).length,
  }));
  return [...graded].sort((a, b) => b.grade - a.grade)[0]?.homes ?? {};
};
