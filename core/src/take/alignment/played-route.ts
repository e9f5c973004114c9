import { median } from '../../statistics/index.ts';
import { TAKE_PARAMETERS } from '../model/parameters.ts';
import { pickPeaks } from '../onsets/align-peaks.ts';
import type { PitchActivations } from '../signal/pitch-activations.ts';
import { listHeardEvents, type HeardEvent } from './heard-events.ts';
import type { AlignmentScene } from './onset-pairing.ts';
import { decodeRoute, type DecodedMoment, type DecodedStep } from './route-decoder.ts';
import { fitLocalLine, type OnsetPair } from './smooth-beats.ts';

/** Moments a stretch needs at the least (est.). */
const MIN_MOMENTS = 3;

/** A moment of the figure as the player came to it: its index, and seconds in the take. */
export interface PlayedMoment {
  readonly moment: number;
  readonly time: number;
}

/** Moments played one after another without a stop, and how much slower than asked. */
export interface PlayedStretch {
  readonly moments: readonly PlayedMoment[];
  readonly tempoRatio: number;
}

/** Moments with the beat they belong to: who begins again does so at a beat. */
const listDecodedMoments = ({ reference, moments, pitchIndex }: AlignmentScene): readonly DecodedMoment[] => {
  const beatSeconds = 60 / reference.tempo;
  return moments.map(({ time, strokeIndexes }) => ({
    time,
    beat: Math.floor(time / beatSeconds + 1e-6),
    pitchIndexes: [...new Set(strokeIndexes.map((index) => pitchIndex[index] as number))],
  }));
};

/** Share of the strokes that would fit into a take that is surely played: at half the tempo it is half (est.). */
const PLAYED_SHARE = 0.4;

/** How strong the strokes of each pitch are: the middle of as many of its strongest swells as are surely strokes. */
const estimateStrokeLevels = ({ reference, pitchIndex }: AlignmentScene, activations: PitchActivations) => {
  const passes = (activations.frameCount * TAKE_PARAMETERS.hopSeconds) / reference.passSeconds;
  return activations.byPitch.map((strengths, pitch) => {
    const asked = pitchIndex.filter((one) => one === pitch).length;
    const count = Math.max(3, Math.round(PLAYED_SHARE * passes * asked));
    const strongest = pickPeaks(strengths, 1e-9)
      .map(({ strength }) => strength)
      .sort((a, b) => b - a)
      .slice(0, count);
    return median(strongest) || 1;
  });
};

/** The steps of a way, cut where somebody begins again. */
const splitAtBeginnings = (steps: readonly DecodedStep[]): readonly (readonly DecodedStep[])[] => {
  const stretches: DecodedStep[][] = [];
  for (const step of steps) {
    if (step.begins || stretches.length === 0) stretches.push([step]);
    else stretches.at(-1)?.push(step);
  }
  return stretches;
};

/** What a figure that goes round is laid out by. */
interface Figure {
  readonly moments: readonly DecodedMoment[];
  readonly passSeconds: number;
}

/** Seconds of the figure at which a moment is asked for, its number counted on through the repeats. */
const placeOf = ({ moments, passSeconds }: Figure, number: number): number => {
  const round = Math.floor(number / moments.length);
  return round * passSeconds + (moments[number - round * moments.length] as DecodedMoment).time;
};

/** A moment that was heard: its number counted on through the repeats, where it is asked for, and when it came. */
interface NumberedPair extends OnsetPair {
  readonly number: number;
}

const numberSteps = (
  figure: Figure,
  steps: readonly DecodedStep[],
  events: readonly HeardEvent[],
): readonly NumberedPair[] => {
  let number = steps[0]?.moment ?? 0;
  return steps.map(({ event, skipped }, index) => {
    if (index > 0) number += 1 + skipped;
    return { number, expected: placeOf(figure, number), detected: (events[event] as HeardEvent).time };
  });
};

/** The pace of a stretch as a whole: seconds of the take for each second asked for. */
const paceOf = (heard: readonly NumberedPair[]): number => {
  const [first, last] = [heard[0], heard.at(-1)];
  if (!first || !last || last.expected === first.expected) return 1;
  return (last.detected - first.detected) / (last.expected - first.expected);
};

/** When a place is come to: evenly through what was heard about it. */
const timeOfPlace = (heard: readonly NumberedPair[], place: number): number => {
  const pace = paceOf(heard);
  const reach = (3 * TAKE_PARAMETERS.tempoWindowSeconds) / Math.max(1, pace);
  const near = heard.filter(({ expected }) => Math.abs(expected - place) < reach);
  const line = near.length >= 4 ? fitLocalLine(near, place) : null;
  if (line !== null) return line;
  const nearest = heard.reduce((best, one) =>
    Math.abs(one.expected - place) < Math.abs(best.expected - place) ? one : best,
  );
  return nearest.detected + (place - nearest.expected) * pace;
};

const layOutStretch = (figure: Figure, heard: readonly NumberedPair[]): PlayedStretch => {
  const [first, last] = [heard[0]?.number ?? 0, heard.at(-1)?.number ?? -1];
  const moments = Array.from({ length: last - first + 1 }, (_, index) => ({
    moment: (first + index) % figure.moments.length,
    time: timeOfPlace(heard, placeOf(figure, first + index)),
  }));
  return { moments, tempoRatio: paceOf(heard) };
};

/**
 * The way of a player through a figure that goes round: stretches without a stop, in order, at whatever tempo from less
 * than half to more than twice what is asked, begun and broken off anywhere.
 */
export const findPlayedRoute = (scene: AlignmentScene, activations: PitchActivations): readonly PlayedStretch[] => {
  const moments = listDecodedMoments(scene);
  const figure = { moments, passSeconds: scene.reference.passSeconds };
  const struck = new Set(moments.flatMap(({ pitchIndexes }) => pitchIndexes));
  const events = listHeardEvents(activations, estimateStrokeLevels(scene, activations), struck);
  return splitAtBeginnings(decodeRoute(events, moments, figure.passSeconds))
    .map((steps) => numberSteps(figure, steps, events))
    .filter((heard) => heard.length >= MIN_MOMENTS)
    .map((heard) => layOutStretch(figure, heard));
};
