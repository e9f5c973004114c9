import { TAKE_PARAMETERS } from '../model/parameters.ts';
import { pickPeaks, type OnsetPeak } from '../onsets/align-peaks.ts';
import type { PitchActivations } from '../signal/pitch-activations.ts';

/** What is struck at one time: its second, how strongly each pitch is struck about it, and the strongest of them. */
export interface HeardEvent {
  readonly time: number;
  /** 0 to 1, by the index of the pitch. */
  readonly salience: readonly number[];
  readonly strength: number;
}

/** How strong a swell has to be to be one, and the seconds within which swells are struck together (est.). */
const EVENTS = { least: 0.2, together: 0.045, around: 0.02 } as const;

interface PitchPeak extends OnsetPeak {
  readonly pitch: number;
}

const salienceOf = (strength: number, usual: number | undefined): number =>
  Math.min(1, Math.sqrt(Math.max(0, strength) / (usual || 1)));

/** Swells of all pitches that are in question, in order of time. */
const listPeaks = (
  { byPitch }: PitchActivations,
  strokeLevels: readonly number[],
  struck: ReadonlySet<number>,
): readonly PitchPeak[] =>
  [...struck]
    .flatMap((pitch) => {
      const least = EVENTS.least ** 2 * (strokeLevels[pitch] || 1);
      return pickPeaks(byPitch[pitch] as Float32Array, least).map((peak) => ({ ...peak, pitch }));
    })
    .sort((a, b) => a.time - b.time);

/** Swells that come within one pinch of each other. */
const groupPeaks = (peaks: readonly PitchPeak[]): readonly (readonly PitchPeak[])[] => {
  const groups: PitchPeak[][] = [];
  for (const peak of peaks) {
    const open = groups.at(-1);
    if (open?.[0] && peak.time - open[0].time < EVENTS.together) open.push(peak);
    else groups.push([peak]);
  }
  return groups;
};

/** All that is struck in a take, in order of time, by the pitches a figure has and how strong a stroke of each is. */
export const listHeardEvents = (
  activations: PitchActivations,
  strokeLevels: readonly number[],
  struck: ReadonlySet<number>,
): readonly HeardEvent[] => {
  const { byPitch, frameCount } = activations;
  const strongestAbout = (pitch: number, from: number, to: number): number => {
    const { hopSeconds } = TAKE_PARAMETERS;
    const [first, last] = [
      Math.max(0, Math.round((from - EVENTS.around) / hopSeconds)),
      Math.min(frameCount - 1, Math.round((to + EVENTS.around) / hopSeconds)),
    ];
    let most = 0;
    for (let frame = first; frame <= last; frame += 1) most = Math.max(most, byPitch[pitch]?.[frame] as number);
    return most;
  };
  return groupPeaks(listPeaks(activations, strokeLevels, struck)).map((peaks) => {
    const [from, to] = [peaks[0]?.time ?? 0, peaks.at(-1)?.time ?? 0];
    const salience = byPitch.map((_, pitch) =>
      struck.has(pitch) ? salienceOf(strongestAbout(pitch, from, to), strokeLevels[pitch]) : 0,
    );
    const weightOf = ({ pitch }: PitchPeak): number => salience[pitch] as number;
    const weight = peaks.reduce((sum, peak) => sum + weightOf(peak), 0);
    const time = peaks.reduce((sum, peak) => sum + weightOf(peak) * peak.time, 0) / weight;
    return { time, salience, strength: Math.max(...salience) };
  });
};
