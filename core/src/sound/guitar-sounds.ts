import { midiToFrequency, type Instrument } from '../instrument/index.ts';
import type { Digit } from '../pattern/index.ts';
import { addBodyResonance, type BodyMode } from './body-resonance.ts';
import { synthesisePluckedString } from './plucked-string.ts';
import { createSeededRandom, type RandomSource } from './random.ts';

/** The instruments that can be heard. */
export const GUITAR_SOUNDS = ['nylon', 'steel', 'electric', 'banjo', 'bass'] as const;

/** One of them. */
export type GuitarSound = (typeof GUITAR_SOUNDS)[number];

/** Where the hand plucks. */
export const PLUCK_PLACES = ['neck', 'middle', 'bridge'] as const;

/** One of them. */
export type PluckPlace = (typeof PLUCK_PLACES)[number];

/** What meets the string. */
export const TOUCHES = ['flesh', 'nail', 'pick'] as const;

/** One of them. */
export type Touch = (typeof TOUCHES)[number];

/** How an instrument is heard: which, plucked where, with what the fingers touch it. */
export interface GuitarTone {
  readonly sound: GuitarSound;
  readonly place: PluckPlace;
  readonly fingers: 'flesh' | 'nail';
}

interface SoundModel {
  /** Seconds a note takes to fade to a thousandth at 82 Hz, and at 659 Hz: the outer open strings (est.). */
  readonly decay: readonly [low: number, high: number];
  readonly damping: number;
  readonly brightness: number;
  readonly body: readonly BodyMode[];
}

const mode = (frequency: number, quality: number, gain: number): BodyMode => ({ frequency, quality, gain });

/**
 * The lowest modes of guitar bodies lie near 100 Hz (air), 200 Hz (top) and 400 Hz (Fletcher & Rossing, The Physics of
 * Musical Instruments, chapter 9; from memory); gains, decays and brightness are estimates, by their spectra.
 */
const MODELS: Readonly<Record<GuitarSound, SoundModel>> = {
  nylon: {
    decay: [5.5, 2],
    damping: 0.42,
    brightness: 0.32,
    body: [mode(98, 14, 0.5), mode(196, 18, 0.6), mode(390, 22, 0.35), mode(560, 24, 0.2)],
  },
  steel: {
    decay: [9, 3.4],
    damping: 0.22,
    brightness: 0.45,
    body: [mode(104, 16, 0.4), mode(208, 20, 0.5), mode(415, 24, 0.3), mode(720, 26, 0.2)],
  },
  electric: { decay: [11, 5.5], damping: 0.3, brightness: 0.38, body: [] },
  banjo: {
    decay: [1.9, 0.8],
    damping: 0.1,
    brightness: 0.65,
    body: [mode(330, 5, 0.7), mode(620, 6, 0.6), mode(980, 7, 0.4)],
  },
  bass: { decay: [8, 3.5], damping: 0.4, brightness: 0.26, body: [mode(90, 4, 0.3)] },
};

/** Share of the string from the bridge, and how much brighter the pluck is there: the string is stiffer (est.). */
const PLACES: Readonly<Record<PluckPlace, { readonly share: number; readonly brightness: number }>> = {
  neck: { share: 0.36, brightness: 0.85 },
  middle: { share: 0.18, brightness: 1 },
  bridge: { share: 0.08, brightness: 1.15 },
};

/** How much brighter than the instrument a touch is, and how much of it is noise (est.). */
const TOUCH: Readonly<Record<Touch, { readonly brightness: number; readonly noise: number }>> = {
  flesh: { brightness: 0.7, noise: 0.12 },
  nail: { brightness: 1.1, noise: 0.22 },
  pick: { brightness: 1.35, noise: 0.35 },
};

/** Cents between the two ways a string swings, and how much sooner the second fades: a note fades in two steps. */
const SECOND_SWING = { cents: 1.1, share: 0.5, decay: 0.4 } as const;

const LOW = 82.4;
const OCTAVES = 3;

