import { analysePattern } from '../analysis/index.ts';
import { failure, createProblem, success, type Result } from '../errors/index.ts';
import { resolveSchoolOrThrow } from '../fingering/index.ts';
import { message } from '../message/index.ts';
import type { Digit, Pattern, Stroke } from '../pattern/index.ts';
import { createReplaceEdit, selectStrokes, type PatternTransform } from './transform.ts';

/** From the bass up; a pick takes the place of the thumb. */
const IN_ORDER: readonly Digit[] = ['p', 'down', 'i', 'm', 'a', 'c'];

/** All ways to take so many things of a list without changing their order. */
const listChoices = <T>(all: readonly T[], count: number): readonly (readonly T[])[] => {
  if (count === 0) return [[]];
  return all.flatMap((first, index) =>
    listChoices(all.slice(index + 1), count - 1).map((others) => [first, ...others]),
  );
};

const isStruck = ({ slur }: Stroke): boolean => !slur;

/** From the lowest string up. */
const listStrings = (strokes: readonly Stroke[]): readonly number[] =>
  [...new Set(strokes.filter(isStruck).map(({ string }) => string))].sort((a, b) => b - a);

/** Chosen strokes pinned to the digit of their string; what is slurred belongs to the other hand. */
const pinByString = (
  strokes: readonly Stroke[],
  strings: readonly number[],
  digits: readonly Digit[],
): readonly Stroke[] =>
  strokes.map((stroke) => (isStruck(stroke) ? { ...stroke, pin: digits[strings.indexOf(stroke.string)] } : stroke));

const withStrokes = (pattern: Pattern, changed: readonly Stroke[]): Pattern => {
  const byId = new Map(changed.map((stroke) => [stroke.id, stroke]));
  return { ...pattern, strokes: pattern.strokes.map((stroke) => byId.get(stroke.id) ?? stroke) };
};

/** What a fingering is worth: how many strokes nobody can play first, then its cost. */
const judge = (pattern: Pattern): readonly [unplayed: number, cost: number] => {
  const { digits, cost } = analysePattern(pattern);
  return [Object.values(digits).filter((digit) => digit === null).length, cost];
};

const chooseLeast = (pattern: Pattern, ways: readonly (readonly Stroke[])[]): Result<readonly Stroke[]> => {
  const judged = ways.map((strokes) => ({ strokes, worth: judge(withStrokes(pattern, strokes)) }));
  const [best] = judged.sort((a, b) => a.worth[0] - b.worth[0] || a.worth[1] - b.worth[1]);
  return best
    ? success(best.strokes)
    : failure(createProblem('cannot-transform', { problem: message('reason.more-strings-than-fingers') }));
};

/**
 * Pins one digit to each string of the chosen strokes, in order from the bass up, so that a riff on two strings is
 * always played by the same two digits: of all such ways the one of least cost in the pattern's school. Errors:
 * `cannot-transform` where there are more strings than digits of the school.
 * @example
 * keepFingerPerString(
 *   valueOrThrow(parseStringNotation('3 3 2 3')).pattern,
 *   [],
 *   createIdGenerator(valueOrThrow(parseStringNotation('3 3 2 3')).pattern),
 * ).ok // => true
 */
export const keepFingerPerString: PatternTransform = (pattern, ids) => {
  const chosen = selectStrokes(pattern, ids);
  const strings = listStrings(chosen);
  const { digits: own } = resolveSchoolOrThrow(pattern);
  const digits = IN_ORDER.filter((digit) => own.includes(digit));
  const ways = listChoices(digits, strings.length).map((choice) => pinByString(chosen, strings, choice));
  const best = chooseLeast(pattern, ways);
  return best.ok ? createReplaceEdit(pattern, ids, { strokes: best.value }) : best;
};
