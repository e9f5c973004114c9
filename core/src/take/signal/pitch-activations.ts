import { midiToFrequency } from '../../instrument/index.ts';
import { TAKE_PARAMETERS } from '../model/parameters.ts';
import { BIN_COUNT, BIN_FREQUENCIES, getBinWidth, type SpectralFlux } from './spectral-flux.ts';

// Looked up once, not in every step.
const { abs, cos, max, sqrt } = Math;

/** What each pitch sounds like, band by band: rows of bins, a column for each pitch and a last one for noise. */
export interface SpectralTemplates {
  readonly pitches: readonly number[];
  readonly binCount: number;
  readonly atomCount: number;
  readonly shapes: Float32Array;
}

/** How strongly each pitch is struck anew, look by look. */
export interface PitchActivations {
  readonly pitches: readonly number[];
  readonly frameCount: number;
  /** A list for each pitch. */
  readonly byPitch: readonly Float32Array[];
}

const listPartials = (pitch: number): readonly number[] => {
  const first = midiToFrequency(pitch);
  return Array.from(
    { length: TAKE_PARAMETERS.partialCount },
    (_, index) => (index + 1) * first * sqrt(1 + TAKE_PARAMETERS.inharmonicity * (index + 1) ** 2),
  ).filter((hertz) => hertz < TAKE_PARAMETERS.maxFrequency);
};

/** How much of a partial falls into a bin beside it: the main lobe of the window. */
const evaluateMainLobe = (bins: number): number => {
  const far = abs(bins);
  return far >= 2 ? 0 : cos((Math.PI * far) / 4) ** 2;
};

const normaliseTemplate = (
  shapes: Float32Array,
  atom: number,
  { binCount, atomCount }: Pick<SpectralTemplates, 'binCount' | 'atomCount'>,
): void => {
  let sum = 0;
  for (let bin = 0; bin < binCount; bin += 1) sum += (shapes[bin * atomCount + atom] as number) ** 2;
  const norm = sqrt(sum) || 1;
  for (let bin = 0; bin < binCount; bin += 1)
    shapes[bin * atomCount + atom] = (shapes[bin * atomCount + atom] as number) / norm;
};

/** Templates before anything was heard: partials that fall as 1/h. */
export const createHarmonicTemplates = (pitches: readonly number[]): SpectralTemplates => {
  const [hertz, bins] = [BIN_FREQUENCIES, BIN_COUNT];
  const atoms = pitches.length + 1;
  const shapes = new Float32Array(bins * atoms);
  pitches.forEach((pitch, atom) => {
    listPartials(pitch).forEach((partial, index) => {
      for (let bin = 0; bin < bins; bin += 1) {
        const share = evaluateMainLobe(((hertz[bin] as number) - partial) / getBinWidth(partial));
        if (share > 0) shapes[bin * atoms + atom] = (shapes[bin * atoms + atom] as number) + share / (index + 1);
      }
    });
    normaliseTemplate(shapes, atom, { binCount: bins, atomCount: atoms });
  });
  for (let bin = 0; bin < bins; bin += 1) shapes[bin * atoms + atoms - 1] = 1;
  normaliseTemplate(shapes, atoms - 1, { binCount: bins, atomCount: atoms });
  return { pitches, binCount: bins, atomCount: atoms, shapes };
};

interface NnlsWorkspace {
  readonly gram: Float64Array;
  readonly right: Float64Array;
  readonly now: Float64Array;
}

/** The places of templates that are not nothing, bin by bin: most of a template is nothing (compressed sparse rows). */
interface Sparse {
  /** Where the places of each bin begin; one more at the end. */
  readonly starts: Int32Array;
  readonly places: Int32Array;
  readonly values: Float32Array;
}

const sparse = ({ shapes, atomCount, binCount }: SpectralTemplates): Sparse => {
  const starts = new Int32Array(binCount + 1);
  const places: number[] = [];
  for (let bin = 0; bin < binCount; bin += 1) {
    for (let atom = 0; atom < atomCount; atom += 1) if (shapes[bin * atomCount + atom] !== 0) places.push(atom);
    starts[bin + 1] = places.length;
  }
  const values = new Float32Array(places.length);
  for (let bin = 0; bin < binCount; bin += 1)
    for (let at = starts[bin] as number; at < (starts[bin + 1] as number); at += 1)
      values[at] = shapes[bin * atomCount + (places[at] as number)] as number;
  return { starts, places: Int32Array.from(places), values };
};

/** The weighted products of a look with the templates, and of these with each other. */
const computeNormalEquations = (
  fresh: Float32Array,
  weight: Float32Array,
  from: number,
  { starts, places, values }: Sparse,
  { gram, right }: NnlsWorkspace,
): void => {
  const [bins, atoms] = [starts.length - 1, right.length];
  gram.fill(0);
  right.fill(0);
  for (let bin = 0; bin < bins; bin += 1) {
    const w = (weight[from + bin] as number) ** 2;
    if (w === 0) continue;
    const y = w * (fresh[from + bin] as number);
    const end = starts[bin + 1] as number;
    for (let one = starts[bin] as number; one < end; one += 1) {
      const i = places[one] as number;
      const a = values[one] as number;
      right[i] = (right[i] as number) + a * y;
      const wa = w * a;
      for (let other = one; other < end; other += 1) {
        const at = i * atoms + (places[other] as number);
        gram[at] = (gram[at] as number) + wa * (values[other] as number);
      }
    }
  }
  for (let i = 1; i < atoms; i += 1) for (let j = 0; j < i; j += 1) gram[i * atoms + j] = gram[j * atoms + i] as number;
};

