import { LiveEar, Resampler, TAKE, checkSound, playedPattern, type Hand, type Pattern } from '@fleet-wren/core';
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
    const all = new Float32Array(parts.reduce((sum, { length }) => sum + length, 0));
    parts.reduce((at, part) => (all.set(part, at), at + part.length), 0);
    say({ kind: 'check', check: checkSound(all) });
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

self.onmessage = ({ data }: MessageEvent<ToListener>) => {
  ear = earFor(data.pattern, data.hand);
  if (data.kind === 'listen') listenTo(data.sound, data.sampleRate);
};
