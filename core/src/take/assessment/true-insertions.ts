import type { TakeReference } from '../model/reference.ts';
import type { InsertedStroke, TakeAlignment } from '../model/take-alignment.ts';

/** Passes in which a swell comes at the same place, and seconds that is the same, by which it is no note (est.). */
const RECURRENCE = { passes: 3, share: 0.3, seconds: 0.03 } as const;

/** An extra stroke with the stroke it follows, the pass of that, and seconds it comes later. */
interface PlacedInsertion {
  readonly extra: InsertedStroke;
  readonly after: number | undefined;
  readonly pass: number | undefined;
  readonly by: number;
}

const placeInsertions = (
  { strokes, extras }: Pick<TakeAlignment, 'strokes' | 'extras'>,
  reference: Pick<TakeReference, 'strokes'>,
): readonly PlacedInsertion[] =>
  extras.map((extra) => {
    const before = strokes.findLast(({ pulse }) => pulse <= extra.at) ?? strokes[0];
    const asked = before && reference.strokes[before.asked];
    return { extra, after: asked?.scoreIndex, pass: asked?.pass, by: extra.at - (before?.pulse ?? 0) };
  });

const isSamePlace = (a: PlacedInsertion, b: PlacedInsertion): boolean =>
  a.extra.pitch === b.extra.pitch && a.after === b.after && Math.abs(a.by - b.by) <= RECURRENCE.seconds;

/**
 * Extra strokes without those that sound at the same place in pass after pass: a room or a string that swells by itself
 * does so each time, and a player who adds a note each time plays another figure.
 */
export const listTrueInsertions = (
  heard: Pick<TakeAlignment, 'strokes' | 'extras' | 'cycles'>,
  reference: Pick<TakeReference, 'strokes'>,
): readonly InsertedStroke[] => {
  const placed = placeInsertions(heard, reference);
  const most = Math.max(RECURRENCE.passes, RECURRENCE.share * heard.cycles);
  return placed
    .filter((one) => new Set(placed.filter((other) => isSamePlace(one, other)).map(({ pass }) => pass)).size < most)
    .map(({ extra }) => extra);
};
