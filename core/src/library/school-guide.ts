import { valueOrThrow } from '../errors/index.ts';
import { ACTUATORS, actuatorOf, type Actuator, type Digit, type Pattern } from '../pattern/index.ts';
import { parseStringNotation } from '../formats/index.ts';
import { SCHOOLS, listVariants, type Grip, type School, type SchoolExample } from '../fingering/index.ts';

/** A digit of a school, and the strings where it is at home, string 1 first. */
export interface SchoolDigit {
  readonly actuator: Actuator;
  readonly digits: readonly Digit[];
  readonly strings: readonly number[];
}

/** What a teacher reads of a school: its rule, whom it suits, its digits, its variants and figures that show it. */
export interface SchoolGuide {
  readonly school: School;
  readonly digits: readonly SchoolDigit[];
  readonly variants: readonly School[];
  /** Three figures that show the rule at work, for the solver to finger. */
  readonly examples: readonly Pattern[];
}

/** Beats a figure is shown over at least: a single one looks cut off. */
const LEAST_BEATS = 2;

const repeatToBeats = ({ figure, subdivision }: SchoolExample): string => {
  const beats = figure.split(' ').length / subdivision;
  return Array.from({ length: Math.max(1, Math.ceil(LEAST_BEATS / beats)) }, () => figure).join(' ');
};

const toPattern = (school: School, example: SchoolExample): Pattern => {
  const { figure, subdivision, chord } = example;
  const options = { subdivision, school: school.key, tempo: 80, name: figure, wholeBeats: true };
  return valueOrThrow(parseStringNotation(repeatToBeats(example), chord ? { ...options, chord } : options)).pattern;
};

const STRINGS = 6;

/** The digits of a school, pick and fingers each once, with the strings where they are at home on six. */
const listSchoolDigits = (school: School): readonly SchoolDigit[] =>
  ACTUATORS.flatMap((actuator) => {
    const digits = school.digits.filter((digit) => actuatorOf(digit) === actuator);
    const strings = [...new Set(digits.flatMap((digit) => school.home(digit, STRINGS)))].sort((a, b) => a - b);
    return digits.length > 0 ? [{ actuator, digits, strings }] : [];
  });

const createGuide = (school: School): SchoolGuide => ({
  school,
  digits: listSchoolDigits(school),
  variants: listVariants(school),
  examples: school.examples.map((one) => toPattern(school, one)),
});

/**
 * The guide to every school, in the order they are offered.
 * @example
 * SCHOOL_GUIDES.every(({ examples }) => examples.length === 3) // => true
 */
export const SCHOOL_GUIDES: readonly SchoolGuide[] = SCHOOLS.map(createGuide);

/** Ways to hold the strings, as schools are grouped by. */
export const GRIPS: readonly Grip[] = ['fingers', 'thumb-pick', 'flat-pick-and-fingers', 'flat-pick'];
