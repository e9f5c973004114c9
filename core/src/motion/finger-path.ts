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
  /** Millimetres half-way above the straight line; below it where a stroke passes through its strings. */
  readonly arch: number;
  /** Strings that are swept one after another, and when: from the first of them to the last in one movement. */
  readonly contacts?: readonly SweptString[];
}

/** A string of a sweep: when it is struck, and where it lies. */
export interface SweptString {
  readonly at: number;
  readonly across: number;
}

/**
 * How far a movement from rest to rest has come after a share of its time: minimal jerk (Flash & Hogan, Journal of
 * Neuroscience 5(7), 1985).
 * @example
 * minimalJerk(0.5) // => 0.5
 */
export const minimalJerk = (share: number): number => share ** 3 * (10 + share * (6 * share - 15));

/** The highest speed of a movement from rest to rest, in units of its mean speed: 15 / 8. */
const PEAK_TO_MEAN_SPEED = 1.875;

/** Millimetres a fingertip rises between two strings of a sweep (est.). */
const SWEEP_RISE = 1.2;

/** Where a sweep begins, its strings, and where it ends. */
const listKnots = ({ from, to, start, end, contacts = [] }: PathSegment): readonly SweptString[] => [
  ...(contacts[0]?.at === from ? [] : [{ at: from, across: start.across }]),
  ...contacts,
  { at: to, across: end.across },
];

const slopeBetween = (a: SweptString, b: SweptString): number => (b.across - a.across) / Math.max(1e-9, b.at - a.at);

/**
 * Speeds at the knots of a sweep that let it turn nowhere (Fritsch & Butland, SIAM J. Sci. Stat. Comput. 5(2), 1984).
 */
const speedAt = (knots: readonly SweptString[], index: number): number => {
  const [before, own, after] = [knots[index - 1], knots[index], knots[index + 1]];
  if (!before || !own || !after) return 0;
  const [a, b] = [slopeBetween(before, own), slopeBetween(own, after)];
  return a * b > 0 ? (2 * a * b) / (a + b) : 0;
};

/** How high a sweep is: down to its first string, a little up between two, and up after the last. */
const heightOfSweep = ({ start, end, contacts = [] }: PathSegment, at: number, share: number): number => {
  if (at < (contacts[0]?.at ?? at)) return start.above * (1 - minimalJerk(share));
  if (at > (contacts.at(-1)?.at ?? at)) return end.above * minimalJerk(share);
  return SWEEP_RISE * 16 * share ** 2 * (1 - share) ** 2;
};

/** Where a fingertip is in a sweep: at each string at its time, with no stop between (cubic Hermite). */
const placeInSweep = (segment: PathSegment, at: number): FingertipPlace => {
  const knots = listKnots(segment);
  const next = Math.max(
    1,
    knots.findIndex((knot) => knot.at >= at),
  );
  const [a, b] = [knots[next - 1], knots[next]] as [SweptString, SweptString];
  const seconds = Math.max(1e-9, b.at - a.at);
  const s = Math.min(1, Math.max(0, (at - a.at) / seconds));
  const across =
    a.across * (1 + 2 * s) * (1 - s) ** 2 +
    seconds * speedAt(knots, next - 1) * s * (1 - s) ** 2 +
    b.across * s ** 2 * (3 - 2 * s) +
    seconds * speedAt(knots, next) * s ** 2 * (s - 1);
  return { across, above: heightOfSweep(segment, at, s) };
};

/** Where a fingertip is on a stretch of its path, at a time within it. */
export const placeOnSegment = (segment: PathSegment, at: number): FingertipPlace => {
  const { from, to, start, end, arch, contacts } = segment;
  if (contacts) return placeInSweep(segment, Math.min(to, Math.max(from, at)));
  const share = to > from ? minimalJerk(Math.min(1, Math.max(0, (at - from) / (to - from)))) : 1;
  const straight = start.above + (end.above - start.above) * share;
  return {
    across: start.across + (end.across - start.across) * share,
    above: straight + arch * 4 * share * (1 - share),
  };
};

/** Pieces a bent stretch is measured in. */
const PIECES = 48;

/** The millimetres of each piece of a stretch, in equal times. */
const measurePieces = (segment: PathSegment): readonly number[] => {
  const timeOf = (piece: number): number => segment.from + ((segment.to - segment.from) * piece) / PIECES;
  return Array.from({ length: PIECES }, (_, piece) => {
    const [a, b] = [placeOnSegment(segment, timeOf(piece)), placeOnSegment(segment, timeOf(piece + 1))];
    return Math.hypot(b.across - a.across, b.above - a.above);
  });
};

const isStraight = ({ arch, contacts }: PathSegment): boolean => arch === 0 && !contacts;

/** Millimetres of a stretch of a path. */
export const segmentLength = (segment: PathSegment): number => {
  const { start, end } = segment;
  if (isStraight(segment)) return Math.hypot(end.across - start.across, end.above - start.above);
  return measurePieces(segment).reduce((sum, piece) => sum + piece, 0);
};

/** Millimetres a second at the quickest of a stretch. */
export const peakSpeed = (segment: PathSegment): number => {
  const seconds = Math.max(1e-3, segment.to - segment.from);
  return isStraight(segment)
    ? (PEAK_TO_MEAN_SPEED * segmentLength(segment)) / seconds
    : (PIECES * Math.max(...measurePieces(segment))) / seconds;
};
