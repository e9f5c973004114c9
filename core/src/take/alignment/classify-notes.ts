import type { ReferenceStroke } from '../model/reference.ts';
import type { OnsetPeak } from '../onsets/align-peaks.ts';
import type { AlignedStroke } from '../model/take-alignment.ts';
import { maxNear, type PitchLevel, type PairingResult, type AlignmentScene } from './onset-pairing.ts';
import type { OnsetRefiner } from '../onsets/onset-refiner.ts';
import type { PitchActivations } from '../signal/pitch-activations.ts';

// Looked up once, not in every step.
const { abs, log, log10, max, min } = Math;

/** All that is known of a take when its strokes are told. */
export interface AlignmentEvidence {
  readonly scene: AlignmentScene;
  readonly activations: PitchActivations;
  readonly levels: readonly PitchLevel[];
  readonly pairing: PairingResult;
  readonly beatTimes: readonly number[];
  readonly onsetRefiner: OnsetRefiner;
  readonly getAsynchrony: (stroke: ReferenceStroke) => number;
  /** Whether every stroke came with its own time, as from an instrument. */
  readonly hasExactOnsets: boolean;
}

/** Seconds within which another string’s stroke stands for one that did not come. */
const SUBSTITUTION_SECONDS = 0.07;

/** Semitones from a string to its partials: 2 to 8 times its frequency. */
const PARTIAL_SEMITONES: ReadonlySet<number> = new Set([12, 19, 24, 28, 31, 34, 36]);

/** Whether two pitches, by their index, share partials: what sounds like one may be the other. */
export const hasSharedPartials = ({ pitches }: AlignmentScene, one: number, other: number): boolean =>
  PARTIAL_SEMITONES.has(abs((pitches[one] as number) - (pitches[other] as number)));

const hasRelatedPitch = (scene: AlignmentScene, stroke: number, pitch: number): boolean =>
  hasSharedPartials(scene, scene.pitchIndex[stroke] as number, pitch);

/** Whether a pitch shares partials with another stroke of the same pinch, which then is what is heard. */
const isMaskedByPinch = ({ scene, hasExactOnsets }: AlignmentEvidence, index: number, pitch: number): boolean => {
  if (hasExactOnsets || !scene.isPinched[index]) return false;
  const { strokes } = scene.reference;
  const at = strokes[index]?.onset;
  const beside = (step: number): boolean => {
    for (let other = index + step; strokes[other]?.onset === at; other += step)
      if (hasRelatedPitch(scene, other, pitch)) return true;
    return false;
  };
  return beside(-1) || beside(1);
};

/** A known pitch that was struck where a stroke did not come. */
const findSubstitution = (
  listened: AlignmentEvidence,
  index: number,
): { readonly pitch: number; readonly peak: OnsetPeak } | null => {
  const { pairing, scene, beatTimes, levels } = listened;
  const at = beatTimes[index] as number;
  const near = pairing.unpairedPeaks.flatMap((peaks, pitch) =>
    pitch === scene.pitchIndex[index] || isMaskedByPinch(listened, index, pitch)
      ? []
      : peaks
          .filter(
            (peak) =>
              abs(peak.time - at) < SUBSTITUTION_SECONDS &&
              peak.strength > 1.25 * (levels[pitch] as PitchLevel).threshold,
          )
          .map((peak) => ({ pitch, peak })),
  );
  // What shares partials with the stroke that was asked for may be that stroke itself.
  const worth = ({ pitch, peak }: (typeof near)[number]): number =>
    (peak.strength / (levels[pitch] as PitchLevel).reference) * (hasRelatedPitch(scene, index, pitch) ? 0.5 : 1);
  return near.reduce<(typeof near)[number] | null>(
    (best, one) => (!best || worth(one) > worth(best) ? one : best),
    null,
  );
};

/** A stroke that was asked for, as it was heard. Each peak stands for one stroke at the most. */
export const classifyStroke = (listened: AlignmentEvidence, index: number, used: Set<OnsetPeak>): AlignedStroke => {
  const { scene, pairing, beatTimes, levels } = listened;
  const pitch = scene.pitchIndex[index] as number;
  const level = levels[pitch] as PitchLevel;
  const strength = pairing.onsetStrengths[index] ?? null;
  const { hasExactOnsets, onsetRefiner } = listened;
  const isTimed = scene.isPinched[index] ? onsetRefiner.isReliableInPinch(pitch) : onsetRefiner.isReliable(pitch);
  const sure = hasExactOnsets || isTimed;
  const own = { asked: index, sure, pulse: beatTimes[index] as number };
  const at = pairing.onsets[index] ?? null;
  if (at !== null && strength !== null) {
    const over = strength / level.threshold;
    return {
      ...own,
      at,
      decibels: 20 * log10(strength / level.reference),
      level: 20 * log10(strength),
      what: 'matched',
      instead: null,
      confidence: min(1, 0.4 + 0.4 * log(over) + 0.1),
    };
  }
  return classifyFaintStroke(
    listened,
    { ...own, at: null, decibels: null, level: null, what: 'missed', instead: null, confidence: 0.7 },
    used,
  );
};

/**
 * How far beside its place a stroke may be that nothing else explains, how strong it is at the least, how far its pluck
 * may be, and its swell wander (est.).
 */
const DISPLACED = { reach: 0.09, strength: 0.35, pluck: 0.03, wanders: 0.06 } as const;

