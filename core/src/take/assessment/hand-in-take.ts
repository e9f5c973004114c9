import { stringCount } from '../../instrument/index.ts';
import { moveHandThrough, strikeNote, type HandMotion, type StruckNote } from '../../motion/index.ts';
import type { Score } from '../../score/index.ts';
import type { ReferenceStroke, TakeReference } from '../model/reference.ts';
import type { AlignedStroke, TakeAlignment } from '../model/take-alignment.ts';

type Heard = Pick<TakeAlignment, 'strokes'>;

/** The hand of a take, each stroke at a time of its own; one without a time is left out. */
const moveHandAt = (
  score: Score,
  reference: TakeReference,
  { strokes }: Heard,
  seconds: number,
  timeOf: (stroke: AlignedStroke) => number | null,
): HandMotion => {
  const notes = strokes.flatMap((stroke): readonly StruckNote[] => {
    const { pass, scoreIndex, string, digit } = reference.strokes[stroke.asked] as ReferenceStroke;
    const at = timeOf(stroke);
    const source = score.strokes[scoreIndex];
    const tick = pass * score.length + (source?.at ?? 0);
    return at === null || digit === null ? [] : strikeNote({ ...source, string }, { at, tick, digit });
  });
  return moveHandThrough(notes, { seconds, isLoop: false, strings: stringCount(score.instrument) });
};

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
export const moveHandInTake = (score: Score, reference: TakeReference, heard: Heard, seconds: number): HandMotion =>
  moveHandAt(score, reference, heard, seconds, ({ at }) => at);

/**
 * How the picking hand would have moved had every stroke of a take come where the player's own pulse has it, those that
 * were missed among them: what was asked, beside what was played. `seconds` is the length of the take.
 * @example
 * moveHandAsAsked(
 *   flattenScore(valueOrThrow(parseStringNotation('5 3')).pattern),
 *   createTakeReference(flattenScore(valueOrThrow(parseStringNotation('5 3')).pattern), ['p', 'i'], 1),
 *   { strokes: [] },
 *   4,
 * ).fingers // => []
 */
export const moveHandAsAsked = (score: Score, reference: TakeReference, heard: Heard, seconds: number): HandMotion =>
  moveHandAt(score, reference, heard, seconds, ({ what, pulse }) => (what === 'unplayed' ? null : pulse));
