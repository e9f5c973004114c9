import { acceleratingGenerator } from './accelerating.ts';
import { alternatingThumbGenerator } from './alternating-thumb.ts';
import { arpeggioGenerator } from './arpeggio.ts';
import { cascadeGenerator } from './harp-harmonic-cascade.ts';
import { crossingCoverageGenerator } from './crossing-coverage.ts';
import { euclideanRhythmGenerator } from './euclidean-rhythm.ts';
import { fingerSweepsGenerator } from './finger-sweeps.ts';
import type { Generator } from './generator.ts';
import { hybridFiguresGenerator } from './hybrid-figures.ts';
import { melodyOverThumbGenerator } from './melody-over-thumb.ts';
import { rollsGenerator } from './rolls.ts';
import { scaleOverPulseGenerator } from './scale-over-pulse.ts';

/** All generators, in the order they are offered. */
export const GENERATORS: readonly Generator[] = [
  rollsGenerator,
  alternatingThumbGenerator,
  melodyOverThumbGenerator,
  arpeggioGenerator,
  scaleOverPulseGenerator,
  hybridFiguresGenerator,
  fingerSweepsGenerator,
  acceleratingGenerator,
  euclideanRhythmGenerator,
  crossingCoverageGenerator,
  cascadeGenerator,
];

export {
  generatePattern,
  defaultValues,
  layOverBars,
  type FigureLayout,
  type GeneratorField,
  type GeneratorContext,
  type Generator,
  type GeneratorValues,
} from './generator.ts';
export { createCoverageDrill, type CoverageDrill, type CoverageStep } from './crossing-coverage.ts';
export { euclideanRhythm } from './euclidean-rhythm.ts';
export { listPermutations } from './arpeggio.ts';
export { countPulseDisplacements, listScaleBoxNotes, type ScaleBoxNote } from './scale-over-pulse.ts';
