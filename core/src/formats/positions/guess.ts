import { pitchAt, stringCount, type Instrument } from '../../instrument/index.ts';

/** A place on the neck where a note can be stopped. */
export interface NeckPlace {
  readonly string: number;
  readonly fret: number;
}

/** One way to hold the notes of one time: a place for each, in the order of the notes. */
type Grasp = readonly NeckPlace[];

/** Costs of a grasp and of going from one to the next (est.). */
const COST = { perFret: 0.04, openBonus: 0.15, spread: 0.35, shift: 0.5, stringJump: 0.12 } as const;

/** Frets a hand spans, and ways kept of one time: enough for every chord, few enough for a long song. */
const LIMITS = { span: 4, grasps: 40 } as const;

/**
 * All places of a pitch on a neck.
 * @example
 * placesOf(newPattern('P').instrument, 64).length // => 5
 */
export const placesOf = (instrument: Instrument, midi: number): readonly NeckPlace[] =>
  Array.from({ length: stringCount(instrument) }, (_, index) => index + 1)
    .map((string) => ({ string, fret: midi - pitchAt(instrument, string, 0) }))
    .filter(({ fret }) => fret >= 0 && fret <= instrument.frets - instrument.capo);

const stopped = (grasp: Grasp): readonly number[] => grasp.map(({ fret }) => fret).filter((fret) => fret > 0);

const spanOf = (grasp: Grasp): number => {
  const frets = stopped(grasp);
  return frets.length === 0 ? 0 : Math.max(...frets) - Math.min(...frets);
};

const ownCost = (grasp: Grasp): number =>
  grasp.reduce((sum, { fret }) => sum + (fret === 0 ? -COST.openBonus : fret * COST.perFret), 0) +
  Math.max(0, spanOf(grasp) - 2) * COST.spread;

/** All ways to hold some notes at once, each on a string of its own, cheapest first. */
const graspsOf = (instrument: Instrument, notes: readonly number[]): readonly Grasp[] => {
  if (notes.length > stringCount(instrument)) return [];
  const all = notes.reduce<readonly Grasp[]>(
    (grasps, midi) =>
      grasps.flatMap((grasp) =>
        placesOf(instrument, midi)
          .filter((place) => grasp.every(({ string }) => string !== place.string))
          .map((place) => [...grasp, place])
          .filter((next) => spanOf(next) <= LIMITS.span),
      ),
    [[]],
  );
  return [...all].sort((a, b) => ownCost(a) - ownCost(b)).slice(0, LIMITS.grasps);
};

const position = (grasp: Grasp): number | undefined => {
  const frets = stopped(grasp);
  return frets.length === 0 ? undefined : Math.min(...frets);
};

const stepCost = (from: Grasp, to: Grasp): number => {
  const [a, b] = [position(from), position(to)];
  const shift = a === undefined || b === undefined ? 0 : Math.abs(a - b) * COST.shift;
  const jump = Math.abs((from[0]?.string ?? 0) - (to[0]?.string ?? 0)) * COST.stringJump;
  return shift + (from.length === 1 && to.length === 1 ? jump : 0);
};

interface Reached {
  readonly cost: number;
  readonly from: number;
}

const reach = (before: readonly Reached[], earlier: readonly Grasp[], grasp: Grasp): Reached =>
  before.reduce<Reached>(
    (best, { cost }, index) => {
      const sum = cost + stepCost(earlier[index] as Grasp, grasp) + ownCost(grasp);
      return sum < best.cost ? { cost: sum, from: index } : best;
    },
    { cost: Infinity, from: -1 },
  );

const cheapest = (reached: readonly Reached[]): number =>
  reached.reduce((best, { cost }, index) => (cost < (reached[best]?.cost ?? Infinity) ? index : best), 0);

/**
 * Strings and frets for notes that come without them: for each time the notes that sound together (MIDI numbers), the
 * places of least effort in all: low frets, open strings, small spans, few shifts. Null where a time's notes cannot be
 * held together on this neck.
 * @example
 * guessPositions(instrumentIn(tuningByKey('standard')), [[40], [64]]) // => [[{ string: 6, fret: 0 }], [{ string: 1, fret: 0 }]]
 */
export const guessPositions = (
  instrument: Instrument,
  times: readonly (readonly number[])[],
): readonly (Grasp | null)[] => {
  // The same notes come again and again: their grasps are worked out once.
  const known = new Map<string, readonly Grasp[]>();
  const grasps = times.map((notes) => {
    const key = notes.join();
    const ways = known.get(key) ?? graspsOf(instrument, notes);
    known.set(key, ways);
    return ways;
  });
  const held = grasps.flatMap((ways, index) => (ways.length > 0 ? [index] : []));
  const steps: Reached[][] = [];
  held.forEach((index, place) => {
    const ways = grasps[index] as readonly Grasp[];
    const earlier = place === 0 ? undefined : (grasps[held[place - 1] as number] as readonly Grasp[]);
    steps.push(
      ways.map((grasp) =>
        earlier ? reach(steps[place - 1] as Reached[], earlier, grasp) : { cost: ownCost(grasp), from: -1 },
      ),
    );
  });
  const chosen = new Array<Grasp | null>(times.length).fill(null);
  let state = steps.length > 0 ? cheapest(steps[steps.length - 1] as Reached[]) : -1;
  for (let place = held.length - 1; place >= 0; place -= 1) {
    const index = held[place] as number;
    chosen[index] = grasps[index]?.[state] ?? null;
    state = steps[place]?.[state]?.from ?? -1;
  }
  return chosen;
};
