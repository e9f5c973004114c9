import { message, type Message } from '../../message/index.ts';
import { failure, createProblem, success, type Result } from '../../errors/index.ts';

/** A recording: one channel of samples, −1 to 1. */
export interface AudioRecording {
  readonly samples: Float32Array;
  readonly sampleRate: number;
}

/** Bytes of a sound that is read at the most. */
export const MAX_AUDIO_BYTES = 120_000_000;

interface WavFormat {
  readonly kind: number;
  readonly channels: number;
  readonly sampleRate: number;
  readonly bits: number;
}

interface RiffChunk {
  readonly name: string;
  readonly from: number;
  readonly bytes: number;
}

const failWav = (why: Message): Result<never> => failure(createProblem('sound-wrong', { problem: why }));

const readChunkName = (view: DataView, at: number): string =>
  String.fromCharCode(...[0, 1, 2, 3].map((index) => view.getUint8(at + index)));

const listChunks = (view: DataView): readonly RiffChunk[] => {
  const found: RiffChunk[] = [];
  for (let at = 12; at + 8 <= view.byteLength && found.length < 100;) {
    const bytes = view.getUint32(at + 4, true);
    found.push({ name: readChunkName(view, at), from: at + 8, bytes: Math.min(bytes, view.byteLength - at - 8) });
    at += 8 + bytes + (bytes % 2);
  }
  return found;
};

const readFormat = (view: DataView, { from, bytes }: RiffChunk): WavFormat | null => {
  if (bytes < 16) return null;
  const kind = view.getUint16(from, true);
  return {
    // The extensible form says its kind farther on.
    kind: kind === 0xfffe && bytes >= 26 ? view.getUint16(from + 24, true) : kind,
    channels: view.getUint16(from + 2, true),
    sampleRate: view.getUint32(from + 4, true),
    bits: view.getUint16(from + 14, true),
  };
};

type SampleReader = (view: DataView, at: number) => number;

const SAMPLE_READERS: Readonly<Record<string, SampleReader>> = {
  '1/8': (view, at) => (view.getUint8(at) - 128) / 128,
  '1/16': (view, at) => view.getInt16(at, true) / 32_768,
  '1/24': (view, at) => ((view.getInt8(at + 2) << 16) | view.getUint16(at, true)) / 8_388_608,
  '1/32': (view, at) => view.getInt32(at, true) / 2_147_483_648,
  '3/32': (view, at) => view.getFloat32(at, true),
  '3/64': (view, at) => view.getFloat64(at, true),
};

const mixToMono = (
  view: DataView,
  { from, bytes }: RiffChunk,
  { channels, bits }: WavFormat,
  read: SampleReader,
): Float32Array => {
  const each = bits / 8;
  const samples = new Float32Array(Math.floor(bytes / (each * channels)));
  for (let frame = 0, at = from; frame < samples.length; frame += 1) {
    let sum = 0;
    for (let channel = 0; channel < channels; channel += 1, at += each) sum += read(view, at);
    const value = sum / channels;
    samples[frame] = Number.isFinite(value) ? value : 0;
  }
  return samples;
};

/**
 * Reads a WAV file (RIFF: 8 to 32 bits, whole or floating, any number of channels), its channels mixed into one.
 * Errors:
 * `sound-wrong`.
 * @example
 * readWav(new Uint8Array(4)).ok // => false
 */
export const readWav = (bytes: Uint8Array): Result<AudioRecording> => {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length > MAX_AUDIO_BYTES)
    return failWav(message('reason.audio-too-large', { size: MAX_AUDIO_BYTES / 1e6 }));
  if (bytes.length < 44 || readChunkName(view, 0) !== 'RIFF' || readChunkName(view, 8) !== 'WAVE')
    return failWav(message('reason.audio-not-wav'));
  const chunks = listChunks(view);
  const head = chunks.find(({ name }) => name === 'fmt ');
  const data = chunks.find(({ name }) => name === 'data');
  const format = head && readFormat(view, head);
  if (!format || !data) return failWav(message('reason.audio-empty'));
  const read = SAMPLE_READERS[`${format.kind}/${format.bits}`];
  if (!read) return failWav(message('reason.audio-encoding'));
  if (format.channels < 1 || format.channels > 32)
    return failWav(message('reason.audio-channels', { count: format.channels }));
  if (format.sampleRate < 8000 || format.sampleRate > 384_000)
    return failWav(message('reason.audio-rate', { rate: format.sampleRate }));
  return success({ samples: mixToMono(view, data, format, read), sampleRate: format.sampleRate });
};

/**
 * A WAV file of one channel, 16 bits; of two where what is heard on the right is given too, as long as the other.
 * @example
 * writeWav({ samples: new Float32Array(10), sampleRate: 22050 }).length // => 64
 */
export const writeWav = ({ samples, sampleRate }: AudioRecording, right?: Float32Array): Uint8Array => {
  const sides = right ? [samples, right] : [samples];
  const each = 2 * sides.length;
  const bytes = new Uint8Array(44 + each * samples.length);
  const view = new DataView(bytes.buffer);
  const name = (at: number, text: string): void =>
    [...text].forEach((letter, index) => view.setUint8(at + index, letter.charCodeAt(0)));
  name(0, 'RIFF');
  view.setUint32(4, bytes.length - 8, true);
  name(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, sides.length, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, each * sampleRate, true);
  view.setUint16(32, each, true);
  view.setUint16(34, 16, true);
  name(36, 'data');
  view.setUint32(40, each * samples.length, true);
  sides.forEach((side, place) => {
    for (let index = 0, at = 44 + 2 * place; index < samples.length; index += 1, at += each)
      view.setInt16(at, Math.round(Math.max(-1, Math.min(1, side[index] ?? 0)) * 32_767), true);
  });
  return bytes;
};
