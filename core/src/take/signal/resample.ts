import { concatenateSamples } from './concatenate.ts';

// Looked up once, not in every step.
const { abs, ceil, cos, floor, max, min, round, sin } = Math;
/** Samples on either side that a new one is made of. */
const KERNEL_HALF_WIDTH = 12;

/** Places between two samples that the kernel is known at. */
const KERNEL_PHASES = 64;

const evaluateKernel = (distance: number, cut: number): number => {
  if (abs(distance) >= KERNEL_HALF_WIDTH) return 0;
  const turn = Math.PI * distance * cut;
  const ideal = abs(turn) < 1e-9 ? 1 : sin(turn) / turn;
  return cut * ideal * (0.5 + 0.5 * cos((Math.PI * distance) / KERNEL_HALF_WIDTH));
};

/**
 * Samples at another rate while they come in, in pieces of any length: what it answers, joined, is what `resampled`
 * answers to all of them, as far as it can be known yet.
 * @example
 * new Resampler(44100, 22050).push(new Float32Array(441)).length // => 215
 */
export class Resampler {
  private readonly table: Float64Array;
  private buffer = new Float32Array(0);
  /** Place of the first kept sample among all, and number of samples answered. */
  private bufferStart = 0;
  private outputCount = 0;

  constructor(
    private readonly from: number,
    private readonly to: number,
  ) {
    const cut = min(1, to / from) * 0.95;
    this.table = Float64Array.from({ length: (2 * KERNEL_HALF_WIDTH + 1) * KERNEL_PHASES }, (_, index) =>
      evaluateKernel(index / KERNEL_PHASES - KERNEL_HALF_WIDTH, cut),
    );
  }

  /** Takes in the next samples, and answers what can be told by now. */
  push(samples: Float32Array): Float32Array {
    if (this.from === this.to) return samples;
    this.append(samples);
    const known = this.bufferStart + this.buffer.length - 1 - KERNEL_HALF_WIDTH;
    return this.render(max(this.outputCount, floor((known * this.to) / this.from) + 1));
  }

  /** What is left when nothing comes any more. */
  flush(): Float32Array {
    if (this.from === this.to) return new Float32Array(0);
    return this.render(floor(((this.bufferStart + this.buffer.length) * this.to) / this.from));
  }

  private append(samples: Float32Array): void {
    const needed = max(this.bufferStart, ceil((this.outputCount * this.from) / this.to - KERNEL_HALF_WIDTH));
    const tail = this.buffer.subarray(needed - this.bufferStart);
    [this.buffer, this.bufferStart] = [concatenateSamples([tail, samples]), needed];
  }

  private render(until: number): Float32Array {
    const made = Float32Array.from({ length: until - this.outputCount }, (_, index) =>
      this.interpolate(this.outputCount + index),
    );
    this.outputCount = until;
    return made;
  }

  private interpolate(index: number): number {
    const place = (index * this.from) / this.to - this.bufferStart;
    let sum = 0;
    for (
      let at = max(0, ceil(place - KERNEL_HALF_WIDTH));
      at <= place + KERNEL_HALF_WIDTH && at < this.buffer.length;
      at += 1
    )
      sum += (this.buffer[at] as number) * (this.table[round((at - place + KERNEL_HALF_WIDTH) * KERNEL_PHASES)] ?? 0);
    return sum;
  }
}

/**
 * Samples at another rate, by a windowed sinc that lets nothing through above half of the slower rate.
 * @example
 * resample(new Float32Array(441), 44100, 22050).length // => 220
 */
export const resample = (samples: Float32Array, from: number, to: number): Float32Array => {
  if (from === to) return samples;
  const resampler = new Resampler(from, to);
  return concatenateSamples([resampler.push(samples), resampler.flush()]);
};
