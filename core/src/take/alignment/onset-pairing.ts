import type { TakeReference, ReferenceStroke } from '../model/reference.ts';
import { alignPeaks, pickPeaks, type OnsetPeak } from '../onsets/align-peaks.ts';
import { hasValueNear } from '../onsets/sorted-times.ts';
import { midiToFrequency } from '../../instrument/index.ts';
import { TAKE_PARAMETERS } from '../model/parameters.ts';
import { groupIntoMoments, type ScoreMoment } from './tempo-hypotheses.ts';
import type { PitchActivations } from '../signal/pitch-activations.ts';
import { median, quantile } from '../../statistics/index.ts';

// Looked up once, not in every step.
const { floor, max, min, round } = Math;

/** How strong a pitch usually is. */
export interface PitchLevel {
  /** Middle strength of a pitch’s own strokes. */
  readonly reference: number;
  readonly threshold: number;
}

/** What is asked, by pitch and by moment. */
export interface AlignmentScene {
  readonly reference: TakeReference;
  readonly pitches: readonly number[];
  /** Index of the pitch of each asked stroke. */
  readonly pitchIndex: readonly number[];
  readonly moments: readonly ScoreMoment[];
  /** Whether each asked stroke is struck with others at once. */
  readonly isPinched: readonly boolean[];
}

const collectPitches = ({ strokes, chordPitches }: TakeReference): readonly number[] =>
  [...new Set([...strokes.map(({ pitch }) => pitch), ...chordPitches])].sort((a, b) => a - b);

/** Lays out what is asked. */
export const createAlignmentScene = (asked: TakeReference): AlignmentScene => {
  const pitches = collectPitches(asked);
  const pitchOf = asked.strokes.map(({ pitch }) => pitches.indexOf(pitch));
  const moments = groupIntoMoments(asked);
  const pinched: boolean[] = [];
  for (const { strokeIndexes } of moments) for (const index of strokeIndexes) pinched[index] = strokeIndexes.length > 1;
  return { reference: asked, pitches, pitchIndex: pitchOf, moments, isPinched: pinched };
};

/**
 * Seconds a pitch's swell is later for each of its partials beyond the first that the long window has to take in
 * (est.).
 */
const LAG_PER_PARTIAL = 0.004;

/** Seconds by which the swell of each pitch comes later than that of a high one. */
export const computeOnsetLags = ({ pitches }: AlignmentScene): readonly number[] =>
  pitches.map(
    (pitch) => LAG_PER_PARTIAL * max(0, floor(TAKE_PARAMETERS.crossoverFrequency / midiToFrequency(pitch)) - 1),
  );

/** Levels before anything is known: a pitch’s stronger looks are taken for its strokes. */
export const estimateInitialLevels = ({ byPitch }: PitchActivations): readonly PitchLevel[] =>
  byPitch.map((strengths) => {
    const strong = pickPeaks(strengths, 1e-9).map(({ strength }) => strength);
    const reference = quantile(strong, 0.92) || 1;
    return { reference, threshold: 0.25 * reference };
  });

/** The most of a pitch within a reach of a time. */
export const maxNear = (strengths: Float32Array, at: number, reach: number): number => {
  const [from, to] = [
    max(0, round((at - reach) / TAKE_PARAMETERS.hopSeconds)),
    round((at + reach) / TAKE_PARAMETERS.hopSeconds),
  ];
  let most = 0;
  for (let frame = from; frame <= to && frame < strengths.length; frame += 1)
    most = max(most, strengths[frame] as number);
  return most;
};

/** Where a pitch was struck, and where others were and it was not. */
const splitOnsetTimes = ({ pitchIndex }: AlignmentScene, times: readonly (number | null)[], pitch: number) => {
  const own = times.flatMap((at, index) => (at !== null && pitchIndex[index] === pitch ? [at] : []));
  const sorted = [...own].sort((a, b) => a - b);
  const others = times.flatMap((at, index) =>
    at !== null && pitchIndex[index] !== pitch && !hasValueNear(sorted, at, 0.07) ? [at] : [],
  );
  return { own, others };
};

