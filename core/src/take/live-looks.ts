import { rootMeanSquare } from '../statistics/index.ts';
import { TAKE } from './estimates.ts';
import { joined } from './samples.ts';
import type { Splitter, Strengths } from './separate.ts';
import { BINS, HERTZ, LOOKS_BACK, freshIn, newLooker, noiseOf, placeOfLook, type Innovation } from './spectra.ts';

/** Looks before anything is told from noise, from one reckoning of it to the next, and how much louder makes looking again worth it. */
const NOISE = { first: 100, again: 400, grown: 1.5 } as const;

/** Samples a look reaches over. */
const SPAN = TAKE.lowWindow;

/** Looks and samples let go at a time: what is kept is moved once in a while, not at every look. */
const SPARE = 400;

/**
 * What is struck anew in a sound that is still going on, look by look. The last seconds are kept. Whatever pieces the sound comes
 * in, each look is the same.
 */
export class LiveLooks {
  private samples = new Float32Array(2 * SPAN);
  private filled = 0;
  /** The look the kept samples and rows begin at. */
  private first = 0;
  private rows: Float32Array[] = [];
  private fresh: Float32Array[] = [];
  private weight: Float32Array[] = [];
  private splits: Float32Array[] = [];
  private noise: Float32Array | null = null;
  /** The level of the sound that noise was last reckoned by for all that is kept. */
  private believed = 0;
  private readonly look = newLooker();
  private readonly keep: number;

  /** Keeps so many seconds; calls back at every look, by its number. */
  constructor(
    seconds: number,
    private split: Splitter,
    private readonly pitches: readonly number[],
  ) {
    this.keep = Math.ceil(seconds / TAKE.hop);
  }

  /** Looks that are understood so far. */
  get looks(): number {
    return this.first + this.splits.length;
  }

  /** The first look that is kept. */
  get earliest(): number {
    return this.first;
  }

  /** Takes in what was heard next; `each` is told of every look as soon as it is understood. */
  hear(samples: Float32Array, each: (look: number) => void): void {
    this.append(samples);
    for (;;) {
      const frame = this.first + this.rows.length;
      const from = placeOfLook(frame) - placeOfLook(this.first);
      if (from + SPAN > this.filled) return;
      const row = new Float32Array(BINS);
      this.look(this.samples.subarray(0, this.filled), from, frame, row);
      this.rows.push(row);
      this.understand(frame, each);
      if (this.rows.length > this.keep + SPARE) this.letGo();
    }
  }

  private understand(frame: number, each: (look: number) => void): void {
    if ((frame + 1) % NOISE.again === NOISE.first) this.reckonNoise();
    while (this.noise && this.splits.length < this.rows.length) {
      const place = this.splits.length;
      this.innovate(place, this.noise);
      this.splits.push(this.splitOf(place));
      each(this.first + place);
    }
  }

  /** The noise by what is kept; where it was far too little, all that is kept is looked at again. */
  private reckonNoise(): void {
    const level = this.level();
    this.noise = noiseOf(this.rows, level);
    if (level < NOISE.grown * this.believed) return;
    this.believed = level;
    for (let place = 0; place < this.splits.length; place += 1) this.innovate(place, this.noise);
    this.splitBy(this.split);
  }

  private innovate(place: number, noise: Float32Array): void {
    const fresh = (this.fresh[place] ??= new Float32Array(BINS));
    const weight = (this.weight[place] ??= new Float32Array(BINS));
    freshIn(this.rows, place, noise, fresh, weight);
  }

  private splitOf(place: number): Float32Array {
    return Float32Array.from(this.split(this.fresh[place] as Float32Array, this.weight[place] as Float32Array, 0));
  }

  private level(): number {
    const until = placeOfLook(this.first + this.rows.length - 1) - placeOfLook(this.first) + SPAN;
    return rootMeanSquare(this.samples.subarray(0, Math.min(until, this.filled)));
  }

  private append(samples: Float32Array): void {
    if (this.filled + samples.length > this.samples.length) {
      const larger = new Float32Array(2 * (this.filled + samples.length));
      larger.set(this.samples.subarray(0, this.filled));
      this.samples = larger;
    }
    this.samples.set(samples, this.filled);
    this.filled += samples.length;
  }

  /** Lets go of what is longer ago than is kept; rows stay as far back as the next look needs them. */
  private letGo(): void {
    const gone = Math.max(0, this.rows.length - Math.max(this.keep, LOOKS_BACK));
    const moved = placeOfLook(this.first + gone) - placeOfLook(this.first);
    this.samples.copyWithin(0, moved, this.filled);
    this.filled -= moved;
    this.first += gone;
    for (const list of [this.rows, this.fresh, this.weight, this.splits]) list.splice(0, gone);
  }

  /** Splits what is kept anew, by other templates. */
  splitBy(split: Splitter): void {
    this.split = split;
    this.splits = this.splits.map((_, place) => this.splitOf(place));
  }

  /** How strongly each pitch is struck anew from a look on. */
  strengthsFrom(look: number): Strengths {
    const kept = this.splits.slice(look - this.first);
    const of = this.pitches.map((_, pitch) => Float32Array.from(kept, (split) => split[pitch] as number));
    return { pitches: this.pitches, frames: kept.length, of };
  }

  /** What is struck anew from a look on. */
  innovationFrom(look: number): Innovation {
    const from = look - this.first;
    const [fresh, weight] = [joined(this.fresh.slice(from)), joined(this.weight.slice(from))];
    return { frames: fresh.length / BINS, bins: BINS, hertz: HERTZ, fresh, weight };
  }

  /** The sound from a look on, as far as looks have been understood. */
  samplesFrom(look: number): Float32Array {
    const from = placeOfLook(look) - placeOfLook(this.first);
    const until = placeOfLook(this.looks - 1) - placeOfLook(this.first) + SPAN;
    return this.samples.slice(from, until);
  }
}
