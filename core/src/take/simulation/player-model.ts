import { message, type Message } from '../../message/index.ts';
import { actuatorOf, type Digit, type Actuator } from '../../pattern/index.ts';
import { sampleNormal, type RandomSource } from '../../sound/index.ts';
import type { TakeReference, ReferenceStroke } from '../model/reference.ts';

/** How an invented player plays: seconds, decibels, shares. */
export interface PlayerModel {
  readonly name: Message;
  /** Seconds a digit comes late; early is negative. */
  readonly asynchrony: Readonly<Partial<Record<Actuator, number>>>;
  /** Standard deviation of every stroke's time, in seconds. */
  readonly timingSpread: number;
  /** How much quicker the end is than the beginning, as a share; slower is negative. */
  readonly tempoDrift: number;
  /** Decibels a digit is louder than the others; softer is negative. */
  readonly levelOffset: Readonly<Partial<Record<Actuator, number>>>;
  /** Deviation of loudness, in decibels. */
  readonly levelSpread: number;
  /** Chance of a stroke to be missed, to land on another string, and of one that was not asked for. */
  readonly deletionRate: number;
  readonly substitutionRate: number;
  readonly insertionRate: number;
  /** How tired each digit is at the end, 0 to 1: 30 ms later and 9 dB softer at 1, less before. */
  readonly fatigue?: Readonly<Partial<Record<Actuator, number>>>;
}

const STEADY_PLAYER: PlayerModel = {
  name: message('player.steady'),
  asynchrony: {},
  timingSpread: 0.006,
  tempoDrift: 0,
  levelOffset: {},
  levelSpread: 1,
  deletionRate: 0,
  substitutionRate: 0,
  insertionRate: 0,
};

/** Invented players that ship, to try what a take says (est.). */
export const PLAYER_MODELS: Readonly<Record<string, PlayerModel>> = {
  steady: STEADY_PLAYER,
  'late-ring': { ...STEADY_PLAYER, name: message('player.late-ring'), asynchrony: { a: 0.022 }, timingSpread: 0.009 },
  'late-middle': {
    ...STEADY_PLAYER,
    name: message('player.late-middle'),
    asynchrony: { m: 0.02 },
    timingSpread: 0.009,
  },
  'early-thumb': {
    ...STEADY_PLAYER,
    name: message('player.early-thumb'),
    asynchrony: { p: -0.018 },
    timingSpread: 0.01,
  },
  'weak-ring': {
    ...STEADY_PLAYER,
    name: message('player.weak-ring'),
    levelOffset: { a: -6, m: -1 },
    timingSpread: 0.008,
  },
  tiring: { ...STEADY_PLAYER, name: message('player.tiring-ring'), timingSpread: 0.008, fatigue: { a: 0.9 } },
  rushing: { ...STEADY_PLAYER, name: message('player.rushing'), tempoDrift: 0.08, timingSpread: 0.01 },
  beginner: {
    name: message('player.beginner'),
    asynchrony: { m: 0.012, a: 0.02 },
    timingSpread: 0.02,
    tempoDrift: -0.03,
    levelOffset: { a: -3 },
    levelSpread: 2.5,
    deletionRate: 0.05,
    substitutionRate: 0.03,
    insertionRate: 0.03,
  },
};

/** One stroke as it was played. */
export interface SimulatedStroke {
  readonly at: number;
  readonly string: number;
  readonly pitch: number;
  /** 0 to 1. */
  readonly loudness: number;
  readonly digit: Digit | null;
  /** Index among what was asked; null for one that was not. */
  readonly referenceIndex: number | null;
  readonly label: 'matched' | 'wrong-string' | 'extra';
}

/** A take as it was played, and what of it was left out. */
export interface SimulatedPerformance {
  readonly strokes: readonly SimulatedStroke[];
  /** Indexes of what was asked for and did not come. */
  readonly deletions: readonly number[];
  readonly seconds: number;
}

/** Loudness of a plain stroke, 0 to 1, and seconds of silence before the first. */
const RENDERING_DEFAULTS = { loudness: 0.55, before: 0.6, after: 1.2 } as const;

/** What the most tired digit comes to at the end of a take: seconds later, decibels softer (est.). */
const FATIGUE = { late: 0.03, decibels: 9 } as const;

interface WrongString {
  readonly string: number;
  readonly pitch: number;
}

/** A string beside the one that was meant, with what it sounds there. */
const pickNeighbourString = (
  { string, pitch }: ReferenceStroke,
  all: readonly ReferenceStroke[],
  random: RandomSource,
): WrongString | null => {
  const others = all.filter((one) => Math.abs(one.string - string) === 1 && one.pitch !== pitch);
  const found = others[Math.floor(random() * others.length)];
  return found ? { string: found.string, pitch: found.pitch } : null;
};

/** Time as it is played with a drift: the tempo rises steadily from the beginning to the end. */
const applyTempoDrift = (at: number, whole: number, drift: number): number =>
  drift === 0 || whole === 0 ? at : (whole / drift) * Math.log(1 + (drift * at) / whole);

/**
 * A take as an invented player plays it. The same source of chances gives the same take.
 * @example
 * simulatePerformance(
 *   createTakeReference(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], 2),
 *   PLAYER_MODELS.steady,
 *   createSeededRandom(1),
 * ).strokes.length // => 8
 */
export const simulatePerformance = (
  asked: TakeReference,
  being: PlayerModel,
  random: RandomSource,
): SimulatedPerformance => {
  const whole = asked.passes * asked.passSeconds;
  const missed: number[] = [];
  const strokes = asked.strokes.flatMap((stroke, index): readonly SimulatedStroke[] => {
    const { digit, pitch, string, accent, isPlucked } = stroke;
    const striker = digit && actuatorOf(digit);
    const tired = (striker ? (being.fatigue?.[striker] ?? 0) : 0) * (whole === 0 ? 0 : stroke.onset / whole);
    const late =
      (striker ? (being.asynchrony[striker] ?? 0) : 0) +
      FATIGUE.late * tired +
      being.timingSpread * sampleNormal(random);
    const decibels =
      (striker ? (being.levelOffset[striker] ?? 0) : 0) -
      FATIGUE.decibels * tired +
      (accent ? 4 : 0) -
      (isPlucked ? 0 : 5) +
      being.levelSpread * sampleNormal(random);
    const at = RENDERING_DEFAULTS.before + applyTempoDrift(stroke.onset, whole, being.tempoDrift) + late;
    const loudness = RENDERING_DEFAULTS.loudness * 10 ** (decibels / 20);
    const chance = random();
    const played: SimulatedStroke = { at, string, pitch, loudness, digit, referenceIndex: index, label: 'matched' };
    if (chance < being.deletionRate) {
      missed.push(index);
      return [];
    }
    const other =
      chance < being.deletionRate + being.substitutionRate ? pickNeighbourString(stroke, asked.strokes, random) : null;
    const own: SimulatedStroke = other ? { ...played, ...other, label: 'wrong-string' } : played;
    if (random() >= being.insertionRate) return [own];
    const more = pickNeighbourString(stroke, asked.strokes, random);
    const later = at + 0.06 + 0.06 * random();
    return more ? [own, { ...played, ...more, at: later, referenceIndex: null, label: 'extra' }] : [own];
  });
  return {
    strokes: [...strokes].sort((a, b) => a.at - b.at),
    deletions: missed,
    seconds: RENDERING_DEFAULTS.before + whole + RENDERING_DEFAULTS.after,
  };
};
