import {
  LiveListener,
  Resampler,
  ScoreFollower,
  TAKE_PARAMETERS,
  TAP_RUN_SECONDS,
  checkLevel,
  concatenateSamples,
  createPatternReference,
  detectOnsets,
  playedSpan,
  type HandProfile,
  type Pattern,
} from '@fleet-wren/core';
import { Continuity, type Piece } from '../listening/continuity.ts';
import type { ListenerEvent, ListenerRequest } from './listening-protocol.ts';

/** Seconds of sound that are checked at the beginning, and from one word on the level to the next. */
const MEASURING_SECONDS = { check: 4, level: 0.1 } as const;

const postToPage = (message: ListenerEvent): void => self.postMessage(message);

const createListener = (pattern: Pattern, hand: HandProfile | undefined): LiveListener => {
  const { score, digits } = createPatternReference(pattern, hand);
  return new LiveListener(score, digits);
};

/** Says how loud it is, and after some seconds whether it can be listened to. */
const createLevelMeter = (): ((samples: Float32Array) => void) => {
  let [loudest, since]: [number, number] = [0, 0];
  let parts: Float32Array[] = [];
  let seconds = 0;
  const check = (): void => {
    postToPage({ kind: 'check', check: checkLevel(concatenateSamples(parts)) });
    parts = [];
    seconds = 0;
  };
  return (samples) => {
    for (const value of samples) loudest = Math.max(loudest, Math.abs(value));
    parts.push(samples);
    const passed = samples.length / TAKE_PARAMETERS.sampleRate;
    [since, seconds] = [since + passed, seconds + passed];
    if (since >= MEASURING_SECONDS.level) {
      postToPage({ kind: 'level', level: loudest });
      [loudest, since] = [0, 0];
    }
    if (seconds >= MEASURING_SECONDS.check) check();
  };
};

/** What is made of sound: all of it anew after a gap. */
type Listen = (samples: Float32Array) => readonly ListenerEvent[];

/**
 * Passes sound on as long as none is missing. While that is in doubt, what was heard is held back. Where some was lost,
 * it is dropped, the gap is reported and listening starts again, so that no pass is counted across a gap.
 */
const listenWhole = (port: MessagePort, sampleRate: number, begin: () => Listen): void => {
  const continuity = new Continuity(sampleRate);
  const gauge = createLevelMeter();
  let [resampler, listen] = [new Resampler(sampleRate, TAKE_PARAMETERS.sampleRate), begin()];
  let held: ListenerEvent[] = [];
  port.onmessage = ({ data }: MessageEvent<Piece>) => {
    const whole = continuity.hear(data);
    if (typeof whole === 'number') {
      [held, resampler, listen] = [[], new Resampler(sampleRate, TAKE_PARAMETERS.sampleRate), begin()];
      postToPage({ kind: 'gap', seconds: whole });
    }
    const samples = resampler.push(data.samples);
    gauge(samples);
    held.push(...listen(samples));
    if (whole === 'doubtful') return;
    held.forEach(postToPage);
    held = [];
  };
};

let wanted: { readonly pattern: Pattern; readonly hand: HandProfile | undefined } | null = null;
let listener: LiveListener | null = null;

const newEar = (): void => {
  listener = wanted && createListener(wanted.pattern, wanted.hand);
};

const startListening = (sound: MessagePort, sampleRate: number): void =>
  listenWhole(sound, sampleRate, () => {
    newEar();
    return (samples) => (listener?.push(samples) ?? []).map((event) => ({ kind: 'heard', event }) as const);
  });

/** Follows a piece, and anew from wherever the player is after a gap. */
const startFollowing = (
  { pattern, hand }: { readonly pattern: Pattern; readonly hand: HandProfile | undefined },
  sound: MessagePort,
  sampleRate: number,
): void => {
  const { score, digits } = createPatternReference(pattern, hand);
  const { from } = playedSpan(pattern);
  listenWhole(sound, sampleRate, () => {
    const follower = new ScoreFollower(score, digits);
    return (samples) =>
      follower
        .push(samples)
        .map((position) => ({ kind: 'position', position: { ...position, tick: position.tick + from } }) as const);
  });
};

/** A run begins when it is so loud, and the next one after so many seconds. */
const RUN_DETECTION = { loud: 0.02, rest: 1.5 } as const;

/** Waits for a run of strokes to begin, and tells them when its time is over. */
const createRunDetector = (): Listen => {
  let [parts, seconds, rest]: [Float32Array[], number, number] = [[], 0, RUN_DETECTION.rest];
  return (samples) => {
    const passed = samples.length / TAKE_PARAMETERS.sampleRate;
    if (parts.length === 0) {
      rest -= passed;
      if (rest > 0 || !samples.some((value) => Math.abs(value) > RUN_DETECTION.loud)) return [];
      [parts, seconds] = [[samples], 0];
      return [{ kind: 'begun' }];
    }
    parts.push(samples);
    seconds += passed;
    if (seconds < TAP_RUN_SECONDS) return [];
    const at = detectOnsets(concatenateSamples(parts));
    [parts, rest] = [[], RUN_DETECTION.rest];
    return [{ kind: 'strokes', at }];
  };
};

self.onmessage = ({ data }: MessageEvent<ListenerRequest>) => {
  if (data.kind === 'strokes') return listenWhole(data.sound, data.sampleRate, createRunDetector);
  if (data.kind === 'follow') return startFollowing(data, data.sound, data.sampleRate);
  wanted = data;
  if (data.kind === 'listen') startListening(data.sound, data.sampleRate);
  else newEar();
};
