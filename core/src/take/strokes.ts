import { TAKE } from './estimates.ts';
import { innovationOf, type Innovation } from './spectra.ts';
import { quantile } from '../statistics/index.ts';

/** Of what the strongest strokes come to, the share a stroke has at least; looks between two strokes, the most a bin says, hertz, times what is between strokes (est.). */
const STROKE = { share: 0.2, strong: 0.9, near: 8, most: 3, parted: 900, above: 2.5 } as const;

/** How much is struck anew in each look between two bins. */
const newIn = ({ frames, bins, fresh, weight }: Innovation, from: number, to: number): Float32Array =>
  Float32Array.from({ length: frames }, (_, frame) => {
    let sum = 0;
    for (let place = frame * bins + from; place < frame * bins + to; place += 1)
      sum += Math.min(STROKE.most, (fresh[place] as number) * (weight[place] as number));
    return sum / (to - from);
  });

/** How much is struck anew in each look, whatever its pitch: a dull bass string is heard below, the others above. */
const noveltyOf = (innovation: Innovation): Float32Array => {
  const { hertz, bins } = innovation;
  const middle = hertz.findIndex((one) => one >= STROKE.parted);
  const [low, high] = [newIn(innovation, 0, middle), newIn(innovation, middle, bins)];
  return high.map((value, look) => (value + (low[look] as number)) / 2);
};

const isHighest = (values: Float32Array, look: number): boolean => {
  const value = values[look] as number;
  for (let beside = -STROKE.near; beside <= STROKE.near; beside += 1) {
    const other = values[look + beside] ?? 0;
    if (other > value || (other === value && beside < 0)) return false;
  }
  return value > 0;
};

/** Between the looks beside it: where a parabola through the three is highest. */
const between = (values: Float32Array, look: number): number => {
  const [a, b, c] = [values[look - 1] ?? 0, values[look] as number, values[look + 1] ?? 0];
  const bend = a - 2 * b + c;
  return bend < 0 ? look + (0.5 * (a - c)) / bend : look;
};

/**
 * When strings were struck in a sound, whatever their pitch: seconds, in order. Samples come at `TAKE.sampleRate` a second. For
 * one digit that strikes again and again, or two in turn.
 * @example
 * strokesIn(new Float32Array(9000)) // => []
 */
export const strokesIn = (samples: Float32Array): readonly number[] => {
  const novelty = noveltyOf(innovationOf(samples));
  const found: number[] = [];
  novelty.forEach((_, look) => {
    if (isHighest(novelty, look)) found.push(look);
  });
  const strong = quantile(
    found.map((look) => novelty[look] as number).filter((value) => value > 0.05),
    STROKE.strong,
  );
  // Noise goes up and down a little everywhere; between strokes there is next to nothing new.
  if (strong < STROKE.above * quantile([...novelty], 0.3)) return [];
  return found
    .filter((look) => (novelty[look] as number) > Math.max(0.05, STROKE.share * strong))
    .map((look) => between(novelty, look) * TAKE.hop);
};
