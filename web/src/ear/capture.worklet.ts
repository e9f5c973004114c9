/** What an audio worklet is given by the browser, as much of it as is used here. */
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare const registerProcessor: (name: string, processor: new () => AudioWorkletProcessor) => void;

/** Samples that travel together: a hundredth of a second or two. */
const TOGETHER = 512;

/** Hands what the microphone hears to whoever holds the other end of a port. */
class Capture extends AudioWorkletProcessor {
  private to: MessagePort | null = null;
  private samples = new Float32Array(TOGETHER);
  private filled = 0;

  constructor() {
    super();
    this.port.onmessage = ({ data }: MessageEvent<MessagePort>) => (this.to = data);
  }

  process([channels]: readonly (readonly Float32Array[])[]): boolean {
    const [channel] = channels ?? [];
    if (!channel || !this.to) return true;
    for (const value of channel) {
      this.samples[this.filled] = value;
      this.filled += 1;
      if (this.filled === TOGETHER) this.send(this.to);
    }
    return true;
  }

  private send(to: MessagePort): void {
    to.postMessage(this.samples, [this.samples.buffer]);
    this.samples = new Float32Array(TOGETHER);
    this.filled = 0;
  }
}

registerProcessor('capture', Capture);
