import type { Piece } from './continuity.ts';

/** What an audio worklet is given by the browser, as much of it as is used here. */
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
/** The frame at which the block that is being processed begins. */
declare const currentFrame: number;
declare const registerProcessor: (name: string, processor: new () => AudioWorkletProcessor) => void;

/** Samples that travel together: a hundredth of a second or two. */
const CHUNK_SAMPLES = 512;

/** Hands what the microphone hears to whoever holds the other end of a port. */
class CaptureProcessor extends AudioWorkletProcessor {
  private to: MessagePort | null = null;
  private samples = new Float32Array(CHUNK_SAMPLES);
  private filled = 0;
  /** The frame at which the samples at hand begin. */
  private begins = 0;

  constructor() {
    super();
    this.port.onmessage = ({ data }: MessageEvent<MessagePort>) => (this.to = data);
  }

  process([channels]: readonly (readonly Float32Array[])[]): boolean {
    const [channel] = channels ?? [];
    if (!channel || !this.to) return true;
    channel.forEach((value, place) => {
      const frame = currentFrame + place;
      // What was begun before a gap goes by itself, so that the gap is seen where it is.
      if (this.filled > 0 && frame !== this.begins + this.filled) this.send();
      if (this.filled === 0) this.begins = frame;
      this.samples[this.filled] = value;
      this.filled += 1;
      if (this.filled === CHUNK_SAMPLES) this.send();
    });
    return true;
  }

  private send(): void {
    const samples = this.filled === CHUNK_SAMPLES ? this.samples : this.samples.slice(0, this.filled);
    const piece: Piece = { frame: this.begins, at: Date.now(), samples };
    this.to?.postMessage(piece, [samples.buffer as ArrayBuffer]);
    this.samples = new Float32Array(CHUNK_SAMPLES);
    this.filled = 0;
  }
}

registerProcessor('capture', CaptureProcessor);
