import type { Asked, AskedStroke } from './asked.ts';
import { assign, peaksOf, type Peak } from './assign.ts';
import { isNear } from './in-order.ts';
import { frequencyOf } from '../instrument/index.ts';
import { TAKE } from './estimates.ts';
import { momentsOf, type Moment } from './pulse.ts';
import type { Strengths } from './separate.ts';
import { median, quantile } from '../statistics/index.ts';

// Looked up once, not in every step.
const { floor, max, min, round } = Math;

/** How strong a pitch usually is. */
export interface Level {
  /** Middle strength of a pitch’s own strokes. */
  readonly reference: number;
  readonly threshold: number;
}

/** What is asked, by pitch and by moment. */
export interface Scene {
  readonly asked: Asked;
  readonly pitches: readonly number[];
  /** Index of the pitch of each asked stroke. */
  readonly pitchOf: readonly number[];
  readonly moments: readonly Moment[];
  /** Whether each asked stroke is struck with others at once. */
  readonly pinched: readonly boolean[];
}

const pitchesOf = ({ strokes, neighbours }: Asked): readonly number[] =>
  [...new Set([...strokes.map(({ pitch }) => pitch), ...neighbours])].sort((a, b) => a - b);

/** Lays out what is asked. */
export const sceneOf = (asked: Asked): Scene => {
  const pitches = pitchesOf(asked);
  const pitchOf = asked.strokes.map(({ pitch }) => pitches.indexOf(pitch));
  const moments = momentsOf(asked);
  const pinched: boolean[] = [];
  for (const { strokes } of moments) for (const index of strokes) pinched[index] = strokes.length > 1;
  return { asked, pitches, pitchOf, moments, pinched };
};

/** Seconds a pitch's swell is later for each of its partials beyond the first that the long window has to take in (est.). */
const LAG = 0.004;

/** Seconds by which the swell of each pitch comes later than that of a high one. */
export const lagsOf = ({ pitches }: Scene): readonly number[] =>
  pitches.map((pitch) => LAG * max(0, floor(TAKE.parted / frequencyOf(pitch)) - 1));

/** Levels before anything is known: a pitch’s stronger looks are taken for its strokes. */
export const firstLevels = ({ of }: Strengths): readonly Level[] =>
  of.map((strengths) => {
    const strong = peaksOf(strengths, 1e-9).map(({ strength }) => strength);
    const reference = quantile(strong, 0.92) || 1;
    return { reference, threshold: 0.25 * reference };
  });

/** The most of a pitch within a reach of a time. */
export const highestNear = (strengths: Float32Array, at: number, reach: number): number => {
  const [from, to] = [max(0, round((at - reach) / TAKE.hop)), round((at + reach) / TAKE.hop)];
  let most = 0;
  for (let frame = from; frame <= to && frame < strengths.length; frame += 1)
    most = max(most, strengths[frame] as number);
  return most;
};

/** Where a pitch was struck, and where others were and it was not. */
const timesOf = ({ pitchOf }: Scene, times: readonly (number | null)[], pitch: number) => {
  const own = times.flatMap((at, index) => (at !== null && pitchOf[index] === pitch ? [at] : []));
  const sorted = [...own].sort((a, b) => a - b);
  const others = times.flatMap((at, index) =>
    at !== null && pitchOf[index] !== pitch && !isNear(sorted, at, 0.07) ? [at] : [],
  );
  return { own, others };
};

/** Strokes from which the strength of a pitch is known. */
const KNOWN = 3;

/**
 * Levels by what was heard: the middle of a pitch’s own strokes, and what others leak into it. A pitch that is never struck is
 * supposed to be as strong as the others are.
 */
export const levelsBy = (
  { of }: Strengths,
  scene: Scene,
  times: readonly (number | null)[],
  before: readonly Level[],
): readonly Level[] => {
  const heard = scene.pitches.map((_, pitch) => {
    const strengths = of[pitch] as Float32Array;
    const { own, others } = timesOf(scene, times, pitch);
    const middle = own.length >= KNOWN ? median(own.map((at) => highestNear(strengths, at, 0.025))) : null;
    const leaks = others.map((at) => highestNear(strengths, at, 0.03));
    return { middle, leak: leaks.length >= 4 ? quantile(leaks, 0.95) : 0 };
  });
  const usual = median(heard.flatMap(({ middle }) => middle ?? []));
  return heard.map(({ middle, leak }, pitch) => {
    const reference = (middle ?? max((before[pitch] as Level).reference, usual)) || 1;
    const threshold = min(TAKE.most * reference, max(TAKE.ownShare * reference, TAKE.leak * leak));
    return { reference, threshold: threshold || 1 };
  });
};

/** Which strokes were found where. */
export interface Pass {
  readonly times: readonly (number | null)[];
  readonly strengths: readonly (number | null)[];
  /** Peaks that belong to no stroke, by pitch. */
  readonly loose: readonly (readonly Peak[])[];
}

/** Where strokes are looked for. */
export interface Looking {
  readonly pulse: readonly number[];
  readonly late: (stroke: AskedStroke) => number;
  readonly scale: number;
}

/** Pairs every pitch’s strokes with its peaks. */
export const pairAll = (
  scene: Scene,
  { of }: Strengths,
  levels: readonly Level[],
  { pulse, late, scale }: Looking,
): Pass => {
  const { asked, pitchOf, pitches } = scene;
  const times: (number | null)[] = asked.strokes.map(() => null);
  const strong: (number | null)[] = asked.strokes.map(() => null);
  const loose = pitches.map((_, pitch): readonly Peak[] => {
    const { threshold } = levels[pitch] as Level;
    const peaks = peaksOf(of[pitch] as Float32Array, threshold);
    const own = asked.strokes.flatMap((_stroke, index) => (pitchOf[index] === pitch ? [index] : []));
    const placed = own.map((index) => (pulse[index] as number) + late(asked.strokes[index] as AskedStroke));
    const wanted = placed.map((at, place) => {
      const gap = min(at - (placed[place - 1] ?? -9), (placed[place + 1] ?? 1e9) - at);
      return { at, reach: min(TAKE.reach, 0.55 * gap) };
    });
    const found = assign(wanted, peaks, { threshold, scale });
    const used = new Set<number>();
    found.forEach((peak, place) => {
      if (peak === null) return;
      used.add(peak);
      times[own[place] as number] = (peaks[peak] as Peak).at;
      strong[own[place] as number] = (peaks[peak] as Peak).strength;
    });
    return peaks.filter((_peak, index) => !used.has(index));
  });
  return { times, strengths: strong, loose };
};
