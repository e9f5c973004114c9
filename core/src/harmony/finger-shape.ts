import { describeGrip } from './find-voicings.ts';
import type { Voicing } from './voicing.ts';

/** One finger laid over several strings: places count from the lowest string, from 0. */
export interface Barre {
  readonly finger: number;
  readonly fret: number;
  readonly from: number;
  readonly to: number;
}

/** Which finger of the other hand stops which string: 1 = index to 4 = little finger, from the lowest string up. */
export interface ShapeFingering {
  readonly fingers: readonly (number | null)[];
  readonly barres: readonly Barre[];
}

type Frets = Voicing['frets'];

/** Strings one finger stops, by their places. */
interface Stop {
  readonly fret: number;
  readonly places: readonly number[];
}

const placesAt = (frets: Frets, fret: number): readonly number[] =>
  frets.flatMap((one, place) => (one === fret ? [place] : []));

/** The strings of a fret as one stop where a finger is laid over them, else each by itself. */
const stopsAt = (frets: Frets, fret: number, barre: number): readonly Stop[] => {
  const places = placesAt(frets, fret);
  return fret === barre ? [{ fret, places }] : places.map((place) => ({ fret, places: [place] }));
};

/** Where fingers are short, the last one is flattened over neighbouring strings of the highest fret. */
const flattenLast = (stops: readonly Stop[], fingers: number): readonly Stop[] => {
  const short = stops.length - fingers;
  if (short <= 0) return stops;
  const kept = stops.slice(0, stops.length - short - 1);
  const last = stops.slice(stops.length - short - 1);
  return [...kept, { fret: last[0]?.fret ?? 0, places: last.flatMap(({ places }) => places) }];
};

/** A finger for each stop, no lower than its fret reaches to: four frets for four fingers. */
const assignFingers = (stops: readonly Stop[]): readonly number[] => {
  const lowest = stops[0]?.fret ?? 0;
  let next = 1;
  return stops.map(({ fret }, index) => {
    const left = stops.length - 1 - index;
    const finger = Math.min(4 - left, Math.max(next, fret - lowest + 1));
    next = finger + 1;
    return finger;
  });
};

/**
 * The fingers that hold a shape, as they are usually set: from the lowest fret up, on one fret from the lowest string
 * up, a barre under the first (common practice, no source); undefined where four fingers cannot hold it.
 * @example
 * fingerShape({ chord: 'F', frets: [1, 3, 3, 2, 1, 1] }).fingers.join(' ') // => '1 3 4 2 1 1'
 */
export const fingerShape = (voicing: Pick<Voicing, 'chord' | 'frets'>): ShapeFingering | undefined => {
  const { frets } = voicing;
  const grip = describeGrip(voicing);
  if (!grip) return undefined;
  const used = [...new Set(frets.filter((fret): fret is number => fret !== null && fret > 0))].sort((a, b) => a - b);
  const apart = used.flatMap((fret) => stopsAt(frets, fret, grip.barre));
  const stops = flattenLast(apart, grip.fingers);
  const numbers = assignFingers(stops);
  const fingers = frets.map((): number | null => null);
  stops.forEach(({ places }, index) => places.forEach((place) => (fingers[place] = numbers[index] as number)));
  const barres = stops.flatMap(({ fret, places }, index): Barre[] =>
    places.length > 1
      ? [{ finger: numbers[index] as number, fret, from: places[0] as number, to: places.at(-1) as number }]
      : [],
  );
  return { fingers, barres };
};
