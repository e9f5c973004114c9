import type { Digit, Pattern, Stroke } from '../pattern/index.ts';
import { ticksPerBeat } from '../time/index.ts';

/** What a drill asks of the hand, counted over one time through. */
export interface DrillContents {
  /** Strings crossed from each time to the next, in all. */
  readonly crossings: number;
  /** Times at which a digit plays that played the time before. */
  readonly repeats: number;
  /** Strokes off the beat. */
  readonly offBeats: number;
}

interface Moment {
  readonly strings: readonly number[];
  readonly digits: ReadonlySet<Digit>;
}

type Digits = Readonly<Record<string, Digit | null>>;

const listMoments = (strokes: readonly Stroke[], digits: Digits): readonly Moment[] => {
  const times = new Map<number, Stroke[]>();
  for (const stroke of strokes) times.set(stroke.at, [...(times.get(stroke.at) ?? []), stroke]);
  return [...times.values()].map((group) => ({
    strings: group.map(({ string }) => string),
    digits: new Set(group.flatMap(({ id }) => digits[id] ?? [])),
  }));
};

/** Strings between the nearest two of two times. */
const crossed = (from: Moment, to: Moment): number =>
  Math.min(...from.strings.flatMap((one) => to.strings.map((other) => Math.abs(one - other))));

/**
 * What a drill asks of the hand. What the other hand sounds is not counted.
 * @example
 * measureDrill(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, {}).crossings // => 6
 */
export const measureDrill = ({ strokes, cyclic, metre }: Pattern, digits: Digits): DrillContents => {
  const struck = strokes.filter(({ slur }) => !slur);
  const moments = listMoments(struck, digits);
  const first = moments[0];
  const round = cyclic && first && moments.length > 1 ? [...moments, first] : moments;
  const pairs = round.slice(1).map((to, index) => [round[index] as Moment, to] as const);
  return {
    crossings: pairs.reduce((sum, [from, to]) => sum + crossed(from, to), 0),
    repeats: pairs.filter(([from, to]) => [...to.digits].some((digit) => from.digits.has(digit))).length,
    offBeats: struck.filter(({ at }) => at % ticksPerBeat(metre) !== 0).length,
  };
};