/** Strokes from which the strength of a pitch is known. */
const MIN_KNOWN_STROKES = 3;

/**
 * Levels by what was heard: the middle of a pitch’s own strokes, and what others leak into it. A pitch that is never
 * struck is supposed to be as strong as the others are.
 */
export const updateLevels = (
  { byPitch }: PitchActivations,
  scene: AlignmentScene,
  times: readonly (number | null)[],
  before: readonly PitchLevel[],
): readonly PitchLevel[] => {
  const heard = scene.pitches.map((_, pitch) => {
    const strengths = byPitch[pitch] as Float32Array;
    const { own, others } = splitOnsetTimes(scene, times, pitch);
    const middle = own.length >= MIN_KNOWN_STROKES ? median(own.map((at) => maxNear(strengths, at, 0.025))) : null;
    const leaks = others.map((at) => maxNear(strengths, at, 0.03));
    return { middle, leak: leaks.length >= 4 ? quantile(leaks, 0.95) : 0 };
  });
  const usual = median(heard.flatMap(({ middle }) => middle ?? []));
  return heard.map(({ middle, leak }, pitch) => {
    const reference = (middle ?? max((before[pitch] as PitchLevel).reference, usual)) || 1;
    const threshold = min(
      TAKE_PARAMETERS.maxThreshold * reference,
      max(TAKE_PARAMETERS.thresholdShare * reference, TAKE_PARAMETERS.leakageFactor * leak),
    );
    return { reference, threshold: threshold || 1 };
  });
};

/** Which strokes were found where. */
export interface PairingResult {
  readonly onsets: readonly (number | null)[];
  readonly onsetStrengths: readonly (number | null)[];
  /** Peaks that belong to no stroke, by pitch. */
  readonly unpairedPeaks: readonly (readonly OnsetPeak[])[];
}

/** Where strokes are looked for. */
export interface PairingOptions {
  readonly beatTimes: readonly number[];
  readonly getAsynchrony: (stroke: ReferenceStroke) => number;
  readonly onsetScale: number;
}

/** Pairs every pitch’s strokes with its peaks. */
export const pairOnsets = (
  scene: AlignmentScene,
  { byPitch }: PitchActivations,
  levels: readonly PitchLevel[],
  { beatTimes, getAsynchrony, onsetScale }: PairingOptions,
): PairingResult => {
  const { reference, pitchIndex, pitches } = scene;
  const times: (number | null)[] = reference.strokes.map(() => null);
  const strong: (number | null)[] = reference.strokes.map(() => null);
  const loose = pitches.map((_, pitch): readonly OnsetPeak[] => {
    const { threshold } = levels[pitch] as PitchLevel;
    const peaks = pickPeaks(byPitch[pitch] as Float32Array, threshold);
    const own = reference.strokes.flatMap((_stroke, index) => (pitchIndex[index] === pitch ? [index] : []));
    const placed = own.map(
      (index) => (beatTimes[index] as number) + getAsynchrony(reference.strokes[index] as ReferenceStroke),
    );
    const wanted = placed.map((time, place) => {
      const gap = min(time - (placed[place - 1] ?? -9), (placed[place + 1] ?? 1e9) - time);
      return { time, tolerance: min(TAKE_PARAMETERS.onsetTolerance, 0.55 * gap) };
    });
    const found = alignPeaks(wanted, peaks, { threshold, scale: onsetScale });
    const used = new Set<number>();
    found.forEach((peak, place) => {
      if (peak === null) return;
      used.add(peak);
      times[own[place] as number] = (peaks[peak] as OnsetPeak).time;
      strong[own[place] as number] = (peaks[peak] as OnsetPeak).strength;
    });
    return peaks.filter((_peak, index) => !used.has(index));
  });
  return { onsets: times, onsetStrengths: strong, unpairedPeaks: loose };
};
