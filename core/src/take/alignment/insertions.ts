import type { OnsetPeak } from '../onsets/align-peaks.ts';
import { TAKE_PARAMETERS } from '../model/parameters.ts';
import type { InsertedStroke, AlignedStroke } from '../model/take-alignment.ts';
import { distanceToNearest, lowerBound, hasValueNear } from '../onsets/sorted-times.ts';
import type { PitchLevel } from './onset-pairing.ts';
import type { RefinedOnset } from '../onsets/onset-refiner.ts';
import { hasSharedPartials, type AlignmentEvidence } from './classify-notes.ts';

// Looked up once, not in every step.
const { exp, log, min, round } = Math;

/** What speaks for a stroke that nobody asked for. */
interface InsertionFeatures {
  /** Strength against the pitch's threshold, as a logarithm. */
  readonly over: number;
  /** How sudden its pluck is, as the logarithm of energy after over before; 0 without one. */
  readonly sudden: number;
  /** Share of all that is struck anew at that moment. */
  readonly share: number;
  /**
   * Seconds from the nearest stroke, and since the last one on its own pitch: strings swell again by themselves soon
   * after.
   */
  readonly apart: number;
  readonly since: number;
}

/**
 * A logistic model of those signs (est.), fitted to 144 invented takes of twelve other figures by three sounds; from
 * what chance on one is claimed.
 */
const INSERTION_MODEL = {
  base: -12,
  over: 3.3,
  sudden: 1.1,
  share: 6.4,
  apart: 13.5,
  since: 9.1,
  claimed: 0.6,
} as const;

const predictInsertionProbability = ({ over, sudden, share, apart, since }: InsertionFeatures): number => {
  const sum =
    INSERTION_MODEL.base +
    INSERTION_MODEL.over * over +
    INSERTION_MODEL.sudden * sudden +
    INSERTION_MODEL.share * share +
    INSERTION_MODEL.apart * apart +
    INSERTION_MODEL.since * since;
  return 1 / (1 + exp(-sum));
};

/** How near a stroke another swell belongs to it, and how far nearness is of interest, in seconds. */
const INSERTION_DISTANCE = { least: 0.03, most: 0.1, since: 0.2 } as const;

const computePitchShare = ({ activations }: AlignmentEvidence, pitch: number, at: number): number => {
  const frame = round(at / TAKE_PARAMETERS.hopSeconds);
  const all = activations.byPitch.reduce((sum, own) => sum + (own[frame] ?? 0), 0);
  return all === 0 ? 0 : ((activations.byPitch[pitch] as Float32Array)[frame] ?? 0) / all;
};

/** When strokes were heard, in order: all of them, and those of each pitch. */
interface DetectedTimes {
  readonly all: readonly number[];
  readonly of: readonly (readonly number[])[];
}

const collectDetectedTimes = ({ scene }: AlignmentEvidence, strokes: readonly AlignedStroke[]): DetectedTimes => {
  const of: number[][] = scene.pitches.map(() => []);
  for (const { at, asked } of strokes) if (at !== null) of[scene.pitchIndex[asked] as number]?.push(at);
  for (const own of of) own.sort((a, b) => a - b);
  return { all: of.flat().sort((a, b) => a - b), of };
};

const extractInsertionFeatures = (
  listened: AlignmentEvidence,
  { time, strength }: OnsetPeak,
  pitch: number,
  pluck: RefinedOnset,
  { all, of }: DetectedTimes,
): InsertionFeatures => {
  const own = of[pitch] as readonly number[];
  return {
    over: log(strength / (listened.levels[pitch] as PitchLevel).threshold),
    sudden: min(3, pluck.strength),
    share: computePitchShare(listened, pitch, time),
    apart: min(INSERTION_DISTANCE.most, distanceToNearest(all, pluck.time)),
    since: min(INSERTION_DISTANCE.since, time - (own[lowerBound(own, time) - 1] ?? -Infinity)),
  };
};

/**
 * Seconds about a stroke in which a swell of its own pitch, or of one that shares partials with it, is that stroke's
 * (est.).
 */
const ECHO_SECONDS = 0.08;

const isEcho = (
  { scene, hasExactOnsets }: AlignmentEvidence,
  { of }: DetectedTimes,
  at: number,
  pitch: number,
): boolean =>
  !hasExactOnsets &&
  of.some(
    (times, other) =>
      (other === pitch || hasSharedPartials(scene, other, pitch)) && hasValueNear(times, at, ECHO_SECONDS),
  );

/**
 * Strokes nobody asked for: a swell and a pluck of their own, away from every stroke, and enough that speaks for them.
 */
export const findInsertions = (
  listened: AlignmentEvidence,
  strokes: readonly AlignedStroke[],
  used: ReadonlySet<OnsetPeak>,
): readonly InsertedStroke[] => {
  const { pairing, scene, levels, onsetRefiner, beatTimes } = listened;
  const first = (beatTimes[0] ?? 0) - 0.15;
  const taken = collectDetectedTimes(listened, strokes);
  return pairing.unpairedPeaks.flatMap((peaks, pitch) =>
    peaks.flatMap((peak): readonly InsertedStroke[] => {
      if (used.has(peak) || peak.time < first || peak.strength < (levels[pitch] as PitchLevel).threshold) return [];
      if (hasValueNear(taken.all, peak.time, INSERTION_DISTANCE.least) || isEcho(listened, taken, peak.time, pitch))
        return [];
      const pluck = onsetRefiner.findUnclaimedNear(peak.time, 0.02) ?? {
        time: peak.time - onsetRefiner.getPeakDelay(pitch),
        strength: 0,
      };
      const confidence = predictInsertionProbability(extractInsertionFeatures(listened, peak, pitch, pluck, taken));
      return confidence < INSERTION_MODEL.claimed
        ? []
        : [{ at: pluck.time, pitch: scene.pitches[pitch] as number, confidence }];
    }),
  );
};
