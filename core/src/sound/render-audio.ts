import type { PitchPoint } from './articulation.ts';
import { listEventsBetween, startOfRound, type PlaybackSchedule } from './playback-schedule.ts';
import {
  keyOfSource,
  soundOfEvent,
  STOP_SECONDS,
  synthesiseSource,
  type EventSound,
  type SoundSource,
} from './sound-source.ts';

/** A word of a voice: its samples, and the seconds from their start to what is heard as the beat. */
export interface SpokenClip {
  readonly samples: Float32Array;
  readonly lead: number;
}

/** How a track is made. */
export interface AudioRenderOptions {
  /** Samples a second, of the words too. */
  readonly sampleRate: number;
  /** Times through, where it loops. */
  readonly rounds: number;
  /** The words that are counted with; where there are none, nobody counts. */
  readonly words?: ReadonlyMap<string, SpokenClip>;
}

/** Two channels of samples, −1 to 1. */
export interface StereoAudio {
  readonly left: Float32Array;
  readonly right: Float32Array;
  readonly sampleRate: number;
}

/** Seconds of sound after the last beat. */
const TAIL = 1.5;

/** Seconds of a track at the most. */
export const MAX_TRACK_SECONDS = 900;

/** The loudest sample of a track. */
const PEAK = 0.9;

/** Where in the samples of a note a moment lies, as its pitch moves: the sum of how fast it is read. */
const readingPlaces = (curve: readonly PitchPoint[], length: number, sampleRate: number): Float64Array => {
  const places = new Float64Array(length);
  let [place, next] = [0, 0];
  for (let index = 1; index < length; index += 1) {
    const seconds = index / sampleRate;
    while (next < curve.length && (curve[next] as PitchPoint).seconds <= seconds) next += 1;
    const [from, to] = [curve[next - 1], curve[next]];
    const share = from && to ? (seconds - from.seconds) / (to.seconds - from.seconds) : 0;
    const semitones = from ? from.semitones + share * ((to?.semitones ?? from.semitones) - from.semitones) : 0;
    place += 2 ** (semitones / 12);
    places[index] = place;
  }
  return places;
};

/** Samples read at places between them. */
const resample = (samples: Float32Array, places: Float64Array): Float32Array =>
  Float32Array.from(places, (place) => {
    const index = Math.floor(place);
    const share = place - index;
    return (samples[index] ?? 0) * (1 - share) + (samples[index + 1] ?? 0) * share;
  });

/** The samples of an event as long as it sounds, its pitch moved. */
const shapeOf = (samples: Float32Array, { seconds, curve }: EventSound, sampleRate: number): Float32Array => {
  const stop = seconds === undefined ? samples.length : Math.round(seconds * sampleRate);
  const length = Math.min(samples.length, stop + Math.round(6 * STOP_SECONDS * sampleRate));
  return curve ? resample(samples, readingPlaces(curve, length, sampleRate)) : samples.subarray(0, length);
};

interface Mixing {
  readonly samples: Float32Array;
  readonly from: number;
  readonly gain: number;
  /** The sample from which on it fades away. */
  readonly stop: number;
  readonly fade: number;
}

const mixInto = (channel: Float32Array, { samples, from, gain, stop, fade }: Mixing): void => {
  let now = gain;
  const last = Math.min(samples.length, channel.length - from);
  for (let index = Math.max(0, -from); index < last; index += 1) {
    channel[from + index] = (channel[from + index] as number) + now * (samples[index] as number);
    if (index >= stop) now *= fade;
  }
};

/** Mixes one event in: at its side, and stopped when its time is up. */
const addEvent = ({ left, right, sampleRate }: StereoAudio, sound: EventSound, raw: Float32Array, at: number): void => {
  const samples = shapeOf(raw, sound, sampleRate);
  const mixing = {
    samples,
    from: Math.round(at * sampleRate),
    stop: sound.seconds === undefined ? samples.length : Math.round(sound.seconds * sampleRate),
    fade: Math.exp(-1 / (STOP_SECONDS * sampleRate)),
  };
  if (sound.side < 1) mixInto(left, { ...mixing, gain: sound.gain * Math.min(1, 1 - sound.side) });
  if (sound.side > -1) mixInto(right, { ...mixing, gain: sound.gain * Math.min(1, 1 + sound.side) });
};

const loudestOf = (samples: Float32Array): number =>
  samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0);

/** Turns a track down where it would be louder than a file can hold; a quiet one stays as it is. */
const leveled = (audio: StereoAudio): StereoAudio => {
  const gain = Math.min(1, PEAK / Math.max(loudestOf(audio.left), loudestOf(audio.right), 1e-9));
  if (gain < 1)
    for (const channel of [audio.left, audio.right])
      for (let index = 0; index < channel.length; index += 1) channel[index] = (channel[index] as number) * gain;
  return audio;
};

type SampleSource = (source: SoundSource) => SpokenClip | undefined;

const createSampleSource = ({ sampleRate, words }: AudioRenderOptions): SampleSource => {
  const made = new Map<string, SpokenClip>();
  return (source) => {
    if (source.kind === 'word') return words?.get(source.word);
    const key = keyOfSource(source);
    const known = made.get(key) ?? { samples: synthesiseSource(source, sampleRate), lead: 0 };
    made.set(key, known);
    return known;
  };
};

/**
 * Seconds a track lasts, from the count-in to the last sound.
 * @example
 * trackSeconds({ seconds: 4, ramp: null, loop: true, countIn: { clicks: [], words: [] } }, 2) // => 9.5
 */
export const trackSeconds = (
  schedule: Pick<PlaybackSchedule, 'seconds' | 'ramp' | 'loop' | 'countIn'>,
  rounds: number,
): number => startOfRound(schedule, schedule.loop ? rounds : 1) - countInStart(schedule) + TAIL;

/**
 * Seconds at which the first click of the count-in falls, before 0; 0 where nothing is counted in.
 * @example
 * countInStart({ countIn: { clicks: [], words: [] } }) // => 0
 */
export const countInStart = ({ countIn }: Pick<PlaybackSchedule, 'countIn'>): number =>
  Math.min(0, ...countIn.clicks.map(({ time }) => time));

/**
 * The sound of a schedule in two channels, from its count-in on: the same samples every time. What would last longer
 * than MAX_TRACK_SECONDS is cut there.
 * @example
 * renderAudio(
 *   createPlaybackSchedule(createPattern('Roll', { tempo: 240 }), [], DEFAULT_PLAYBACK_OPTIONS),
 *   { sampleRate: 8000, rounds: 1 },
 * ).left.length // => 28000
 */
export const renderAudio = (schedule: PlaybackSchedule, options: AudioRenderOptions): StereoAudio => {
  const { sampleRate, rounds } = options;
  const length = Math.ceil(Math.min(MAX_TRACK_SECONDS, trackSeconds(schedule, rounds)) * sampleRate);
  const audio = { left: new Float32Array(length), right: new Float32Array(length), sampleRate };
  const begin = countInStart(schedule);
  const samplesOf = createSampleSource(options);
  const end = startOfRound(schedule, schedule.loop ? rounds : 1);
  for (const event of listEventsBetween(schedule, begin, end)) {
    const sound = soundOfEvent(event);
    const clip = samplesOf(sound.source);
    if (clip) addEvent(audio, sound, clip.samples, event.at - begin - clip.lead);
  }
  return leveled(audio);
};
