/**
 * Musical time in whole ticks. 840 = 2³·3·5·7 to the quarter note, so that sixteenths, triplets,
 * quintuplets and septuplets all fall on whole ticks.
 */
export const TICKS_PER_QUARTER = 840;

/** A metre: how many beats a bar has and which note value a beat is (4 = quarter, 8 = eighth). */
export interface Metre {
  readonly beats: number;
  readonly unit: BeatUnit;
}

/** The note values a beat can be: half, quarter, eighth, sixteenth. */
export type BeatUnit = 2 | 4 | 8 | 16;

/** The note values a beat can be, in order. */
export const BEAT_UNITS: readonly BeatUnit[] = [2, 4, 8, 16];

/** The ways a beat can be cut, as far as it divides into whole ticks. */
export const SUBDIVISIONS: readonly number[] = [1, 2, 3, 4, 5, 6, 7, 8, 12];

/** The slowest and the quickest tempo, in beats a minute. */
export const TEMPO_RANGE = { least: 20, most: 400 } as const;

/**
 * Length of one beat in ticks.
 * @example
 * ticksPerBeat({ beats: 6, unit: 8 }) // => 420
 */
export const ticksPerBeat = (metre: Metre): number => (TICKS_PER_QUARTER * 4) / metre.unit;

/**
 * Length of one bar in ticks.
 * @example
 * ticksPerBar({ beats: 4, unit: 4 }) // => 3360
 */
export const ticksPerBar = (metre: Metre): number => ticksPerBeat(metre) * metre.beats;

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
  SUBDIVISIONS.includes(subdivision) && ticksPerBeat(metre) % subdivision === 0;

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

/**
 * Whether a metre is felt in threes of eighths, as 6/8, 9/8 and 12/8 are.
 * @example
 * isCompoundMetre({ beats: 6, unit: 8 }) // => true
 */
export const isCompoundMetre = ({ beats, unit }: Metre): boolean => unit === 8 && beats % 3 === 0;

/**
 * A metre as it is written, `6/8`; common time where it is none.
 * @example
 * parseMetre('6/8') // => { beats: 6, unit: 8 }
 */
export const parseMetre = (text: string): Metre => {
  const [beats, unit] = text.split('/').map(Number);
  return { beats: beats ?? 4, unit: BEAT_UNITS.find((one) => one === unit) ?? 4 };
};
