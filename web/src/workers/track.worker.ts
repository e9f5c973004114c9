import { flattenScore, renderAudio, scheduleScore, writeWav, type StereoAudio } from '@fleet-wren/core';
import { createEncoder } from 'wasm-media-encoders';
import encoderUrl from 'wasm-media-encoders/wasm/mp3?url';
import { serveRequests, type WorkerScope } from './serve-requests.ts';
import type { TrackRequest, TrackWorkerApi } from './worker-protocol.ts';

/** Kilobits a second: no difference is heard for two channels of plucked strings. */
const BITRATE = 192;

/** Samples that are encoded at a time. */
const PIECE = 65_536;

const joined = (pieces: readonly Uint8Array[]): Uint8Array => {
  const bytes = new Uint8Array(pieces.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const piece of pieces) {
    bytes.set(piece, at);
    at += piece.length;
  }
  return bytes;
};

const encodeMp3 = async ({ left, right, sampleRate }: StereoAudio): Promise<Uint8Array> => {
  const answer = await fetch(encoderUrl);
  const encoder = await createEncoder('audio/mpeg', await answer.arrayBuffer());
  encoder.configure({ sampleRate, channels: 2, bitrate: BITRATE });
  const pieces: Uint8Array[] = [];
  for (let from = 0; from < left.length; from += PIECE)
    pieces.push(encoder.encode([left.subarray(from, from + PIECE), right.subarray(from, from + PIECE)]).slice());
  return joined([...pieces, encoder.finalize().slice()]);
};

const renderTrack = async (request: TrackRequest): Promise<Uint8Array> => {
  const { pattern, digits, options, tempo, rounds, format, sampleRate, words } = request;
  const schedule = scheduleScore(flattenScore(pattern, { tempo }), digits, options);
  const audio = renderAudio(schedule, { sampleRate, rounds, words });
  if (format === 'mp3') return encodeMp3(audio);
  return writeWav({ samples: audio.left, sampleRate }, audio.right);
};

const handlers: TrackWorkerApi = { renderTrack };

serveRequests(self as unknown as WorkerScope, { ...handlers });
