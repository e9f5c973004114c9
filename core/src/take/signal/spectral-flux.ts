import { rootMeanSquare } from '../../statistics/index.ts';
import { TAKE_PARAMETERS } from '../model/parameters.ts';
import { createRealFft } from './fft.ts';

// Looked up once, not in every step.
const { ceil, floor, max, min, round, sqrt } = Math;

/**
 * What changes in a recording, look by look: how much is struck anew in each band, and how far it is to be believed.
 */
export interface SpectralFlux {
  readonly frameCount: number;
  readonly binCount: number;
  /** Middle of each band, in hertz. */
  readonly frequencies: Float32Array;
  /** New magnitude, frame by frame. */
  readonly flux: Float32Array;
  /** Weight of each, frame by frame. */
  readonly weight: Float32Array;
}

interface FrequencyBand {
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

const createBand = (size: number, lowest: number, highest: number, offset: number): FrequencyBand => {
  const from = ceil((lowest * size) / TAKE_PARAMETERS.sampleRate);
  const to = floor((highest * size) / TAKE_PARAMETERS.sampleRate);
  const [back, reach] = [
    round(size / TAKE_PARAMETERS.sampleRate / TAKE_PARAMETERS.hopSeconds),
    round((1000 * size) / TAKE_PARAMETERS.sampleRate),
  ];
  return { size, from, to, offset, width: to - from, back, reach };
};

const LOW_BAND = createBand(
  TAKE_PARAMETERS.lowWindow,
  TAKE_PARAMETERS.minFrequency,
  TAKE_PARAMETERS.crossoverFrequency,
  0,
);
const HIGH_BAND = createBand(
  TAKE_PARAMETERS.highWindow,
  TAKE_PARAMETERS.crossoverFrequency,
  TAKE_PARAMETERS.maxFrequency,
  LOW_BAND.width,
);
const FREQUENCY_BANDS = [LOW_BAND, HIGH_BAND] as const;

/** Numbers of a look: a magnitude for each bin of both bands. */
export const BIN_COUNT = LOW_BAND.width + HIGH_BAND.width;

/** Looks from one window to the one before it, in the longer band. */
export const FRAMES_BACK = LOW_BAND.back;

/** Middle of each bin, in hertz. */
export const BIN_FREQUENCIES = Float32Array.from(
  FREQUENCY_BANDS.flatMap(({ size, from, width }) =>
    Array.from({ length: width }, (_, bin) => ((from + bin) * TAKE_PARAMETERS.sampleRate) / size),
  ),
);

/** Takes a look at samples: magnitudes from a place on, into a row. */
export type SpectrumReader = (samples: Float32Array, from: number, frame: number, into: Float32Array) => void;

/**
 * A looker with its own tables. A long window changes little from one look to the next: every second is enough for it.
 */
export const createSpectrumReader = (): SpectrumReader => {
  const low = createRealFft(LOW_BAND.size);
  const high = createRealFft(HIGH_BAND.size);
  const [lows, highs] = [new Float32Array(LOW_BAND.to), new Float32Array(HIGH_BAND.to)];
  return (samples, from, frame, into) => {
    if (frame % 2 === 0) low.magnitudes(samples, from, lows);
    high.magnitudes(samples, from, highs);
    into.set(lows.subarray(LOW_BAND.from), 0);
    into.set(highs.subarray(HIGH_BAND.from), HIGH_BAND.offset);
  };
};

/** The place in a recording where a look begins. */
export const getFrameStart = (frame: number): number =>
  round(frame * TAKE_PARAMETERS.hopSeconds * TAKE_PARAMETERS.sampleRate);

/** What is undercut in a bin only for a small share of the time. */
const lowQuantile = (rows: readonly Float32Array[], bin: number, step: number): number => {
  const values = new Float32Array(ceil(rows.length / step));
  for (let at = 0; at < values.length; at += 1) values[at] = (rows[at * step] as Float32Array)[bin] as number;
  return values.sort()[floor(values.length * TAKE_PARAMETERS.noiseFloorQuantile)] as number;
};

/**
 * The noise of each bin by some looks and the level of their sound: smoothed over its neighbours, never quite nothing.
 */
export const estimateNoiseFloor = (rows: readonly Float32Array[], level: number): Float32Array => {
  const step = max(1, floor(rows.length / 600));
  const found = Float32Array.from({ length: BIN_COUNT }, (_, bin) => lowQuantile(rows, bin, step));
  const noise = new Float32Array(BIN_COUNT);
  for (const { size, offset, width } of FREQUENCY_BANDS) {
    const least = TAKE_PARAMETERS.minNoiseShare * level * sqrt(1.5 / size) + 1e-9;
    const own = found.subarray(offset, offset + width);
    for (let bin = 0; bin < width; bin += 1) {
      const near = own.subarray(max(0, bin - 3), bin + 4);
      noise[offset + bin] =
        (TAKE_PARAMETERS.noiseFloorFactor * near.reduce((sum, value) => sum + value, 0)) / near.length + least;
    }
  }
  return noise;
};

/** The level about each bin of a band. */
const computeLocalLevel = (row: Float32Array, { offset, width, reach }: FrequencyBand, into: Float32Array): void => {
  let sum = 0;
  for (let bin = 0; bin < min(reach, width); bin += 1) sum += row[offset + bin] as number;
  for (let bin = 0; bin < width; bin += 1) {
    if (bin + reach < width) sum += row[offset + bin + reach] as number;
    if (bin - reach - 1 >= 0) sum -= row[offset + bin - reach - 1] as number;
    into[bin] = sum / (min(width - 1, bin + reach) - max(0, bin - reach) + 1);
  }
};

const localLevels = new Float32Array(max(LOW_BAND.width, HIGH_BAND.width));

/** What is struck anew in one look, and how far that is to be believed: into two rows. */
export const computeFrameFlux = (
  rows: readonly Float32Array[],
  frame: number,
  noise: Float32Array,
  fresh: Float32Array,
  weight: Float32Array,
): void => {
  const row = rows[frame] as Float32Array;
  for (const band of FREQUENCY_BANDS) {
    const past = rows[frame - band.back];
    computeLocalLevel(row, band, localLevels);
    for (let bin = 0; bin < band.width; bin += 1) {
      const place = band.offset + bin;
      const before = past ? (past[place] as number) : 0;
      const floor = noise[place] as number;
      fresh[place] = max(0, (row[place] as number) - TAKE_PARAMETERS.decayFactor * before - floor);
      weight[place] = 1 / (2 * floor + 0.4 * before + 0.2 * (localLevels[bin] as number));
    }
  }
};

/** What is struck anew in a recording at `TAKE.sampleRate`: what rings on cancels. */
export const computeSpectralFlux = (samples: Float32Array): SpectralFlux => {
  const frames = max(1, floor(samples.length / TAKE_PARAMETERS.sampleRate / TAKE_PARAMETERS.hopSeconds));
  const look = createSpectrumReader();
  const rows = Array.from({ length: frames }, (_, frame) => {
    const row = new Float32Array(BIN_COUNT);
    look(samples, getFrameStart(frame), frame, row);
    return row;
  });
  const noise = estimateNoiseFloor(rows, rootMeanSquare(samples));
  const [fresh, weight] = [new Float32Array(frames * BIN_COUNT), new Float32Array(frames * BIN_COUNT)];
  for (let frame = 0; frame < frames; frame += 1) {
    const [from, to] = [frame * BIN_COUNT, (frame + 1) * BIN_COUNT];
    computeFrameFlux(rows, frame, noise, fresh.subarray(from, to), weight.subarray(from, to));
  }
  return { frameCount: frames, binCount: BIN_COUNT, frequencies: BIN_FREQUENCIES, flux: fresh, weight };
};

/** Hertz from one bin to the next about a frequency. */
export const getBinWidth = (hertz: number): number =>
  TAKE_PARAMETERS.sampleRate /
  (hertz < TAKE_PARAMETERS.crossoverFrequency ? TAKE_PARAMETERS.lowWindow : TAKE_PARAMETERS.highWindow);
