import { message } from '../message/index.ts';
import { failure, createProblem } from '../errors/index.ts';
import { findSchool } from '../fingering/index.ts';
import type { Digit, Pattern } from '../pattern/index.ts';
import { selectStrokes, createReplaceEdit, type PatternTransform } from './transform.ts';

/** The two fingers of a strict alternation, the leading one first; index and middle elsewhere. */
const pairOf = ({ school }: Pattern): readonly [Digit, Digit] => {
  const pair = /^alternation:([ima])-([ima])$/.exec(school);
  return pair ? [pair[1] as Digit, pair[2] as Digit] : ['i', 'm'];
};

const swappedSchool = ({ school }: Pattern, [lead, other]: readonly [Digit, Digit]): string | undefined => {
  const key = `alternation:${other}-${lead}`;
  return school === `alternation:${lead}-${other}` && findSchool(key).ok ? key : undefined;
};

/**
 * Lets the other finger of the pair lead: pins change hands, and strict alternation begins with the other. Twice is the
 * same.
 * @example
 * swapLeadFinger(
 *   valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *   [],
 *   createIdGenerator(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 * ).ok // => false
 */
export const swapLeadFinger: PatternTransform = (pattern, ids) => {
  const pair = pairOf(pattern);
  const chosen = selectStrokes(pattern, ids);
  const school = swappedSchool(pattern, pair);
  const pinned = chosen.some(({ pin }) => pin && pair.includes(pin));
  if (!pinned && !school)
    return failure(
      createProblem('cannot-transform', {
        problem: message('reason.no-leading-finger'),
      }),
    );
  const other = (pin: Digit | undefined): Digit | undefined => {
    if (pin === pair[0]) return pair[1];
    return pin === pair[1] ? pair[0] : pin;
  };
  return createReplaceEdit(pattern, ids, {
    strokes: chosen.map((stroke) => (stroke.pin ? { ...stroke, pin: other(stroke.pin) } : stroke)),
    edits: school ? [{ kind: 'chooseSchool', school }] : [],
  });
};
