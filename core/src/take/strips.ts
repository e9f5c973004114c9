import { strikerOf, type Striker } from '../pattern/index.ts';
import { median } from '../statistics/index.ts';
import type { Asked } from './asked.ts';
import type { HeardTake } from './heard.ts';

/** A stroke of a digit, where in the take it came. */
export interface StripStroke {
  /** Times through from the beginning: 2.5 is in the middle of the third. */
  readonly cycles: number;
  /** Seconds beside the player's own pulse; null where its time is not sure. */
  readonly late: number | null;
  /** Against the other strokes of its pitch. */
  readonly decibels: number;
}

/** What a digit did over a take: stroke by stroke, and the middle of each time through. */
export interface DigitStrip {
  readonly striker: Striker;
  readonly strokes: readonly StripStroke[];
  /** One for each time through; null where the digit was not heard in it. */
  readonly middles: readonly (StripStroke | null)[];
}

const middleOf = (strokes: readonly StripStroke[], cycle: number): StripStroke | null => {
  const own = strokes.filter(({ cycles }) => Math.floor(cycles) === cycle);
  if (own.length === 0) return null;
  const timed = own.flatMap(({ late }) => late ?? []);
  return {
    cycles: cycle + 0.5,
    late: timed.length > 0 ? median(timed) : null,
    decibels: median(own.map(({ decibels }) => decibels)),
  };
};

/**
 * Lateness and loudness over a take by digit, in the order digits are first asked for.
 * @example
 * stripsOf(askedOf(realise(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], 1), { strokes: [], cycles: 0 }) // => []
 */
export const stripsOf = (asked: Asked, heard: Pick<HeardTake, 'strokes' | 'cycles'>): readonly DigitStrip[] => {
  const by = new Map<Striker, StripStroke[]>();
  for (const { asked: index, at, pulse, decibels, sure } of heard.strokes) {
    const one = asked.strokes[index];
    if (!one?.digit || at === null || decibels === null) continue;
    const striker = strikerOf(one.digit);
    const stroke = { cycles: one.at / asked.cycleSeconds, late: sure ? at - pulse : null, decibels };
    const own = by.get(striker);
    if (own) own.push(stroke);
    else by.set(striker, [stroke]);
  }
  return [...by].map(([striker, strokes]) => ({
    striker,
    strokes,
    middles: Array.from({ length: heard.cycles }, (_, cycle) => middleOf(strokes, cycle)),
  }));
};