/** Non-negative least squares by going round the coordinates, from where the look before ended. */
const runCoordinateDescent = ({ gram, right, now }: NnlsWorkspace, atoms: number, rounds: number): void => {
  for (let round = 0; round < rounds; round += 1)
    for (let i = 0; i < atoms; i += 1) {
      const own = gram[i * atoms + i] as number;
      let rest = (right[i] as number) + own * (now[i] as number);
      for (let j = 0; j < atoms; j += 1) rest -= (gram[i * atoms + j] as number) * (now[j] as number);
      now[i] = own > 0 ? max(0, rest / own) : 0;
    }
};

/** Splits one look after another among the pitches; each goes on from where the one before ended. */
export type ActivationSolver = (fresh: Float32Array, weight: Float32Array, from: number) => Float64Array;

/** A splitter for some templates: what it answers holds until it is asked again. */
export const createActivationSolver = (
  templates: SpectralTemplates,
  rounds: number = TAKE_PARAMETERS.nnlsIterations,
): ActivationSolver => {
  const { atomCount } = templates;
  const shapes = sparse(templates);
  const work: NnlsWorkspace = {
    gram: new Float64Array(atomCount * atomCount),
    right: new Float64Array(atomCount),
    now: new Float64Array(atomCount),
  };
  return (fresh, weight, from) => {
    computeNormalEquations(fresh, weight, from, shapes, work);
    runCoordinateDescent(work, atomCount, rounds);
    return work.now;
  };
};

/** Splits what is struck anew among the pitches. */
export const computeActivations = (
  { frameCount, binCount, flux, weight }: SpectralFlux,
  templates: SpectralTemplates,
): PitchActivations => {
  const { pitches } = templates;
  const of = pitches.map(() => new Float32Array(frameCount));
  const split = createActivationSolver(templates);
  for (let frame = 0; frame < frameCount; frame += 1) {
    const found = split(flux, weight, frame * binCount);
    for (let atom = 0; atom < pitches.length; atom += 1) (of[atom] as Float32Array)[frame] = found[atom] as number;
  }
  return { pitches, frameCount, byPitch: of };
};

/** Where a pitch was struck, by index of the pitch and look. */
export interface TemplateAnchor {
  readonly pitch: number;
  readonly frame: number;
}

const computeAnchorShare = ({ byPitch }: PitchActivations, { pitch, frame }: TemplateAnchor): number => {
  const all = byPitch.reduce((sum, strengths) => sum + (strengths[frame] as number), 0);
  return all === 0 ? 0 : ((byPitch[pitch] as Float32Array)[frame] as number) / all;
};

/**
 * Templates as the take itself sounds: at strokes that were accepted the new sound, as far as it belongs to the pitch
 * alone and lies about its partials, averaged over them.
 */
export const adaptTemplates = (
  { flux, binCount, frequencies }: SpectralFlux,
  { pitches, atomCount, shapes: before }: SpectralTemplates,
  strengths: PitchActivations,
  accepted: readonly TemplateAnchor[],
): SpectralTemplates => {
  const shapes = before.slice();
  pitches.forEach((pitch, atom) => {
    const own = accepted
      .filter((one) => one.pitch === atom)
      .map((one) => ({ ...one, share: computeAnchorShare(strengths, one) }))
      .sort((a, b) => b.share - a.share)
      .slice(0, 40);
    if (own.length < 3) return;
    const mean = new Float64Array(binCount);
    for (const { frame, share } of own) {
      const strength = (strengths.byPitch[atom] as Float32Array)[frame] as number;
      if (strength > 0)
        for (let bin = 0; bin < binCount; bin += 1)
          mean[bin] = (mean[bin] as number) + (share ** 2 * (flux[frame * binCount + bin] as number)) / strength;
    }
    const partials = listPartials(pitch);
    let norm = 0;
    for (let bin = 0; bin < binCount; bin += 1) {
      const at = frequencies[bin] as number;
      const near = partials.some((partial) => abs(at - partial) < 2.2 * getBinWidth(partial));
      if (!near) mean[bin] = 0;
      norm += (mean[bin] as number) ** 2;
    }
    if (norm === 0) return;
    for (let bin = 0; bin < binCount; bin += 1)
      shapes[bin * atomCount + atom] =
        (1 - TAKE_PARAMETERS.templateAdaptation) * (before[bin * atomCount + atom] as number) +
        (TAKE_PARAMETERS.templateAdaptation * (mean[bin] as number)) / sqrt(norm);
    normaliseTemplate(shapes, atom, { binCount, atomCount });
  });
  return { pitches, binCount, atomCount, shapes };
};
