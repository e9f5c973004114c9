import type { Peak } from './assign.ts';
import { TAKE } from './estimates.ts';
import type { ExtraStroke, HeardStroke } from './heard.ts';
import { distanceTo, firstFrom, isNear } from './in-order.ts';
import type { Level } from './pairing.ts';
import type { Pluck } from './pluck-clock.ts';
import { sharePartials, type Listened } from './told.ts';

// Looked up once, not in every step.
const { exp, log, min, round } = Math;

/** What speaks for a stroke that nobody asked for. */
interface Signs {
  /** Strength against the pitch's threshold, as a logarithm. */
  readonly over: number;
  /** How sudden its pluck is, as the logarithm of energy after over before; 0 without one. */
  readonly sudden: number;
  /** Share of all that is struck anew at that moment. */
  readonly share: number;
  /** Seconds from the nearest stroke, and since the last one on its own pitch: strings swell again by themselves soon after. */
  readonly apart: number;
  readonly since: number;
}

/**
 * A logistic model of those signs (est.), fitted to 144 invented takes of twelve other figures by three sounds; from what chance on
 * one is claimed.
 */
const EXTRA = { base: -12, over: 3.3, sudden: 1.1, share: 6.4, apart: 13.5, since: 9.1, claimed: 0.6 } as const;

const chanceOfExtra = ({ over, sudden, share, apart, since }: Signs): number => {
  const sum =
    EXTRA.base +
    EXTRA.over * over +
    EXTRA.sudden * sudden +
    EXTRA.share * share +
    EXTRA.apart * apart +
    EXTRA.since * since;
  return 1 / (1 + exp(-sum));
};

/** How near a stroke another swell belongs to it, and how far nearness is of interest, in seconds. */
const APART = { least: 0.03, most: 0.1, since: 0.2 } as const;

const shareAt = ({ strengths }: Listened, pitch: number, at: number): number => {
  const frame = round(at / TAKE.hop);
  const all = strengths.of.reduce((sum, own) => sum + (own[frame] ?? 0), 0);
  return all === 0 ? 0 : ((strengths.of[pitch] as Float32Array)[frame] ?? 0) / all;
};

/** When strokes were heard, in order: all of them, and those of each pitch. */
interface Taken {
  readonly all: readonly number[];
  readonly of: readonly (readonly number[])[];
}

const takenBy = ({ scene }: Listened, strokes: readonly HeardStroke[]): Taken => {
  const of: number[][] = scene.pitches.map(() => []);
  for (const { at, asked } of strokes) if (at !== null) of[scene.pitchOf[asked] as number]?.push(at);
  for (const own of of) own.sort((a, b) => a - b);
  return { all: of.flat().sort((a, b) => a - b), of };
};

const signsOf = (
  listened: Listened,
  { at, strength }: Peak,
  pitch: number,
  pluck: Pluck,
  { all, of }: Taken,
): Signs => {
  const own = of[pitch] as readonly number[];
  return {
    over: log(strength / (listened.levels[pitch] as Level).threshold),
    sudden: min(3, pluck.sudden),
    share: shareAt(listened, pitch, at),
    apart: min(APART.most, distanceTo(all, pluck.at)),
    since: min(APART.since, at - (own[firstFrom(own, at) - 1] ?? -Infinity)),
  };
};

/** Seconds about a stroke in which a swell of its own pitch, or of one that shares partials with it, is that stroke's (est.). */
const ECHO = 0.08;

const isEcho = ({ scene, exact }: Listened, { of }: Taken, at: number, pitch: number): boolean =>
  !exact &&
  of.some((times, other) => (other === pitch || sharePartials(scene, other, pitch)) && isNear(times, at, ECHO));

/** Strokes nobody asked for: a swell and a pluck of their own, away from every stroke, and enough that speaks for them. */
export const extrasIn = (listened: Listened, strokes: readonly HeardStroke[], used: ReadonlySet<Peak>) => {
  const { pass, scene, levels, plucks, pulse } = listened;
  const first = (pulse[0] ?? 0) - 0.15;
  const taken = takenBy(listened, strokes);
  return pass.loose.flatMap((peaks, pitch) =>
    peaks.flatMap((peak): readonly ExtraStroke[] => {
      if (used.has(peak) || peak.at < first || peak.strength < (levels[pitch] as Level).threshold) return [];
      if (isNear(taken.all, peak.at, APART.least) || isEcho(listened, taken, peak.at, pitch)) return [];
      const pluck = plucks.unclaimedNear(peak.at, 0.02) ?? { at: peak.at - plucks.usual, sudden: 0 };
      const confidence = chanceOfExtra(signsOf(listened, peak, pitch, pluck, taken));
      return confidence < EXTRA.claimed ? [] : [{ at: pluck.at, pitch: scene.pitches[pitch] as number, confidence }];
    }),
  );
};
