import { rootMeanSquare } from '../statistics/index.ts';
import { TAKE } from './estimates.ts';
import { newTransform } from './fft.ts';

// Looked up once, not in every step.
const { ceil, floor, max, min, round, sqrt } = Math;

/** What changes in a recording, look by look: how much is struck anew in each band, and how far it is to be believed. */
export interface Innovation {
  readonly frames: number;
  readonly bins: number;
  /** Middle of each band, in hertz. */
  readonly hertz: Float32Array;
  /** New magnitude, frame by frame. */
  readonly fresh: Float32Array;
  /** Weight of each, frame by frame. */
  readonly weight: Float32Array;
}

interface Band {
  readonly size: number;
  readonly from: number;
  readonly to: number;
}

const bandOf = (size: number, from: number, to: number): Band => ({
  size,
  from: ceil((from * size) / TAKE.sampleRate),
  to: floor((to * size) / TAKE.sampleRate),
});

const BANDS = [
  bandOf(TAKE.lowWindow, TAKE.lowest, TAKE.parted),
  bandOf(TAKE.highWindow, TAKE.parted, TAKE.highest),
] as const;

/** Magnitudes of a band, frame by frame, in windows that begin at the frame. */
const magnitudesOf = (samples: Float32Array, { size, from, to }: Band, frames: number): Float32Array => {
  const transform = newTransform(size);
  const width = to - from;
  const all = new Float32Array(frames * width);
  const into = new Float32Array(to);
  // A long window changes little from one look to the next: every second is enough.
  const each = size > TAKE.highWindow ? 2 : 1;
  for (let frame = 0; frame < frames; frame += 1) {
    if (frame % each === 0) transform.magnitudes(samples, round(frame * TAKE.hop * TAKE.sampleRate), into);
    all.set(into.subarray(from, to), frame * width);
  }
  return all;
};

/** The noise of each bin: what is undercut only for a small share of the time, smoothed over its neighbours. */
const floorOf = (magnitudes: Float32Array, width: number, frames: number, least: number): Float32Array => {
  const step = max(1, floor(frames / 600));
  const found = Float32Array.from({ length: width }, (_, bin) => {
    const values: number[] = [];
    for (let frame = 0; frame < frames; frame += step) values.push(magnitudes[frame * width + bin] as number);
    return values.sort((a, b) => a - b)[floor(values.length * TAKE.floorShare)] as number;
  });
  return found.map((_, bin) => {
    const near = found.subarray(max(0, bin - 3), bin + 4);
    return (TAKE.floorFactor * near.reduce((sum, value) => sum + value, 0)) / near.length + least;
  });
};

/** The level about each bin of a frame. */
const localLevel = (
  magnitudes: Float32Array,
  start: number,
  width: number,
  reach: number,
  into: Float32Array,
): void => {
  let sum = 0;
  for (let bin = 0; bin < min(reach, width); bin += 1) sum += magnitudes[start + bin] as number;
  for (let bin = 0; bin < width; bin += 1) {
    if (bin + reach < width) sum += magnitudes[start + bin + reach] as number;
    if (bin - reach - 1 >= 0) sum -= magnitudes[start + bin - reach - 1] as number;
    into[bin] = sum / (min(width - 1, bin + reach) - max(0, bin - reach) + 1);
  }
};

interface Into {
  readonly fresh: Float32Array;
  readonly weight: Float32Array;
  readonly bins: number;
  readonly offset: number;
}

const addBand = (
  magnitudes: Float32Array,
  { size, from, to }: Band,
  frames: number,
  into: Into,
  level: number,
): void => {
  const width = to - from;
  const back = round(size / TAKE.sampleRate / TAKE.hop);
  const noises = floorOf(magnitudes, width, frames, TAKE.leastNoise * level * sqrt(1.5 / size) + 1e-9);
  const local = new Float32Array(width);
  const reach = round((1000 * size) / TAKE.sampleRate);
  for (let frame = 0; frame < frames; frame += 1) {
    const start = frame * width;
    localLevel(magnitudes, start, width, reach, local);
    const row = frame * into.bins + into.offset;
    for (let bin = 0; bin < width; bin += 1) {
      const after = magnitudes[start + bin] as number;
      const before = frame >= back ? (magnitudes[start - back * width + bin] as number) : 0;
      const noise = noises[bin] as number;
      into.fresh[row + bin] = max(0, after - TAKE.ring * before - noise);
      into.weight[row + bin] = 1 / (2 * noise + 0.4 * before + 0.2 * (local[bin] as number));
    }
  }
};

/** What is struck anew in a recording at `TAKE.sampleRate`: what rings on cancels. */
export const innovationOf = (samples: Float32Array): Innovation => {
  const frames = max(1, floor(samples.length / TAKE.sampleRate / TAKE.hop));
  const widths = BANDS.map(({ from, to }) => to - from);
  const bins = widths.reduce((sum, width) => sum + width, 0);
  const [fresh, weight] = [new Float32Array(frames * bins), new Float32Array(frames * bins)];
  const hertz = new Float32Array(bins);
  const level = rootMeanSquare(samples);
  let offset = 0;
  BANDS.forEach((band, index) => {
    addBand(magnitudesOf(samples, band, frames), band, frames, { fresh, weight, bins, offset }, level);
    const width = widths[index] as number;
    for (let bin = 0; bin < width; bin += 1) hertz[offset + bin] = ((band.from + bin) * TAKE.sampleRate) / band.size;
    offset += width;
  });
  return { frames, bins, hertz, fresh, weight };
};

/** Hertz from one bin to the next about a frequency. */
export const binWidth = (hertz: number): number =>
  TAKE.sampleRate / (hertz < TAKE.parted ? TAKE.lowWindow : TAKE.highWindow);
