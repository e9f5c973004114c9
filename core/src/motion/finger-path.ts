/** A place of a fingertip: millimetres across the strings from string 1 on, and above them. */
export interface FingertipPlace {
  readonly across: number;
  readonly above: number;
}

/** A stretch of a path from rest to rest. Times are seconds. */
export interface PathSegment {
  readonly from: number;
  readonly to: number;
  readonly start: FingertipPlace;
  readonly end: FingertipPlace;
  /** Whether it passes through the strings half-way, as a stroke does that was not prepared. */
  readonly isThrough: boolean;
}

/**
 * How far a movement from rest to rest has come after a share of its time: minimal jerk (Flash & Hogan, Journal of
 * Neuroscience 5(7), 1985).
 * @example
 * minimalJerk(0.5) // => 0.5
 */
export const minimalJerk = (share: number): number => share ** 3 * (10 + share * (6 * share - 15));

/** The highest speed of a movement from rest to rest, in units of its mean speed: 15 / 8. */
export const PEAK_TO_MEAN_SPEED = 1.875;

/** Where a fingertip is on a stretch of its path, at a time within it. */
export const placeOnSegment = ({ from, to, start, end, isThrough }: PathSegment, at: number): FingertipPlace => {
  const share = to > from ? minimalJerk(Math.min(1, Math.max(0, (at - from) / (to - from)))) : 1;
  const across = start.across + (end.across - start.across) * share;
  const above = isThrough ? start.above * (2 * share - 1) ** 2 : start.above + (end.above - start.above) * share;
  return { across, above };
};

/** Pieces a bent stretch is measured in. */
const PIECES = 24;

/** Millimetres of a stretch of a path. */
export const segmentLength = (segment: PathSegment): number => {
  const { start, end, isThrough } = segment;
  if (!isThrough) return Math.hypot(end.across - start.across, end.above - start.above);
  const wide = Math.abs(end.across - start.across);
  const height = (share: number): number => start.above * (2 * share - 1) ** 2;
  let length = 0;
  for (let piece = 0; piece < PIECES; piece += 1)
    length += Math.hypot(wide / PIECES, height((piece + 1) / PIECES) - height(piece / PIECES));
  return length;
};
