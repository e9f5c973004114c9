import { message, type Label, type Message } from '../message/message.ts';
import { failure, createProblem, success, type Problem, type Result } from '../errors/index.ts';
import { DIGITS, isDigit, type CustomSchool } from '../pattern/index.ts';
import { DEFAULT_PENALTY_WEIGHTS, type School, type PenaltyWeights } from './school.ts';
import { findSchool } from './schools/index.ts';

/** A weight that a studio can set: a plain number. */
export type PenaltyKey = {
  [Key in keyof PenaltyWeights]-?: PenaltyWeights[Key] extends number | undefined ? Key : never;
}[keyof PenaltyWeights];

/** The weights a studio can set, and what each makes dear, as a teacher reads it. */
export const PENALTY_LABELS: Readonly<Record<PenaltyKey, Message>> = {
  home: message('penalty.home.label'),
  thumbUp: message('penalty.thumb-up.label'),
  repeat: message('penalty.repeat.label'),
  thumbRepeat: message('penalty.thumb-repeat.label'),
  cross: message('penalty.cross.label'),
  span: message('penalty.span.label'),
  rush: message('penalty.rush.label'),
  outside: message('penalty.outside.label'),
  inside: message('penalty.inside.label'),
  sweep: message('penalty.sweep.label'),
  against: message('penalty.against.label'),
  skip: message('penalty.skip.label'),
  sameDirection: message('penalty.same-direction.label'),
  strictTurn: message('penalty.strict-turn.label'),
  openingUp: message('penalty.opening-up.label'),
  gridTurn: message('penalty.grid-turn.label'),
  weakAccent: message('penalty.weak-accent.label'),
  lead: message('penalty.lead.label'),
  returning: message('penalty.returning.label'),
  confined: message('penalty.confined.label'),
  rake: message('penalty.rake.label'),
  brush: message('penalty.brush.label'),
  move: message('penalty.move.label'),
  pickAgain: message('penalty.pick-again.label'),
  towards: message('penalty.towards.label'),
  consistency: message('penalty.consistency.label'),
};

/** All names of weights that can be set. */
export const PENALTY_KEYS = Object.keys(PENALTY_LABELS) as readonly PenaltyKey[];

/** The largest weight that can be set. */
export const MAX_PENALTY = 1000;

const validateDigits = (digits: readonly unknown[]): readonly Problem[] => {
  const unknown = digits.filter((digit) => !isDigit(digit));
  if (digits.length === 0) return [createProblem('school-without-digits')];
  return unknown.map((digit) =>
    createProblem('school-digit-unknown', { value: String(digit), known: DIGITS.join(', ') }),
  );
};

const validateHomes = (homes: CustomSchool['homes']): readonly Problem[] =>
  Object.entries(homes).flatMap(([digit, strings]) =>
    Array.isArray(strings) && strings.every((string) => Number.isInteger(string) && string >= 1 && string <= 8)
      ? []
      : [createProblem('school-home-wrong', { digit })],
  );

const validatePenalties = (weights: CustomSchool['weights']): readonly Problem[] =>
  Object.entries(weights).flatMap(([key, value]) => {
    const known = (PENALTY_KEYS as readonly string[]).includes(key);
    const right = Number.isFinite(value) && value >= 0 && value <= MAX_PENALTY;
    const label: Label = known ? PENALTY_LABELS[key as PenaltyKey] : key;
    return known && right
      ? []
      : [createProblem('school-weight-wrong', { label, value: String(value), most: MAX_PENALTY })];
  });

/**
 * What keeps a school of a studio's own from being one; empty when it stands.
 * @example
 * validateCustomSchool({ id: 'x', name: 'Own', base: 'rolling', digits: ['p', 'i'], homes: {}, weights: {} }).length
 * // => 0
 */
export const validateCustomSchool = (made: CustomSchool): readonly Problem[] => {
  const base = findSchool(made.base);
  const named = made.name.trim().length > 0 && made.name.length <= 80 ? [] : [createProblem('school-name-wrong')];
  return [
    ...(base.ok ? [] : base.problems),
    ...named,
    ...validateDigits(made.digits),
    ...validateHomes(made.homes),
    ...validatePenalties(made.weights),
  ];
};

const applyCustomisation = (made: CustomSchool, base: School): School => ({
  ...base,
  key: `own:${made.id}`,
  name: made.name,
  rule: message('school.custom.rule', { name: made.name, school: base.name }),
  digits: DIGITS.filter((digit) => made.digits.includes(digit)),
  home: (digit, strings) => made.homes[digit]?.filter((string) => string <= strings) ?? base.home(digit, strings),
  ...(made.homes.p?.length ? { thumbFrom: Math.min(...made.homes.p) } : {}),
  weights: { ...DEFAULT_PENALTY_WEIGHTS, ...base.weights, ...made.weights },
  variants: undefined,
});

/** Schools already built, by what they say: tables are kept by school, so the same words must give the same value. */
const customSchoolCache = new Map<string, School>();
const MAX_CACHED_SCHOOLS = 200;

/**
 * The school a studio made. Errors: `school-unknown` for its base, `school-without-digits`, `school-digit-unknown`,
 * `school-home-wrong`, `school-weight-wrong`, `school-name-wrong`.
 * @example
 * buildCustomSchool({
 *   id: '1',
 *   name: 'Mine',
 *   base: 'rolling',
 *   digits: ['p', 'i', 'm'],
 *   homes: {},
 *   weights: { cross: 9 },
 * }).ok // => true
 */
export const buildCustomSchool = (made: CustomSchool): Result<School> => {
  const problems = validateCustomSchool(made);
  const base = findSchool(made.base);
  if (problems.length > 0 || !base.ok) return failure(...problems);
  const words = JSON.stringify(made);
  const known = customSchoolCache.get(words);
  if (known) return success(known);
  if (customSchoolCache.size >= MAX_CACHED_SCHOOLS) customSchoolCache.clear();
  const school = applyCustomisation(made, base.value);
  customSchoolCache.set(words, school);
  return success(school);
};
