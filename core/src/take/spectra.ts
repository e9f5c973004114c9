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
  /** Its first place in a row. */
  readonly offset: number;
  readonly width: number;
  /** Looks from one window to the one before it. */
  readonly back: number;
  /** Bins of 1 kHz. */
  readonly reach: number;
}

const bandOf = (size: number, lowest: number, highest: number, offset: number): Band => {
  const from = ceil((lowest * size) / TAKE.sampleRate);
  const to = floor((highest * size) / TAKE.sampleRate);
  const [back, reach] = [round(size / TAKE.sampleRate / TAKE.hop), round((1000 * size) / TAKE.sampleRate)];
  return { size, from, to, offset, width: to - from, back, reach };
};

const LOW = bandOf(TAKE.lowWindow, TAKE.lowest, TAKE.parted, 0);
const HIGH = bandOf(TAKE.highWindow, TAKE.parted, TAKE.highest, LOW.width);
const BANDS = [LOW, HIGH] as const;

/** Numbers of a look: a magnitude for each bin of both bands. */
export const BINS = LOW.width + HIGH.width;

/** Looks from one window to the one before it, in the longer band. */
export const LOOKS_BACK = LOW.back;

/** Middle of each bin, in hertz. */
export const HERTZ = Float32Array.from(
  BANDS.flatMap(({ size, from, width }) =>
    Array.from({ length: width }, (_, bin) => ((from + bin) * TAKE.sampleRate) / size),
  ),
);

/** Takes a look at samples: magnitudes from a place on, into a row. */
export type Looker = (samples: Float32Array, from: number, frame: number, into: Float32Array) => void;

/** A looker with its own tables. A long window changes little from one look to the next: every second is enough for it. */
export const newLooker = (): Looker => {
  const low = newTransform(LOW.size);
  const high = newTransform(HIGH.size);
  const [lows, highs] = [new Float32Array(LOW.to), new Float32Array(HIGH.to)];
  return (samples, from, frame, into) => {
    if (frame % 2 === 0) low.magnitudes(samples, from, lows);
    high.magnitudes(samples, from, highs);
    into.set(lows.subarray(LOW.from), 0);
    into.set(highs.subarray(HIGH.from), HIGH.offset);
  };
};

/** The place in a recording where a look begins. */
export const placeOfLook = (frame: number): number => round(frame * TAKE.hop * TAKE.sampleRate);

/** What is undercut in a bin only for a small share of the time. */
const undercut = (rows: readonly Float32Array[], bin: number, step: number): number => {
  const values = new Float32Array(ceil(rows.length / step));
  for (let at = 0; at < values.length; at += 1) values[at] = (rows[at * step] as Float32Array)[bin] as number;
  return values.sort()[floor(values.length * TAKE.floorShare)] as number;
};

/** The noise of each bin by some looks and the level of their sound: smoothed over its neighbours, never quite nothing. */
export const noiseOf = (rows: readonly Float32Array[], level: number): Float32Array => {
  const step = max(1, floor(rows.length / 600));
  const found = Float32Array.from({ length: BINS }, (_, bin) => undercut(rows, bin, step));
  const noise = new Float32Array(BINS);
  for (const { size, offset, width } of BANDS) {
    const least = TAKE.leastNoise * level * sqrt(1.5 / size) + 1e-9;
    const own = found.subarray(offset, offset + width);
    for (let bin = 0; bin < width; bin += 1) {
      const near = own.subarray(max(0, bin - 3), bin + 4);
      noise[offset + bin] = (TAKE.floorFactor * near.reduce((sum, value) => sum + value, 0)) / near.length + least;
    }
  }
  return noise;
};

/** The level about each bin of a band. */
const localLevel = (row: Float32Array, { offset, width, reach }: Band, into: Float32Array): void => {
  let sum = 0;
  for (let bin = 0; bin < min(reach, width); bin += 1) sum += row[offset + bin] as number;
  for (let bin = 0; bin < width; bin += 1) {
    if (bin + reach < width) sum += row[offset + bin + reach] as number;
    if (bin - reach - 1 >= 0) sum -= row[offset + bin - reach - 1] as number;
    into[bin] = sum / (min(width - 1, bin + reach) - max(0, bin - reach) + 1);
  }
};

const LOCAL = new Float32Array(max(LOW.width, HIGH.width));

/** What is struck anew in one look, and how far that is to be believed: into two rows. */
export const freshIn = (
  rows: readonly Float32Array[],
  frame: number,
  noise: Float32Array,
  fresh: Float32Array,
  weight: Float32Array,
): void => {
  const row = rows[frame] as Float32Array;
  for (const band of BANDS) {
    const past = rows[frame - band.back];
    localLevel(row, band, LOCAL);
    for (let bin = 0; bin < band.width; bin += 1) {
      const place = band.offset + bin;
      const before = past ? (past[place] as number) : 0;
      const floor = noise[place] as number;
      fresh[place] = max(0, (row[place] as number) - TAKE.ring * before - floor);
      weight[place] = 1 / (2 * floor + 0.4 * before + 0.2 * (LOCAL[bin] as number));
    }
  }
};

/** What is struck anew in a recording at `TAKE.sampleRate`: what rings on cancels. */
export const innovationOf = (samples: Float32Array): Innovation => {
  const frames = max(1, floor(samples.length / TAKE.sampleRate / TAKE.hop));
  const look = newLooker();
  const rows = Array.from({ length: frames }, (_, frame) => {
    const row = new Float32Array(BINS);
    look(samples, placeOfLook(frame), frame, row);
    return row;
  });
  const noise = noiseOf(rows, rootMeanSquare(samples));
  const [fresh, weight] = [new Float32Array(frames * BINS), new Float32Array(frames * BINS)];
  for (let frame = 0; frame < frames; frame += 1) {
    const [from, to] = [frame * BINS, (frame + 1) * BINS];
    freshIn(rows, frame, noise, fresh.subarray(from, to), weight.subarray(from, to));
  }
  return { frames, bins: BINS, hertz: HERTZ, fresh, weight };
};

/** Hertz from one bin to the next about a frequency. */
export const binWidth = (hertz: number): number =>
  TAKE.sampleRate / (hertz < TAKE.parted ? TAKE.lowWindow : TAKE.highWindow);
