import { joined } from './samples.ts';

// Looked up once, not in every step.
const { abs, ceil, cos, floor, max, min, round, sin } = Math;
/** Samples on either side that a new one is made of. */
const REACH = 12;

/** Places between two samples that the kernel is known at. */
const PHASES = 64;

const kernel = (distance: number, cut: number): number => {
  if (abs(distance) >= REACH) return 0;
  const turn = Math.PI * distance * cut;
  const ideal = abs(turn) < 1e-9 ? 1 : sin(turn) / turn;
  return cut * ideal * (0.5 + 0.5 * cos((Math.PI * distance) / REACH));
};

/**
 * Samples at another rate while they come in, in pieces of any length: what it answers, joined, is what `resampled` answers to
 * all of them, as far as it can be known yet.
 * @example
 * new Resampler(44100, 22050).push(new Float32Array(441)).length // => 215
 */
export class Resampler {
  private readonly table: Float64Array;
  private kept = new Float32Array(0);
  /** Place of the first kept sample among all, and number of samples answered. */
  private first = 0;
  private answered = 0;

  constructor(
    private readonly from: number,
    private readonly to: number,
  ) {
    const cut = min(1, to / from) * 0.95;
    this.table = Float64Array.from({ length: (2 * REACH + 1) * PHASES }, (_, index) =>
      kernel(index / PHASES - REACH, cut),
    );
  }

  /** Takes in the next samples, and answers what can be told by now. */
  push(samples: Float32Array): Float32Array {
    if (this.from === this.to) return samples;
    this.take(samples);
    const known = this.first + this.kept.length - 1 - REACH;
    return this.answer(max(this.answered, floor((known * this.to) / this.from) + 1));
  }

  /** What is left when nothing comes any more. */
  end(): Float32Array {
    if (this.from === this.to) return new Float32Array(0);
    return this.answer(floor(((this.first + this.kept.length) * this.to) / this.from));
  }

  private take(samples: Float32Array): void {
    const needed = max(this.first, ceil((this.answered * this.from) / this.to - REACH));
    const tail = this.kept.subarray(needed - this.first);
    [this.kept, this.first] = [joined([tail, samples]), needed];
  }

  private answer(until: number): Float32Array {
    const made = Float32Array.from({ length: until - this.answered }, (_, index) => this.at(this.answered + index));
    this.answered = until;
    return made;
  }

  private at(index: number): number {
    const place = (index * this.from) / this.to - this.first;
    let sum = 0;
    for (let at = max(0, ceil(place - REACH)); at <= place + REACH && at < this.kept.length; at += 1)
      sum += (this.kept[at] as number) * (this.table[round((at - place + REACH) * PHASES)] ?? 0);
    return sum;
  }
}

/**
 * Samples at another rate, by a windowed sinc that lets nothing through above half of the slower rate.
 * @example
 * resampled(new Float32Array(441), 44100, 22050).length // => 220
 */
export const resampled = (samples: Float32Array, from: number, to: number): Float32Array => {
  if (from === to) return samples;
  const resampler = new Resampler(from, to);
  return joined([resampler.push(samples), resampler.end()]);
};
