import { actuatorOf, type Actuator } from '../../pattern/index.ts';
import { median } from '../../statistics/index.ts';
import type { TakeReference } from '../model/reference.ts';
import type { TakeAlignment } from '../model/take-alignment.ts';

/** A stroke of a digit, where in the take it came. */
export interface TimingPoint {
  /** Times through from the beginning: 2.5 is in the middle of the third. */
  readonly passPosition: number;
  /** Seconds beside the player's own pulse; null where its time is not sure. */
  readonly asynchrony: number | null;
  /** Against the other strokes of its pitch. */
  readonly relativeLevel: number;
}

/** What a digit did over a take: stroke by stroke, and the middle of each time through. */
export interface TimingStrip {
  readonly actuator: Actuator;
  readonly points: readonly TimingPoint[];
  /** One for each time through; null where the digit was not heard in it. */
  readonly passMedians: readonly (TimingPoint | null)[];
}

const computePassMedian = (strokes: readonly TimingPoint[], cycle: number): TimingPoint | null => {
  const own = strokes.filter(({ passPosition }) => Math.floor(passPosition) === cycle);
  if (own.length === 0) return null;
  const timed = own.flatMap(({ asynchrony }) => asynchrony ?? []);
  return {
    passPosition: cycle + 0.5,
    asynchrony: timed.length > 0 ? median(timed) : null,
    relativeLevel: median(own.map(({ relativeLevel }) => relativeLevel)),
  };
};

/**
 * Lateness and loudness over a take by digit, in the order digits are first asked for.
 * @example
 * createTimingStrips(
 *   createTakeReference(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], 1),
 *   { strokes: [], cycles: 0 },
 * ) // => []
 */
export const createTimingStrips = (
  asked: TakeReference,
  heard: Pick<TakeAlignment, 'strokes' | 'cycles'>,
): readonly TimingStrip[] => {
  const by = new Map<Actuator, TimingPoint[]>();
  for (const { asked: index, at, pulse, decibels: relativeLevel, sure } of heard.strokes) {
    const one = asked.strokes[index];
    if (!one?.digit || at === null || relativeLevel === null) continue;
    const striker = actuatorOf(one.digit);
    const stroke = { passPosition: one.onset / asked.passSeconds, asynchrony: sure ? at - pulse : null, relativeLevel };
    const own = by.get(striker);
    if (own) own.push(stroke);
    else by.set(striker, [stroke]);
  }
  return [...by].map(([actuator, points]) => ({
    actuator,
    points,
    passMedians: Array.from({ length: heard.cycles }, (_, cycle) => computePassMedian(points, cycle)),
  }));
};
