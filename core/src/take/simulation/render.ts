import type { Digit } from '../../pattern/index.ts';
import { sampleNormal, synthesisePluckedString, type RandomSource } from '../../sound/index.ts';
import { rootMeanSquare } from '../../statistics/index.ts';
import { midiToFrequency } from '../../instrument/index.ts';
import type { SimulatedPerformance, SimulatedStroke } from './player-model.ts';

// Looked up once, not in every step.
const { ceil, exp, max, min, round, sin } = Math;

/** Where and how a take is recorded. */
export interface RecordingConditions {
  /** Samples a second. */
  readonly sampleRate: number;
  readonly random: RandomSource;
  /** Decibels of the noise below the take; none where it is left out. */
  readonly noise?: number;
  /** A small room. */
  readonly room?: boolean;
  /** Seconds at which a click is heard, and decibels of it below the take. */
  readonly click?: { readonly times: readonly number[]; readonly below: number };
  /** Hertz below which the microphone hears little. */
  readonly highPass?: number;
  /** 0 dull to 1 bright. */
  readonly brightness?: number;
}

/** Seconds a string sounds at the most, and in which it is stopped when it is struck again. */
const STRING_DECAY = { seconds: 4, stopped: 0.008 } as const;

/** How bright each digit sounds; the pick more than nails, the thumb’s flesh least. */
const BRIGHTNESS: Readonly<Partial<Record<Digit, number>>> = { p: 0.42, down: 0.8, up: 0.8 };
const FINGER_BRIGHTNESS = 0.6;

type StringCache = Map<string, Float32Array>;

const getStringSound = (
  known: StringCache,
  { pitch, digit }: SimulatedStroke,
  recording: RecordingConditions,
): Float32Array => {
  const bright = (digit && BRIGHTNESS[digit]) ?? FINGER_BRIGHTNESS;
  const key = `${pitch}/${bright}`;
  const brightness = min(1, bright * ((recording.brightness ?? 0.6) / 0.6));
  const { sampleRate, random } = recording;
  const made =
    known.get(key) ??
    synthesisePluckedString({
      frequency: midiToFrequency(pitch),
      duration: STRING_DECAY.seconds,
      sampleRate,
      random,
      brightness,
    });
  known.set(key, made);
  return made;
};

const mixInto = (
  into: Float32Array,
  sound: Float32Array,
  from: number,
  end: number,
  gain: number,
  fade: number,
): void => {
  const last = min(into.length, from + sound.length, end + fade);
  for (let place = max(0, from); place < last; place += 1) {
    const left = place > end ? 1 - (place - end) / fade : 1;
    into[place] = (into[place] as number) + gain * left * (sound[place - from] as number);
  }
};

/** A few reflections and a short tail. */
const addReverb = (samples: Float32Array, { sampleRate, random }: RecordingConditions): Float32Array => {
  const taps = [0.011, 0.017, 0.023, 0.031, 0.041, 0.057, 0.073, 0.091, 0.12, 0.16].map((seconds) => ({
    lag: round(seconds * sampleRate),
    gain: 0.28 * 10 ** (-seconds / 0.12) * (random() < 0.5 ? -1 : 1),
  }));
  return samples.map((value, place) =>
    taps.reduce((sum, { lag, gain }) => sum + gain * (samples[place - lag] ?? 0), value),
  );
};

const applyHighPass = (samples: Float32Array, hertz: number, sampleRate: number): Float32Array => {
  const keep = exp((-2 * Math.PI * hertz) / sampleRate);
  let before = 0;
  let out = 0;
  return samples.map((value) => {
    out = keep * (out + value - before);
    before = value;
    return out;
  });
};

const addClick = (samples: Float32Array, { click, sampleRate }: RecordingConditions, level: number): void => {
  if (!click) return;
  const gain = level * 3 * 10 ** (-click.below / 20);
  for (const time of click.times) {
    const from = round(time * sampleRate);
    for (let index = 0; index < 0.03 * sampleRate; index += 1)
      if (from + index < samples.length)
        samples[from + index] =
          (samples[from + index] as number) +
          gain * exp(-index / (0.006 * sampleRate)) * sin((2 * Math.PI * 1800 * index) / sampleRate);
  }
};

/**
 * A sound as a recording has it: in a room, with a click, through a microphone, with noise. Decibels are against the
 * sound.
 * @example
 * applyRecordingConditions(new Float32Array(10), { sampleRate: 8000, random: createSeededRandom(1), room: true })
 *   .length // => 10
 */
export const applyRecordingConditions = (sound: Float32Array, recording: RecordingConditions): Float32Array => {
  const { sampleRate, random, noise, room, highPass } = recording;
  const level = rootMeanSquare(sound);
  let samples = room ? addReverb(sound, recording) : sound.slice();
  addClick(samples, recording, level);
  if (highPass) samples = applyHighPass(samples, highPass, sampleRate);
  if (noise !== undefined) {
    const gain = level * 10 ** (-noise / 20);
    samples = samples.map((value) => value + gain * sampleNormal(random));
  }
  return samples.map((value) => max(-1, min(1, value)));
};

/**
 * The sound of a take, −1 to 1: plucked strings, each stopped when it is struck again, in a room, through a microphone,
 * with noise, as the recording says.
 * @example
 * renderTake({ strokes: [], missed: [], seconds: 0.5 }, { sampleRate: 8000, random: createSeededRandom(1) }).length
 * // => 4000
 */
export const renderTake = (
  { strokes, seconds }: SimulatedPerformance,
  recording: RecordingConditions,
): Float32Array => {
  const { sampleRate } = recording;
  const samples: Float32Array = new Float32Array(ceil(seconds * sampleRate));
  const known: StringCache = new Map();
  const fade = round(STRING_DECAY.stopped * sampleRate);
  strokes.forEach((stroke, index) => {
    const next = strokes.slice(index + 1).find(({ string }) => string === stroke.string);
    const end = round((next?.at ?? seconds) * sampleRate);
    mixInto(
      samples,
      getStringSound(known, stroke, recording),
      round(stroke.at * sampleRate),
      end,
      0.4 * stroke.loudness,
      fade,
    );
  });
  return applyRecordingConditions(samples, recording);
};
