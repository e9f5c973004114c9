import type { TakeAssessment, TakeReference } from '@fleet-wren/core';

/** Seconds at which each time through begins by the player's own pulse, and at which the last one ends. */
export const computePassStarts = ({ heard: { strokes, cycles } }: TakeAssessment, each: number): readonly number[] => {
  const begins = Array.from({ length: cycles }, (_, cycle) => strokes[cycle * each]?.pulse ?? 0);
  const last = begins.at(-1) ?? 0;
  const before = begins.at(-2);
  const length =
    before === undefined ? ((strokes.at(-1)?.pulse ?? last) - last) * (each / Math.max(1, each - 1)) : last - before;
  return [...begins, last + length];
};

/** A stroke that was played: its second of the take, how far through the figure it is, 0 to 1, and its pass. */
export interface PassPlace {
  readonly at: number;
  readonly place: number;
  readonly pass: number;
}

/** Where in the figure the player was, stroke by stroke; what was not played is left out. */
export const listPassPlaces = (
  { heard: { strokes } }: TakeAssessment,
  { strokes: asked, passSeconds }: Pick<TakeReference, 'strokes' | 'passSeconds'>,
): readonly PassPlace[] =>
  strokes
    .flatMap((stroke): readonly PassPlace[] => {
      const one = asked[stroke.asked];
      if (!one || stroke.what === 'unplayed') return [];
      return [{ at: stroke.pulse, place: one.onset / passSeconds - one.pass, pass: one.pass }];
    })
    .sort((a, b) => a.at - b.at);

/** Seconds after a stroke at which nobody plays any more, if none follows in its pass. */
const REST_SECONDS = 1;

/** How far through the figure a second of the take is, 0 to 1; null before and after it is played, and in rests. */
export const positionInPass = (places: readonly PassPlace[], seconds: number): number | null => {
  const index = places.findLastIndex(({ at }) => at <= seconds);
  const here = places[index];
  if (!here) return null;
  const [before, next] = [places.findLast(({ at }) => at < here.at), places[index + 1]];
  const end =
    next && next.pass === here.pass + 1 && next.place < here.place ? { ...next, place: next.place + 1 } : next;
  const isOnTheWay = end && end.place > here.place && end.at - here.at < REST_SECONDS + 2 * (end.place - here.place);
  const [from, to] = isOnTheWay ? [here, end] : [before, here];
  const pace = from && to && to.place > from.place ? (to.at - from.at) / (to.place - from.place) : null;
  if (pace === null || (!isOnTheWay && seconds - here.at > REST_SECONDS)) return null;
  const place = here.place + (seconds - here.at) / pace;
  return place <= 1 ? place : null;
};

/** The second of the take at which a place of a pass, 0 to 1, is played: between the notes beside it, evenly. */
export const secondsInPass = (places: readonly PassPlace[], pass: number, place: number): number | undefined => {
  const own = places.filter((one) => one.pass === pass);
  const before = own.findLast((one) => one.place <= place);
  const after = own.find((one) => one.place > place);
  if (!before || !after) return (before ?? after)?.at;
  return before.at + ((place - before.place) / (after.place - before.place)) * (after.at - before.at);
};
