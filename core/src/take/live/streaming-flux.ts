import { rootMeanSquare } from '../../statistics/index.ts';
import { TAKE_PARAMETERS } from '../model/parameters.ts';
import { concatenateSamples } from '../signal/concatenate.ts';
import type { ActivationSolver, PitchActivations } from '../signal/pitch-activations.ts';
import {
  BIN_COUNT,
  BIN_FREQUENCIES,
  FRAMES_BACK,
  computeFrameFlux,
  createSpectrumReader,
  estimateNoiseFloor,
  getFrameStart,
  type SpectralFlux,
} from '../signal/spectral-flux.ts';

/**
 * Looks before anything is told from noise, from one reckoning of it to the next, and how much louder makes looking
 * again worth it.
 */
const NOISE_UPDATE = { first: 100, again: 400, grown: 1.5 } as const;

/** Samples a look reaches over. */
const FRAME_SAMPLES = TAKE_PARAMETERS.lowWindow;

/** Looks and samples let go at a time: what is kept is moved once in a while, not at every look. */
const TRIM_FRAMES = 400;

/**
 * What is struck anew in a sound that is still going on, look by look. The last seconds are kept. Whatever pieces the
 * sound comes in, each look is the same.
 */
export class StreamingFlux {
  private samples = new Float32Array(2 * FRAME_SAMPLES);
  private sampleCount = 0;
  /** The look the kept samples and rows begin at. */
  private firstFrame = 0;
  private spectra: Float32Array[] = [];
  private flux: Float32Array[] = [];
  private weight: Float32Array[] = [];
  private activations: Float32Array[] = [];
  private noise: Float32Array | null = null;
  /** The level of the sound that noise was last reckoned by for all that is kept. */
  private noiseLevel = 0;
  private readonly computeSpectrum = createSpectrumReader();
  private readonly bufferedFrames: number;

  /** Keeps so many seconds; calls back at every look, by its number. */
  constructor(
    seconds: number,
    private split: ActivationSolver,
    private readonly pitches: readonly number[],
  ) {
    this.bufferedFrames = Math.ceil(seconds / TAKE_PARAMETERS.hopSeconds);
  }

  /** Looks that are understood so far. */
  get getFrameCount(): number {
    return this.firstFrame + this.activations.length;
  }

  /** The first look that is kept. */
  get getFirstFrame(): number {
    return this.firstFrame;
  }

  /** Takes in what was heard next; `each` is told of every look as soon as it is understood. */
  push(samples: Float32Array, each: (look: number) => void): void {
    this.appendSamples(samples);
    for (;;) {
      const frame = this.firstFrame + this.spectra.length;
      const from = getFrameStart(frame) - getFrameStart(this.firstFrame);
      if (from + FRAME_SAMPLES > this.sampleCount) return;
      const row = new Float32Array(BIN_COUNT);
      this.computeSpectrum(this.samples.subarray(0, this.sampleCount), from, frame, row);
      this.spectra.push(row);
      this.processFrame(frame, each);
      if (this.spectra.length > this.bufferedFrames + TRIM_FRAMES) this.trimBuffer();
    }
  }

  private processFrame(frame: number, each: (look: number) => void): void {
    if ((frame + 1) % NOISE_UPDATE.again === NOISE_UPDATE.first) this.updateNoiseFloor();
    while (this.noise && this.activations.length < this.spectra.length) {
      const place = this.activations.length;
      this.computeFlux(place, this.noise);
      this.activations.push(this.computeActivation(place));
      each(this.firstFrame + place);
    }
  }

  /** The noise by what is kept; where it was far too little, all that is kept is looked at again. */
  private updateNoiseFloor(): void {
    const level = this.measureLevel();
    this.noise = estimateNoiseFloor(this.spectra, level);
    if (level < NOISE_UPDATE.grown * this.noiseLevel) return;
    this.noiseLevel = level;
    for (let place = 0; place < this.activations.length; place += 1) this.computeFlux(place, this.noise);
    this.setSolver(this.split);
  }

  private computeFlux(place: number, noise: Float32Array): void {
    const fresh = (this.flux[place] ??= new Float32Array(BIN_COUNT));
    const weight = (this.weight[place] ??= new Float32Array(BIN_COUNT));
    computeFrameFlux(this.spectra, place, noise, fresh, weight);
  }

  private computeActivation(place: number): Float32Array {
    return Float32Array.from(this.split(this.flux[place] as Float32Array, this.weight[place] as Float32Array, 0));
  }

  private measureLevel(): number {
    const until =
      getFrameStart(this.firstFrame + this.spectra.length - 1) - getFrameStart(this.firstFrame) + FRAME_SAMPLES;
    return rootMeanSquare(this.samples.subarray(0, Math.min(until, this.sampleCount)));
  }

  private appendSamples(samples: Float32Array): void {
    if (this.sampleCount + samples.length > this.samples.length) {
      const larger = new Float32Array(2 * (this.sampleCount + samples.length));
      larger.set(this.samples.subarray(0, this.sampleCount));
      this.samples = larger;
    }
    this.samples.set(samples, this.sampleCount);
    this.sampleCount += samples.length;
  }

  /** Lets go of what is longer ago than is kept; rows stay as far back as the next look needs them. */
  private trimBuffer(): void {
    const gone = Math.max(0, this.spectra.length - Math.max(this.bufferedFrames, FRAMES_BACK));
    const moved = getFrameStart(this.firstFrame + gone) - getFrameStart(this.firstFrame);
    this.samples.copyWithin(0, moved, this.sampleCount);
    this.sampleCount -= moved;
    this.firstFrame += gone;
    for (const list of [this.spectra, this.flux, this.weight, this.activations]) list.splice(0, gone);
  }

  /** Splits what is kept anew, by other templates. */
  setSolver(split: ActivationSolver): void {
    this.split = split;
    this.activations = this.activations.map((_, place) => this.computeActivation(place));
  }

  /** How strongly each pitch is struck anew from a look on. */
  getActivations(look: number): PitchActivations {
    const kept = this.activations.slice(look - this.firstFrame);
    const of = this.pitches.map((_, pitch) => Float32Array.from(kept, (split) => split[pitch] as number));
    return { pitches: this.pitches, frameCount: kept.length, byPitch: of };
  }

  /** What is struck anew from a look on. */
  getFlux(look: number): SpectralFlux {
    const from = look - this.firstFrame;
    const [fresh, weight] = [concatenateSamples(this.flux.slice(from)), concatenateSamples(this.weight.slice(from))];
    return {
      frameCount: fresh.length / BIN_COUNT,
      binCount: BIN_COUNT,
      frequencies: BIN_FREQUENCIES,
      flux: fresh,
      weight,
    };
  }

  /** The sound from a look on, as far as looks have been understood. */
  getSamples(look: number): Float32Array {
    const from = getFrameStart(look) - getFrameStart(this.firstFrame);
    const until = getFrameStart(this.getFrameCount - 1) - getFrameStart(this.firstFrame) + FRAME_SAMPLES;
    return this.samples.slice(from, until);
  }
}
