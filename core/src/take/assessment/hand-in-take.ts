import { moveHandThrough, type HandMotion, type StruckNote } from '../../motion/index.ts';
import type { Score } from '../../score/index.ts';
import type { ReferenceStroke, TakeReference } from '../model/reference.ts';
import type { TakeAlignment } from '../model/take-alignment.ts';

/**
 * How the picking hand moved in a take: every stroke that was heard at its own time, what was missed or not played left
 * out. `seconds` is the length of the take.
 * @example
 * moveHandInTake(
 *   flattenScore(valueOrThrow(parseStringNotation('5 3')).pattern),
 *   createTakeReference(flattenScore(valueOrThrow(parseStringNotation('5 3')).pattern), ['p', 'i'], 1),
 *   { strokes: [] },
 *   4,
 * ).fingers // => []
 */
export const moveHandInTake = (
  score: Score,
  reference: TakeReference,
  { strokes }: Pick<TakeAlignment, 'strokes'>,
  seconds: number,
): HandMotion => {
  const notes = strokes.flatMap(({ asked, at }): readonly StruckNote[] => {
    const { pass, scoreIndex, string, digit } = reference.strokes[asked] as ReferenceStroke;
    const tick = pass * score.length + (score.strokes[scoreIndex]?.at ?? 0);
    return at === null || digit === null ? [] : [{ at, tick, string, digit }];
  });
  return moveHandThrough(notes, { seconds, isLoop: false });
};
