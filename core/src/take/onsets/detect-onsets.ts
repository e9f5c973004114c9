import { TAKE_PARAMETERS } from '../model/parameters.ts';
import { computeSpectralFlux, type SpectralFlux } from '../signal/spectral-flux.ts';
import { quantile } from '../../statistics/index.ts';

/**
 * Of what the strongest strokes come to, the share a stroke has at least; looks between two strokes, the most a bin
 * says, hertz, times what is between strokes (est.).
 */
const ONSET_PICKING = { share: 0.2, strong: 0.9, near: 8, most: 3, parted: 900, above: 2.5 } as const;

/** How much is struck anew in each look between two bins. */
const sumFlux = ({ frameCount, binCount, flux, weight }: SpectralFlux, from: number, to: number): Float32Array =>
  Float32Array.from({ length: frameCount }, (_, frame) => {
    let sum = 0;
    for (let place = frame * binCount + from; place < frame * binCount + to; place += 1)
      sum += Math.min(ONSET_PICKING.most, (flux[place] as number) * (weight[place] as number));
    return sum / (to - from);
  });

/** How much is struck anew in each look, whatever its pitch: a dull bass string is heard below, the others above. */
const computeOnsetStrength = (innovation: SpectralFlux): Float32Array => {
  const { frequencies, binCount } = innovation;
  const middle = frequencies.findIndex((one) => one >= ONSET_PICKING.parted);
  const [low, high] = [sumFlux(innovation, 0, middle), sumFlux(innovation, middle, binCount)];
  return high.map((value, look) => (value + (low[look] as number)) / 2);
};

const isLocalMaximum = (values: Float32Array, look: number): boolean => {
  const value = values[look] as number;
  for (let beside = -ONSET_PICKING.near; beside <= ONSET_PICKING.near; beside += 1) {
    const other = values[look + beside] ?? 0;
    if (other > value || (other === value && beside < 0)) return false;
  }
  return value > 0;
};

/** Between the looks beside it: where a parabola through the three is highest. */
const interpolatePeak = (values: Float32Array, look: number): number => {
  const [a, b, c] = [values[look - 1] ?? 0, values[look] as number, values[look + 1] ?? 0];
  const bend = a - 2 * b + c;
  return bend < 0 ? look + (0.5 * (a - c)) / bend : look;
};

/**
 * When strings were struck in a sound, whatever their pitch: seconds, in order. Samples come at `TAKE.sampleRate` a
 * second. For one digit that strikes again and again, or two in turn.
 * @example
 * detectOnsets(new Float32Array(9000)) // => []
 */
export const detectOnsets = (samples: Float32Array): readonly number[] => {
  const novelty = computeOnsetStrength(computeSpectralFlux(samples));
  const found: number[] = [];
  novelty.forEach((_, look) => {
    if (isLocalMaximum(novelty, look)) found.push(look);
  });
  const strong = quantile(
    found.map((look) => novelty[look] as number).filter((value) => value > 0.05),
    ONSET_PICKING.strong,
  );
  // Noise goes up and down a little everywhere; between strokes there is next to nothing new.
  if (strong < ONSET_PICKING.above * quantile([...novelty], 0.3)) return [];
  return found
    .filter((look) => (novelty[look] as number) > Math.max(0.05, ONSET_PICKING.share * strong))
    .map((look) => interpolatePeak(novelty, look) * TAKE_PARAMETERS.hopSeconds);
};
