import type { PlayedNote } from '../../formats/index.ts';
import type { TakeReference } from '../model/reference.ts';
import { TAKE_PARAMETERS } from '../model/parameters.ts';
import {
  alignNotesAlongRoute,
  createTakeAlignment,
  refineAlignment,
  alignWithAdaptedLevels,
} from './align-to-score.ts';
import type { TakeAlignment } from '../model/take-alignment.ts';
import { createAlignmentScene, type AlignmentScene } from './onset-pairing.ts';
import { OnsetRefiner } from '../onsets/onset-refiner.ts';
import { ATTACK_STEP } from '../signal/attack-envelope.ts';
import type { PitchActivations } from '../signal/pitch-activations.ts';

/** How sudden a note is that an instrument tells of: as sudden as can be. */
const MAX_ONSET_STRENGTH = 3;

/** Seconds after the last note that belong to a take. */
const TAIL_SECONDS = 1;

const getDuration = (notes: readonly PlayedNote[]): number => (notes.at(-1)?.at ?? 0) + TAIL_SECONDS;

/** Notes as if they had been separated from a sound: each in the look it falls into. */
const createActivations = ({ pitches }: AlignmentScene, notes: readonly PlayedNote[]): PitchActivations => {
  const frames = Math.ceil(getDuration(notes) / TAKE_PARAMETERS.hopSeconds);
  const of = pitches.map(() => new Float32Array(frames));
  for (const { at, pitch, loudness } of notes) {
    const own = of[pitches.indexOf(pitch)];
    const frame = Math.round(at / TAKE_PARAMETERS.hopSeconds);
    if (own && frame >= 0 && frame < frames) own[frame] = Math.max(own[frame] as number, Math.max(0.01, loudness));
  }
  return { pitches, frameCount: frames, byPitch: of };
};

/** Notes as if they had been plucks: to the millisecond. */
const createOnsetTimes = (notes: readonly PlayedNote[]): OnsetRefiner => {
  const values = new Float32Array(Math.ceil(getDuration(notes) / ATTACK_STEP));
  for (const { at } of notes) values[Math.round(at / ATTACK_STEP)] = MAX_ONSET_STRENGTH;
  return new OnsetRefiner(values);
};

/** Pitches that were played and asked for nowhere: they are extra strokes whatever else they are. */
const findUnexpectedPitches = ({ pitches }: AlignmentScene, notes: readonly PlayedNote[]) =>
  notes.filter(({ pitch }) => !pitches.includes(pitch)).map(({ at, pitch }) => ({ at, pitch, confidence: 1 }));

/**
 * Hears a take that came as notes, from a MIDI file or instrument, against what was asked: the same as of a sound, but
 * that every stroke is known exactly. Seconds, sorted.
 * @example
 * alignNotesToScore(
 *   [],
 *   createTakeReference(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], 1),
 * ).cycles // => 0
 */
export const alignNotesToScore = (notes: readonly PlayedNote[], asked: TakeReference): TakeAlignment => {
  const scene = createAlignmentScene(asked);
  const strengths = createActivations(scene, notes);
  const understood = alignWithAdaptedLevels(scene, strengths);
  const heard = createTakeAlignment(
    refineAlignment(scene, understood, createOnsetTimes(notes), true),
    understood.hypothesis.score,
  );
  return { ...heard, extras: [...heard.extras, ...findUnexpectedPitches(scene, notes)] };
};

/** The same of notes that were stopped, begun again or played at quite another tempo; null where they were not. */
export const alignPlayedNotesAlongRoute = (
  notes: readonly PlayedNote[],
  asked: TakeReference,
): TakeAlignment | null => {
  const heard = alignNotesAlongRoute(asked, (scene) => createActivations(scene, notes), createOnsetTimes(notes));
  return heard && { ...heard, extras: [...heard.extras, ...findUnexpectedPitches(createAlignmentScene(asked), notes)] };
};
