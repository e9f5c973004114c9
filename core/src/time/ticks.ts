/**
 * Musical time in whole ticks. 840 = 2³·3·5·7 to the quarter note, so that sixteenths, triplets,
 * quintuplets and septuplets all fall on whole ticks.
 */
export const TICKS_PER_QUARTER = 840;

/**
 * A metre as it is written, `6/8`, and how it is felt. Where `groups` are alike and longer than one note they are the
 * beats: 6/8 in [3, 3] has two dotted quarters. Where they differ, as the [2, 2, 3] of 7/8, the notes are counted and
 * the first of each group is stressed. Without groups every note of the time signature is a beat.
 */
export interface Metre {
  /** The upper number of the time signature. */
  readonly beats: number;
  /** The lower number: 4 = quarter, 8 = eighth. */
  readonly unit: BeatUnit;
  /** Notes of the lower number that are felt together; their sum is the upper number. */
  readonly groups?: readonly number[];
}

/** The note values a beat can be: half, quarter, eighth, sixteenth. */
export type BeatUnit = 2 | 4 | 8 | 16;

/** The note values a beat can be, in order. */
export const BEAT_UNITS: readonly BeatUnit[] = [2, 4, 8, 16];

/** The ways a beat can be cut, as far as it divides into whole ticks. */
export const SUBDIVISIONS: readonly number[] = [1, 2, 3, 4, 5, 6, 7, 8, 9, 12, 15, 18, 21, 24];

/** The most parts a beat is cut in that is no dotted note. */
const MAX_PLAIN_PARTS = 12;

/** The slowest and the quickest tempo, in beats a minute. */
export const TEMPO_RANGE = { least: 20, most: 400 } as const;

/**
 * Ticks of the note the lower number of a time signature names.
 * @example
 * ticksPerUnit({ beats: 6, unit: 8 }) // => 420
 */
export const ticksPerUnit = ({ unit }: Pick<Metre, 'unit'>): number => (TICKS_PER_QUARTER * 4) / unit;

/** Groups that one note, dotted or not, is as long as. */
const SINGLE_NOTES: readonly number[] = [2, 3, 4, 6];

/**
 * How many notes of its lower number one beat of a metre has: three where it is felt in dotted notes.
 * @example
 * unitsPerBeat({ beats: 6, unit: 8, groups: [3, 3] }) // => 3
 */
export const unitsPerBeat = ({ groups }: Metre): number => {
  const [first = 1] = groups ?? [];
  return SINGLE_NOTES.includes(first) && groups?.every((group) => group === first) ? first : 1;
};

/**
 * How many beats are felt in a bar.
 * @example
 * beatsPerBar({ beats: 6, unit: 8, groups: [3, 3] }) // => 2
 */
export const beatsPerBar = (metre: Metre): number => metre.beats / unitsPerBeat(metre);

/**
 * Length of one beat in ticks.
 * @example
 * ticksPerBeat({ beats: 6, unit: 8, groups: [3, 3] }) // => 1260
 */
export const ticksPerBeat = (metre: Metre): number => ticksPerUnit(metre) * unitsPerBeat(metre);

/**
 * Length of one bar in ticks.
 * @example
 * ticksPerBar({ beats: 4, unit: 4 }) // => 3360
 */
export const ticksPerBar = (metre: Metre): number => ticksPerUnit(metre) * metre.beats;

/**
 * Seconds that one tick lasts at a tempo in beats a minute.
 * @example
 * secondsPerTick({ beats: 4, unit: 4 }, 60) * 840 // => 1
 */
export const secondsPerTick = (metre: Metre, tempo: number): number => 60 / tempo / ticksPerBeat(metre);

/**
 * Whether a beat of this metre can be cut into that many equal parts.
 * @example
 * isSubdivisionPossible({ beats: 6, unit: 8 }, 8) // => false
 */
export const isSubdivisionPossible = (metre: Metre, subdivision: number): boolean =>
  SUBDIVISIONS.includes(subdivision) &&
  ticksPerBeat(metre) % subdivision === 0 &&
  (subdivision <= MAX_PLAIN_PARTS || unitsPerBeat(metre) === 3);

/**
 * Greatest common divisor of two whole numbers.
 * @example
 * greatestCommonDivisor(12, 18) // => 6
 */
export const greatestCommonDivisor = (a: number, b: number): number => (b === 0 ? a : greatestCommonDivisor(b, a % b));

/**
 * Beats after which a group of strokes comes round on the beat again: lcm(group, perBeat) / perBeat.
 * @example
 * beatsUntilRealigned(3, 4) // => 3
 */
export const beatsUntilRealigned = (group: number, perBeat: number): number =>
  group / greatestCommonDivisor(group, perBeat);
