import { pitchAt, stringCount, type Instrument } from '../../instrument/index.ts';

/** A place on the neck where a note can be stopped. */
export interface FretboardPosition {
  readonly string: number;
  readonly fret: number;
}

/** A note to be put on a string (MIDI number), or one whose place is known. */
export interface UnplacedNote {
  readonly midi: number;
  readonly place?: FretboardPosition;
}

/** One way to hold the notes of one time: a place for each in their order, null for one that is left out. */
type Grasp = readonly (FretboardPosition | null)[];

/** Costs of a grasp and of going from one to the next (est.). */
const COST = { perFret: 0.04, openBonus: 0.15, spread: 0.35, shift: 0.5, stringJump: 0.12 } as const;

/** Frets a hand spans, and ways kept of one time: enough for every chord, few enough for a long song. */
const LIMITS = { span: 4, grasps: 40 } as const;

/**
 * All places of a pitch on a neck.
 * @example
 * listPositionsOfPitch(createPattern('P').instrument, 64).length // => 5
 */
export const listPositionsOfPitch = (instrument: Instrument, midi: number): readonly FretboardPosition[] =>
  Array.from({ length: stringCount(instrument) }, (_, index) => index + 1)
    .map((string) => ({ string, fret: midi - pitchAt(instrument, string, 0) }))
    .filter(({ fret }) => fret >= 0 && fret <= instrument.frets - instrument.capo);

const held = (grasp: Grasp): readonly FretboardPosition[] => grasp.filter((place) => place !== null);

const stopped = (grasp: Grasp): readonly number[] =>
  held(grasp)
    .map(({ fret }) => fret)
    .filter((fret) => fret > 0);

const spanOf = (grasp: Grasp): number => {
  const frets = stopped(grasp);
  return frets.length === 0 ? 0 : Math.max(...frets) - Math.min(...frets);
};

const ownCost = (grasp: Grasp): number =>
  held(grasp).reduce((sum, { fret }) => sum + (fret === 0 ? -COST.openBonus : fret * COST.perFret), 0) +
  Math.max(0, spanOf(grasp) - 2) * COST.spread;

/**
 * All ways to hold some notes at once, each on a string of its own; what the file placed stays there whatever its span.
 */
const waysToHold = (instrument: Instrument, notes: readonly (UnplacedNote | null)[]): readonly Grasp[] => {
  const own = notes.filter((note) => note?.place).map((note) => note?.place as FretboardPosition);
  const span = Math.max(LIMITS.span, spanOf(own));
  const taken = new Set(own.map(({ string }) => string));
  const choices = notes.map((note): readonly (FretboardPosition | null)[] => {
    if (!note) return [null];
    return note.place
      ? [note.place]
      : listPositionsOfPitch(instrument, note.midi).filter(({ string }) => !taken.has(string));
  });
  return choices.reduce<readonly Grasp[]>(
    (grasps, places) =>
      grasps.flatMap((grasp) =>
        places
          .filter((place) => place === null || grasp.every((one) => one?.string !== place.string))
          .map((place) => [...grasp, place])
          .filter((next) => spanOf([...next, ...own]) <= span),
      ),
    [[]],
  );
};

const without = <T>(all: readonly T[], index: number): readonly (T | null)[] =>
  all.map((one, place) => (place === index ? null : one));

/**
 * The notes that are tried: those that can be on this neck at all, and of more than there are strings the lowest and
 * the highest.
 */
const worthTrying = (instrument: Instrument, notes: readonly UnplacedNote[]): readonly (UnplacedNote | null)[] => {
  const free = notes.filter((note) => !note.place && listPositionsOfPitch(instrument, note.midi).length > 0);
  const room = Math.max(0, stringCount(instrument) - notes.filter(({ place }) => place).length);
  const kept = new Set(
    free.length <= room ? free : [...free.slice(0, 1), ...free.slice(1).slice(1 - room)].slice(0, room),
  );
  return notes.map((note) => (note.place || kept.has(note) ? note : null));
};

/**
 * Ways to hold as many of the notes as can be held, cheapest first: of an unholdable chord one note after another goes.
 */
const graspsOf = (instrument: Instrument, notes: readonly UnplacedNote[]): readonly Grasp[] => {
  let tries: readonly (readonly (UnplacedNote | null)[])[] = [worthTrying(instrument, notes)];
  for (let left = 0; left < notes.length; left += 1) {
    const found = tries.flatMap((some) => waysToHold(instrument, some));
    if (found.length > 0) return [...found].sort((a, b) => ownCost(a) - ownCost(b)).slice(0, LIMITS.grasps);
    tries = tries
      .flatMap((some) => some.flatMap((note, index) => (note && !note.place ? [without(some, index)] : [])))
      .slice(0, LIMITS.grasps);
  }
  return [];
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

const keyOf = (notes: readonly UnplacedNote[]): string =>
  notes.map(({ midi, place }) => (place ? `${place.string}:${place.fret}` : midi)).join();

/**
 * Strings and frets for notes that come without them: for each time the notes that sound together, the places of least
 * effort in all: low frets, open strings, small spans, few shifts. Notes whose place is known stay there. Null for a
 * note that is off this neck, or that had to go so that the others can be held.
 * @example
 * guessPositions(createInstrument(findTuningOrStandard('standard')), [[{ midi: 40 }], [{ midi: 64 }]])
 * // => [[{ string: 6, fret: 0 }], [{ string: 1, fret: 0 }]]
 */
export const guessPositions = (
  instrument: Instrument,
  times: readonly (readonly UnplacedNote[])[],
): readonly Grasp[] => {
  // The same notes come again and again: their grasps are worked out once.
  const known = new Map<string, readonly Grasp[]>();
  const grasps = times.map((notes) => {
    const key = keyOf(notes);
    const ways = known.get(key) ?? graspsOf(instrument, notes);
    known.set(key, ways);
    return ways;
  });
  const playable = grasps.flatMap((ways, index) => (ways.length > 0 ? [index] : []));
  const steps: Reached[][] = [];
  playable.forEach((index, place) => {
    const ways = grasps[index] as readonly Grasp[];
    const earlier = place === 0 ? undefined : (grasps[playable[place - 1] as number] as readonly Grasp[]);
    steps.push(
      ways.map((grasp) =>
        earlier ? reach(steps[place - 1] as Reached[], earlier, grasp) : { cost: ownCost(grasp), from: -1 },
      ),
    );
  });
  const chosen: Grasp[] = times.map((notes) => notes.map(() => null));
  let state = steps.length > 0 ? cheapest(steps[steps.length - 1] as Reached[]) : -1;
  for (let place = playable.length - 1; place >= 0; place -= 1) {
    const index = playable[place] as number;
    chosen[index] = grasps[index]?.[state] ?? [];
    state = steps[place]?.[state]?.from ?? -1;
  }
  return chosen;
};
