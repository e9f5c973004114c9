import type { NotePlayed } from '../formats/index.ts';
import type { Asked } from './asked.ts';
import { TAKE } from './estimates.ts';
import { finish, refine, understandLevels } from './hear.ts';
import type { HeardTake } from './heard.ts';
import { sceneOf, type Scene } from './pairing.ts';
import { PluckClock } from './pluck-clock.ts';
import { PLUCK_STEP } from './plucks.ts';
import type { Strengths } from './separate.ts';

/** How sudden a note is that an instrument tells of: as sudden as can be. */
const SUDDEN = 3;

/** Seconds after the last note that belong to a take. */
const AFTER = 1;

const lengthOf = (notes: readonly NotePlayed[]): number => (notes.at(-1)?.at ?? 0) + AFTER;

/** Notes as if they had been separated from a sound: each in the look it falls into. */
const strengthsOf = ({ pitches }: Scene, notes: readonly NotePlayed[]): Strengths => {
  const frames = Math.ceil(lengthOf(notes) / TAKE.hop);
  const of = pitches.map(() => new Float32Array(frames));
  for (const { at, pitch, loudness } of notes) {
    const own = of[pitches.indexOf(pitch)];
    const frame = Math.round(at / TAKE.hop);
    if (own && frame >= 0 && frame < frames) own[frame] = Math.max(own[frame] as number, Math.max(0.01, loudness));
  }
  return { pitches, frames, of };
};

/** Notes as if they had been plucks: to the millisecond. */
const plucksOf = (notes: readonly NotePlayed[]): PluckClock => {
  const values = new Float32Array(Math.ceil(lengthOf(notes) / PLUCK_STEP));
  for (const { at } of notes) values[Math.round(at / PLUCK_STEP)] = SUDDEN;
  return new PluckClock(values);
};

/** Pitches that were played and asked for nowhere: they are extra strokes whatever else they are. */
const strangers = ({ pitches }: Scene, notes: readonly NotePlayed[]) =>
  notes.filter(({ pitch }) => !pitches.includes(pitch)).map(({ at, pitch }) => ({ at, pitch, confidence: 1 }));

/**
 * Hears a take that came as notes, from a MIDI file or instrument, against what was asked: the same as of a sound, but that every
 * stroke is known exactly. Seconds, sorted.
 * @example
 * hearNotes([], askedOf(realise(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], 1)).cycles // => 0
 */
export const hearNotes = (notes: readonly NotePlayed[], asked: Asked): HeardTake => {
  const scene = sceneOf(asked);
  const strengths = strengthsOf(scene, notes);
  const understood = understandLevels(scene, strengths);
  const heard = finish(refine(scene, understood, plucksOf(notes), true), understood.start.score);
  return { ...heard, extras: [...heard.extras, ...strangers(scene, notes)] };
};
