// Looked up once, not in every step.
const { log2, sqrt } = Math;
/** A transform of one size, with its tables. */
export interface RealFft {
  readonly size: number;
  /** Magnitudes of the first bins of a windowed stretch of samples from a place on; beyond the end is silence. */
  readonly magnitudes: (samples: Float32Array, from: number, into: Float32Array) => void;
}

const bitReversalTable = (size: number): Uint32Array => {
  const bits = log2(size);
  const order = new Uint32Array(size);
  for (let index = 1; index < size; index += 1)
    order[index] = ((order[index >> 1] as number) >> 1) | ((index & 1) << (bits - 1));
  return order;
};

/** The first two rounds of a transform: their turns are by nothing and by a quarter, so there are no products. */
const applyFirstButterflies = (re: Float64Array, im: Float64Array): void => {
  const size = re.length;
  for (let a = 0; a < size; a += 4) {
    const b = a + 1;
    const c = a + 2;
    const d = a + 3;
    const re0 = (re[a] as number) + (re[b] as number);
    const im0 = (im[a] as number) + (im[b] as number);
    const re1 = (re[a] as number) - (re[b] as number);
    const im1 = (im[a] as number) - (im[b] as number);
    const re2 = (re[c] as number) + (re[d] as number);
    const im2 = (im[c] as number) + (im[d] as number);
    const re3 = (re[c] as number) - (re[d] as number);
    const im3 = (im[c] as number) - (im[d] as number);
    re[a] = re0 + re2;
    im[a] = im0 + im2;
    re[b] = re1 + im3;
    im[b] = im1 - re3;
    re[c] = re0 - re2;
    im[c] = im0 - im2;
    re[d] = re1 - im3;
    im[d] = im1 + re3;
  }
};

/** One further round: pairs so far apart, each with its turn. */
const applyButterflies = (re: Float64Array, im: Float64Array, { half, cos, sin }: FftStage): void => {
  const size = re.length;
  for (let start = 0; start < size; start += half * 2)
    for (let place = 0; place < half; place += 1) {
      const even = start + place;
      const odd = even + half;
      const c = cos[place] as number;
      const s = sin[place] as number;
      const oddRe = re[odd] as number;
      const oddIm = im[odd] as number;
      const turnedRe = oddRe * c + oddIm * s;
      const turnedIm = oddIm * c - oddRe * s;
      const evenRe = re[even] as number;
      const evenIm = im[even] as number;
      re[odd] = evenRe - turnedRe;
      im[odd] = evenIm - turnedIm;
      re[even] = evenRe + turnedRe;
      im[even] = evenIm + turnedIm;
    }
};

/** A round of a transform: how far pairs are apart, and their turns. */
interface FftStage {
  readonly half: number;
  readonly cos: Float64Array;
  readonly sin: Float64Array;
}

/** The rounds of a transform of a size of 4 and more after the first two (Cooley & Tukey 1965). */
const createFftStages = (size: number): readonly FftStage[] => {
  const rounds: FftStage[] = [];
  for (let half = 4; half < size; half *= 2) {
    const angles = Float64Array.from({ length: half }, (_, place) => (Math.PI * place) / half);
    rounds.push({ half, cos: angles.map(Math.cos), sin: angles.map(Math.sin) });
  }
  return rounds;
};

/**
 * A transform of real samples, 8 and more, under a Hann window. Two halves of the samples travel as one complex signal of half the size.
 */
export const createRealFft = (size: number): RealFft => {
  const half = size / 2;
  const [re, im] = [new Float64Array(half), new Float64Array(half)];
  const rounds = createFftStages(half);
  const window = Float64Array.from({ length: size }, (_, index) => (1 - Math.cos((2 * Math.PI * index) / size)) / size);
  const order = bitReversalTable(half);
  const splitCos = Float64Array.from({ length: half + 1 }, (_, bin) => Math.cos((2 * Math.PI * bin) / size));
  const splitSin = Float64Array.from({ length: half + 1 }, (_, bin) => Math.sin((2 * Math.PI * bin) / size));
  return {
    size,
    magnitudes: (samples, from, into) => {
      const whole = from + size <= samples.length;
      for (let index = 0; index < half; index += 1) {
        const place = order[index] as number;
        const at = from + 2 * index;
        const even = whole || at < samples.length ? (samples[at] as number) : 0;
        const odd = whole || at + 1 < samples.length ? (samples[at + 1] as number) : 0;
        re[place] = even * (window[2 * index] as number);
        im[place] = odd * (window[2 * index + 1] as number);
      }
      applyFirstButterflies(re, im);
      for (const one of rounds) applyButterflies(re, im, one);
      for (let bin = 0; bin < into.length; bin += 1) {
        const a = bin === half ? 0 : bin;
        const b = bin === 0 ? 0 : half - bin;
        const evenRe = ((re[a] as number) + (re[b] as number)) / 2;
        const evenIm = ((im[a] as number) - (im[b] as number)) / 2;
        const oddRe = ((im[a] as number) + (im[b] as number)) / 2;
        const oddIm = ((re[b] as number) - (re[a] as number)) / 2;
        const c = splitCos[bin] as number;
        const s = splitSin[bin] as number;
        const realPart = evenRe + oddRe * c + oddIm * s;
        const imaginary = evenIm + oddIm * c - oddRe * s;
        into[bin] = sqrt(realPart * realPart + imaginary * imaginary);
      }
    },
  };
};