const decayAt = ([low, high]: SoundModel['decay'], frequency: number): number =>
  low * (high / low) ** (Math.log2(frequency / LOW) / OCTAVES);

/**
 * The sound of an instrument by its strings: a bass by its low ones, a banjo by its short fifth string, a small
 * guitar of four strings has nylon, all others steel (common practice, no source).
 * @example
 * usualSound(createInstrument(findTuningOrStandard('standard'))) // => 'steel'
 */
export const usualSound = ({ pitches }: Pick<Instrument, 'pitches'>): GuitarSound => {
  const [low = 0, next = 0] = pitches;
  const top = pitches.at(-1) ?? 0;
  if (low <= 33 && top <= 60) return 'bass';
  if (pitches.length === 5 && low > next) return 'banjo';
  return pitches.length === 4 && low >= 48 ? 'nylon' : 'steel';
};

/**
 * What meets the string when a digit plays it: the thumb's flesh, the fingers as they are, or the pick.
 * @example
 * touchOf('down', { sound: 'steel', place: 'middle', fingers: 'nail' }) // => 'pick'
 */
export const touchOf = (digit: Digit | null, { fingers }: GuitarTone): Touch => {
  if (digit === 'down' || digit === 'up') return 'pick';
  return digit === 'p' ? 'flesh' : fingers;
};

/** A note to be made: MIDI note number, seconds, samples a second. */
export interface GuitarNote {
  readonly pitch: number;
  readonly touch: Touch;
  readonly tone: GuitarTone;
  readonly duration: number;
  readonly sampleRate: number;
}

const swing = (note: GuitarNote, random: RandomSource, share: { cents: number; decay: number }): Float32Array => {
  const { sound, place } = note.tone;
  const model = MODELS[sound];
  const touch = TOUCH[note.touch];
  const frequency = midiToFrequency(note.pitch + share.cents / 100);
  return synthesisePluckedString({
    frequency,
    duration: note.duration,
    sampleRate: note.sampleRate,
    random,
    brightness: Math.min(0.98, model.brightness * touch.brightness * PLACES[place].brightness),
    smoothing: 2,
    noise: touch.noise,
    pluckPosition: PLACES[place].share,
    decay: decayAt(model.decay, frequency) * share.decay,
    damping: model.damping,
  });
};

/** Loudest of the first tenth of a second, so that all notes begin alike. */
const BEGINS = 0.1;

const rootMeanSquareOf = (samples: Float32Array): number =>
  Math.sqrt(samples.reduce((sum, value) => sum + value * value, 0) / Math.max(1, samples.length));

/** How loud a note begins, as the root of its mean square (est.): no touch is louder than another. */
const LEVEL = 0.12;

const levelled = (samples: Float32Array, sampleRate: number): Float32Array => {
  const gain = LEVEL / Math.max(1e-6, rootMeanSquareOf(samples.subarray(0, Math.round(BEGINS * sampleRate))));
  // What is louder than the air can carry is rounded, not cut.
  return samples.map((value) => Math.tanh(value * gain));
};

/**
 * Samples of one note of an instrument, −1 to 1, the same every time: the string swings two ways that fade apart, and
 * the body sounds along.
 * @example
 * synthesiseGuitarNote({
 *   pitch: 52,
 *   touch: 'nail',
 *   tone: { sound: 'nylon', place: 'middle', fingers: 'nail' },
 *   duration: 0.1,
 *   sampleRate: 8000,
 * }).length // => 800
 */
export const synthesiseGuitarNote = (note: GuitarNote): Float32Array => {
  const random = createSeededRandom(note.pitch);
  const main = swing(note, random, { cents: 0, decay: 1 });
  const second = swing(note, random, SECOND_SWING);
  const string = main.map((value, index) => value + SECOND_SWING.share * (second[index] as number));
  const { body } = MODELS[note.tone.sound];
  return levelled(addBodyResonance(string, body, note.sampleRate), note.sampleRate);
};
