import { failure, problem, success, type Problem, type Result } from '../errors/index.ts';
import { DIGITS, isDigit, type MadeSchool } from '../pattern/index.ts';
import { COMMON_WEIGHTS, type School, type Weights } from './school.ts';
import { findSchool } from './schools/index.ts';

/** A weight that a studio can set: a plain number. */
export type WeightKey = {
  [Key in keyof Weights]-?: Weights[Key] extends number | undefined ? Key : never;
}[keyof Weights];

/** The weights a studio can set, and what each makes dear, as a teacher reads it. */
export const WEIGHT_LABELS: Readonly<Record<WeightKey, string>> = {
  home: 'a string away from home',
  thumbUp: 'the thumb above the basses, a string',
  repeat: 'a finger twice running',
  thumbRepeat: 'the thumb twice running',
  cross: 'fingers crossed',
  span: 'two fingers off their natural gap, a string',
  rush: 'a digit that needs all the time there is',
  outside: 'the pick round the outside',
  inside: 'the pick back on the inside',
  sweep: 'the pick sweeping on',
  against: 'the pick lifted back against its way',
  skip: 'the pick over a string',
  sameDirection: 'the pick twice the same way',
  strictTurn: 'breaking down, up, down, up',
  openingUp: 'opening with an upstroke',
  gridTurn: 'the pick against the grid',
  weakAccent: 'an accent on a weak stroke',
  lead: 'another finger leading',
  returning: 'coming back toward the bass with another digit',
  confined: 'pick and middle side by side',
  rake: 'a rake to the next string',
  brush: 'one digit over a further string at once',
  move: 'a finger moving to another string, a string',
  pickAgain: 'the pick twice running in a group',
  towards: 'the pick against its way to the next string',
  consistency: 'a figure fingered otherwise than before',
};

/** All names of weights that can be set. */
export const WEIGHT_KEYS = Object.keys(WEIGHT_LABELS) as readonly WeightKey[];

/** The largest weight that can be set. */
export const LARGEST_WEIGHT = 1000;

const digitProblems = (digits: readonly unknown[]): readonly Problem[] => {
  const unknown = digits.filter((digit) => !isDigit(digit));
  if (digits.length === 0) return [problem('school-without-digits')];
  return unknown.map((digit) => problem('school-digit-unknown', { value: String(digit), known: DIGITS.join(', ') }));
};

const homeProblems = (homes: MadeSchool['homes']): readonly Problem[] =>
  Object.entries(homes).flatMap(([digit, strings]) =>
    Array.isArray(strings) && strings.every((string) => Number.isInteger(string) && string >= 1 && string <= 8)
      ? []
      : [problem('school-home-wrong', { digit })],
  );

const weightProblems = (weights: MadeSchool['weights']): readonly Problem[] =>
  Object.entries(weights).flatMap(([key, value]) => {
    const known = (WEIGHT_KEYS as readonly string[]).includes(key);
    const right = Number.isFinite(value) && value >= 0 && value <= LARGEST_WEIGHT;
    const label = known ? WEIGHT_LABELS[key as WeightKey] : key;
    return known && right
      ? []
      : [problem('school-weight-wrong', { label, value: String(value), most: LARGEST_WEIGHT })];
  });

/**
 * What keeps a school of a studio's own from being one; empty when it stands.
 * @example
 * problemsOfMadeSchool({ id: 'x', name: 'Own', base: 'rolling', digits: ['p', 'i'], homes: {}, weights: {} }).length // => 0
 */
export const problemsOfMadeSchool = (made: MadeSchool): readonly Problem[] => {
  const base = findSchool(made.base);
  const named = made.name.trim().length > 0 && made.name.length <= 80 ? [] : [problem('school-name-wrong')];
  return [
    ...(base.ok ? [] : base.problems),
    ...named,
    ...digitProblems(made.digits),
    ...homeProblems(made.homes),
    ...weightProblems(made.weights),
  ];
};

const build = (made: MadeSchool, base: School): School => ({
  ...base,
  key: `own:${made.id}`,
  name: made.name,
  rule: `${made.name}: made from ${base.name}.`,
  digits: DIGITS.filter((digit) => made.digits.includes(digit)),
  home: (digit, strings) => made.homes[digit]?.filter((string) => string <= strings) ?? base.home(digit, strings),
  weights: { ...COMMON_WEIGHTS, ...base.weights, ...made.weights },
  variants: undefined,
});

/** Schools already built, by what they say: tables are kept by school, so the same words must give the same value. */
const built = new Map<string, School>();
const MOST_BUILT = 200;

/**
 * The school a studio made. Errors: `school-unknown` for its base, `school-without-digits`, `school-digit-unknown`,
 * `school-home-wrong`, `school-weight-wrong`, `school-name-wrong`.
 * @example
 * makeSchool({ id: '1', name: 'Mine', base: 'rolling', digits: ['p', 'i', 'm'], homes: {}, weights: { cross: 9 } }).ok // => true
 */
export const makeSchool = (made: MadeSchool): Result<School> => {
  const problems = problemsOfMadeSchool(made);
  const base = findSchool(made.base);
  if (problems.length > 0 || !base.ok) return failure(...problems);
  const words = JSON.stringify(made);
  const known = built.get(words);
  if (known) return success(known);
  if (built.size >= MOST_BUILT) built.clear();
  const school = build(made, base.value);
  built.set(words, school);
  return success(school);
};
