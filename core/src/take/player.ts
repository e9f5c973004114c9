import { message, type Message } from '../message/index.ts';
import { strikerOf, type Digit, type Striker } from '../pattern/index.ts';
import type { RandomSource } from '../sound/index.ts';
import type { Asked, AskedStroke } from './asked.ts';
import { normal } from './random.ts';

/** How an invented player plays: seconds, decibels, shares. */
export interface PlayerBeing {
  readonly name: Message;
  /** Seconds a digit comes late; early is negative. */
  readonly lateness: Readonly<Partial<Record<Striker, number>>>;
  /** Standard deviation of every stroke's time, in seconds. */
  readonly spread: number;
  /** How much quicker the end is than the beginning, as a share; slower is negative. */
  readonly drift: number;
  /** Decibels a digit is louder than the others; softer is negative. */
  readonly loudness: Readonly<Partial<Record<Striker, number>>>;
  /** Deviation of loudness, in decibels. */
  readonly loudnessSpread: number;
  /** Chance of a stroke to be missed, to land on another string, and of one that was not asked for. */
  readonly missed: number;
  readonly wrong: number;
  readonly extra: number;
  /** How tired each digit is at the end, 0 to 1: 30 ms later and 9 dB softer at 1, less before. */
  readonly tired?: Readonly<Partial<Record<Striker, number>>>;
}

const STEADY: PlayerBeing = {
  name: message('player.steady'),
  lateness: {},
  spread: 0.006,
  drift: 0,
  loudness: {},
  loudnessSpread: 1,
  missed: 0,
  wrong: 0,
  extra: 0,
};

/** Invented players that ship, to try what a take says (est.). */
export const PLAYERS: Readonly<Record<string, PlayerBeing>> = {
  steady: STEADY,
  'late-ring': { ...STEADY, name: message('player.late-ring'), lateness: { a: 0.022 }, spread: 0.009 },
  'late-middle': { ...STEADY, name: message('player.late-middle'), lateness: { m: 0.02 }, spread: 0.009 },
  'early-thumb': { ...STEADY, name: message('player.early-thumb'), lateness: { p: -0.018 }, spread: 0.01 },
  'weak-ring': { ...STEADY, name: message('player.weak-ring'), loudness: { a: -6, m: -1 }, spread: 0.008 },
  tiring: { ...STEADY, name: message('player.tiring-ring'), spread: 0.008, tired: { a: 0.9 } },
  rushing: { ...STEADY, name: message('player.rushing'), drift: 0.08, spread: 0.01 },
  beginner: {
    name: message('player.beginner'),
    lateness: { m: 0.012, a: 0.02 },
    spread: 0.02,
    drift: -0.03,
    loudness: { a: -3 },
    loudnessSpread: 2.5,
    missed: 0.05,
    wrong: 0.03,
    extra: 0.03,
  },
};

/** One stroke as it was played. */
export interface PlayedStroke {
  readonly at: number;
  readonly string: number;
  readonly pitch: number;
  /** 0 to 1. */
  readonly loudness: number;
  readonly digit: Digit | null;
  /** Index among what was asked; null for one that was not. */
  readonly asked: number | null;
  readonly what: 'matched' | 'wrong-string' | 'extra';
}

/** A take as it was played, and what of it was left out. */
export interface Performance {
  readonly strokes: readonly PlayedStroke[];
  /** Indexes of what was asked for and did not come. */
  readonly missed: readonly number[];
  readonly seconds: number;
}

/** Loudness of a plain stroke, 0 to 1, and seconds of silence before the first. */
const BASE = { loudness: 0.55, before: 0.6, after: 1.2 } as const;

/** What the most tired digit comes to at the end of a take: seconds later, decibels softer (est.). */
const TIRED = { late: 0.03, decibels: 9 } as const;

interface Wrong {
  readonly string: number;
  readonly pitch: number;
}

/** A string beside the one that was meant, with what it sounds there. */
const beside = ({ string, pitch }: AskedStroke, all: readonly AskedStroke[], random: RandomSource): Wrong | null => {
  const others = all.filter((one) => Math.abs(one.string - string) === 1 && one.pitch !== pitch);
  const found = others[Math.floor(random() * others.length)];
  return found ? { string: found.string, pitch: found.pitch } : null;
};

/** Time as it is played with a drift: the tempo rises steadily from the beginning to the end. */
const drifted = (at: number, whole: number, drift: number): number =>
  drift === 0 || whole === 0 ? at : (whole / drift) * Math.log(1 + (drift * at) / whole);

/**
 * A take as an invented player plays it. The same source of chances gives the same take.
 * @example
 * playAs(askedOf(realise(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], 2), PLAYERS.steady, seededRandom(1)).strokes.length // => 8
 */
export const playAs = (asked: Asked, being: PlayerBeing, random: RandomSource): Performance => {
  const whole = asked.cycles * asked.cycleSeconds;
  const missed: number[] = [];
  const strokes = asked.strokes.flatMap((stroke, index): readonly PlayedStroke[] => {
    const { digit, pitch, string, accent, struck } = stroke;
    const striker = digit && strikerOf(digit);
    const tired = (striker ? (being.tired?.[striker] ?? 0) : 0) * (whole === 0 ? 0 : stroke.at / whole);
    const late = (striker ? (being.lateness[striker] ?? 0) : 0) + TIRED.late * tired + being.spread * normal(random);
    const decibels =
      (striker ? (being.loudness[striker] ?? 0) : 0) -
      TIRED.decibels * tired +
      (accent ? 4 : 0) -
      (struck ? 0 : 5) +
      being.loudnessSpread * normal(random);
    const at = BASE.before + drifted(stroke.at, whole, being.drift) + late;
    const loudness = BASE.loudness * 10 ** (decibels / 20);
    const chance = random();
    const played: PlayedStroke = { at, string, pitch, loudness, digit, asked: index, what: 'matched' };
    if (chance < being.missed) {
      missed.push(index);
      return [];
    }
    const other = chance < being.missed + being.wrong ? beside(stroke, asked.strokes, random) : null;
    const own: PlayedStroke = other ? { ...played, ...other, what: 'wrong-string' } : played;
    if (random() >= being.extra) return [own];
    const more = beside(stroke, asked.strokes, random);
    const later = at + 0.06 + 0.06 * random();
    return more ? [own, { ...played, ...more, at: later, asked: null, what: 'extra' }] : [own];
  });
  return { strokes: [...strokes].sort((a, b) => a.at - b.at), missed, seconds: BASE.before + whole + BASE.after };
};