/** A swell of a stroke's own pitch that nothing else explains, too far away to be paired with it at once. */
const findDisplacedPeak = (
  { pairing, scene, levels, onsetRefiner }: AlignmentEvidence,
  index: number,
  at: number,
  used: ReadonlySet<OnsetPeak>,
): OnsetPeak | null => {
  const pitch = scene.pitchIndex[index] as number;
  const least = DISPLACED.strength * (levels[pitch] as PitchLevel).reference;
  const beside = (peak: OnsetPeak): number => abs(peak.time - onsetRefiner.getPeakDelay(pitch) - at);
  return (pairing.unpairedPeaks[pitch] as readonly OnsetPeak[])
    .filter((peak) => !used.has(peak) && peak.strength > least && beside(peak) < DISPLACED.reach)
    .reduce<OnsetPeak | null>((best, one) => (!best || beside(one) < beside(best) ? one : best), null);
};

interface DisplacedPeak {
  readonly peak: OnsetPeak;
  /** Seconds at which the stroke was expected. */
  readonly expected: number;
}

/**
 * When a stroke astray was struck: by the pluck of its swell, or by one where it was looked for if only its swell
 * wandered.
 */
const locateDisplacedOnset = (
  { onsetRefiner }: AlignmentEvidence,
  pitch: number,
  { peak, expected }: DisplacedPeak,
): number => {
  const there = peak.time - onsetRefiner.getPeakDelay(pitch);
  const own = onsetRefiner.findUnclaimedNear(there, DISPLACED.pluck);
  if (own) return own.time;
  const asked = onsetRefiner.findUnclaimedNear(expected, DISPLACED.pluck);
  return asked && abs(asked.time - there) < DISPLACED.wanders ? asked.time : there;
};

/** A stroke that came, far from where it was looked for. */
const classifyDisplacedStroke = (
  listened: AlignmentEvidence,
  missed: AlignedStroke,
  displaced: DisplacedPeak,
  used: Set<OnsetPeak>,
): AlignedStroke => {
  const { scene, levels } = listened;
  const { peak } = displaced;
  const pitch = scene.pitchIndex[missed.asked] as number;
  used.add(peak);
  const { reference } = levels[pitch] as PitchLevel;
  return {
    ...missed,
    at: locateDisplacedOnset(listened, pitch, displaced),
    decibels: 20 * log10(peak.strength / reference),
    level: 20 * log10(peak.strength),
    what: 'matched',
    confidence: 0.5,
  };
};

/**
 * A stroke without a swell of its own above the threshold: a pluck nobody else has and some of its pitch make it a
 * faint one, a pluck with more of another pitch a wrong string, a pluck alone leaves it open; without either it did not
 * come.
 */
const classifyFaintStroke = (
  listened: AlignmentEvidence,
  missed: AlignedStroke,
  used: Set<OnsetPeak>,
): AlignedStroke => {
  const { scene, beatTimes, onsetRefiner, levels, activations } = listened;
  const pitch = scene.pitchIndex[missed.asked] as number;
  const { reference } = levels[pitch] as PitchLevel;
  const at =
    (beatTimes[missed.asked] as number) +
    listened.getAsynchrony(scene.reference.strokes[missed.asked] as ReferenceStroke);
  const astray = findDisplacedPeak(listened, missed.asked, at, used);
  if (astray) return classifyDisplacedStroke(listened, missed, { peak: astray, expected: at }, used);
  const own =
    maxNear(activations.byPitch[pitch] as Float32Array, at + onsetRefiner.getPeakDelay(pitch), 0.04) / reference;
  const pluck = onsetRefiner.findUnclaimedNear(at, FAINT_THRESHOLDS.near);
  const other = findSubstitution(listened, missed.asked);
  const share = other && hasRelatedPitch(scene, missed.asked, other.pitch) ? 0.5 : 1;
  const others =
    other && !used.has(other.peak) ? (share * other.peak.strength) / (levels[other.pitch] as PitchLevel).reference : 0;
  if (other && others > FAINT_THRESHOLDS.instead && others > FAINT_THRESHOLDS.more * own) {
    used.add(other.peak);
    const instead = scene.pitches[other.pitch] as number;
    return { ...missed, at: other.peak.time, what: 'wrong-string', instead, confidence: pluck === null ? 0.55 : 0.75 };
  }
  const leaks = (levels[pitch] as PitchLevel).threshold / reference;
  const pinched = scene.isPinched[missed.asked] as boolean;
  if (
    (pluck !== null && own > FAINT_THRESHOLDS.own) ||
    own > FAINT_THRESHOLDS.alone ||
    own > leaks ||
    (!pinched && own > getFaintThreshold(leaks))
  )
    return {
      ...missed,
      at: pluck?.time ?? at,
      decibels: 20 * log10(own),
      level: 20 * log10(own * reference),
      what: 'matched',
      confidence: 0.45,
    };
  // In a pinch the others sound into it: some of it is no proof, and none that it did not come.
  if (pinched && own > FAINT_THRESHOLDS.open * leaks)
    return { ...missed, at: pluck?.time ?? at, what: 'unclear', confidence: 0.4 };
  // Of a stroke that did not come hardly anything is heard: nine in ten leave less than a twentieth.
  if (own > FAINT_THRESHOLDS.silent) return { ...missed, at: pluck?.time ?? at, what: 'unclear', confidence: 0.4 };
  return pluck ? { ...missed, at: pluck.time, what: 'unclear', confidence: 0.4 } : missed;
};

/** Shares of a pitch's own strokes by which a faint one is told, and seconds its pluck may be beside it (est.). */
const FAINT_THRESHOLDS = {
  near: 0.035,
  own: 0.1,
  alone: 0.3,
  least: 0.12,
  leaks: 0.8,
  open: 0.6,
  silent: 0.04,
  instead: 0.35,
  more: 2.5,
} as const;

/**
 * The share of its usual strength a stroke that stands by itself has at the least, where so much of it comes from
 * others.
 */
const getFaintThreshold = (leaks: number): number => max(FAINT_THRESHOLDS.least, FAINT_THRESHOLDS.leaks * leaks);
