import {
  LiveEar,
  Resampler,
  TAKE,
  TAP_SECONDS,
  checkSound,
  joined,
  playedPattern,
  strokesIn,
  type Hand,
  type Pattern,
} from '@fleet-wren/core';
import type { FromListener, ToListener } from '../ear/messages.ts';

/** Seconds of sound that are checked at the beginning, and from one word on the level to the next. */
const SECONDS = { check: 4, level: 0.1 } as const;

const say = (message: FromListener): void => self.postMessage(message);

const earFor = (pattern: Pattern, hand: Hand | undefined): LiveEar => {
  const { score, digits } = playedPattern(pattern, hand);
  return new LiveEar(score, digits);
};

/** Says how loud it is, and after some seconds whether it can be listened to. */
const newGauge = (): ((samples: Float32Array) => void) => {
  let [loudest, since]: [number, number] = [0, 0];
  let parts: Float32Array[] = [];
  let seconds = 0;
  const check = (): void => {
    say({ kind: 'check', check: checkSound(joined(parts)) });
    parts = [];
    seconds = 0;
  };
  return (samples) => {
    for (const value of samples) loudest = Math.max(loudest, Math.abs(value));
    parts.push(samples);
    const passed = samples.length / TAKE.sampleRate;
    [since, seconds] = [since + passed, seconds + passed];
    if (since >= SECONDS.level) {
      say({ kind: 'level', level: loudest });
      [loudest, since] = [0, 0];
    }
    if (seconds >= SECONDS.check) check();
  };
};

let ear: LiveEar | null = null;

const listenTo = (sound: MessagePort, sampleRate: number): void => {
  const resampler = new Resampler(sampleRate, TAKE.sampleRate);
  const gauge = newGauge();
  sound.onmessage = ({ data }: MessageEvent<Float32Array>) => {
    const samples = resampler.push(data);
    gauge(samples);
    for (const event of ear?.hear(samples) ?? []) say({ kind: 'heard', event });
  };
};

/** A run begins when it is so loud, and the next one after so many seconds. */
const RUN = { loud: 0.02, rest: 1.5 } as const;

/** Waits for a run of strokes to begin, and tells them when its time is over. */
const newRuns = (): ((samples: Float32Array) => void) => {
  let [parts, seconds, rest]: [Float32Array[], number, number] = [[], 0, RUN.rest];
  const begin = (samples: Float32Array): void => {
    if (rest > 0 || !samples.some((value) => Math.abs(value) > RUN.loud)) return;
    say({ kind: 'begun' });
    [parts, seconds] = [[samples], 0];
  };
  return (samples) => {
    const passed = samples.length / TAKE.sampleRate;
    if (parts.length === 0) {
      rest -= passed;
      return begin(samples);
    }
    parts.push(samples);
    seconds += passed;
    if (seconds < TAP_SECONDS) return;
    say({ kind: 'strokes', at: strokesIn(joined(parts)) });
    [parts, rest] = [[], RUN.rest];
  };
};

const takeStrokes = (sound: MessagePort, sampleRate: number): void => {
  const resampler = new Resampler(sampleRate, TAKE.sampleRate);
  const [gauge, runs] = [newGauge(), newRuns()];
  sound.onmessage = ({ data }: MessageEvent<Float32Array>) => {
    const samples = resampler.push(data);
    gauge(samples);
    runs(samples);
  };
};

self.onmessage = ({ data }: MessageEvent<ToListener>) => {
  if (data.kind === 'strokes') return takeStrokes(data.sound, data.sampleRate);
  ear = earFor(data.pattern, data.hand);
  if (data.kind === 'listen') listenTo(data.sound, data.sampleRate);
};
