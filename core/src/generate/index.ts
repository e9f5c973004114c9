import { acceleratingGenerator } from './accelerating.ts';
import { alternatingThumbGenerator } from './alternating-thumb.ts';
import { arpeggioGenerator } from './arpeggio.ts';
import { cascadeGenerator } from './harp-harmonic-cascade.ts';
import { crossingCoverageGenerator } from './crossing-coverage.ts';
import { euclideanRhythmGenerator } from './euclidean-rhythm.ts';
import { fingerSweepsGenerator } from './finger-sweeps.ts';
import type { Generator } from './generator.ts';
import { hybridFiguresGenerator } from './hybrid-figures.ts';
import { rollsGenerator } from './rolls.ts';
import { scaleOverPulseGenerator } from './scale-over-pulse.ts';

/** All generators, in the order they are offered. */
export const GENERATORS: readonly Generator[] = [
  rollsGenerator,
  alternatingThumbGenerator,
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
  generatePattern as generate,
  defaultValues as initialValues,
  type GeneratorField as Field,
  type GeneratorContext as Frame,
  type Generator,
  type GeneratorValues as Values,
} from './generator.ts';
export {
  createCoverageDrill as coverage,
  type CoverageDrill as Coverage,
  type CoverageStep as Step,
} from './crossing-coverage.ts';
export { euclideanRhythm as evenSpread } from './euclidean-rhythm.ts';
export { listPermutations as permutations } from './arpeggio.ts';
export {
  countPulseDisplacements as displacements,
  listScaleBoxNotes as scaleBox,
  type ScaleBoxNote as BoxNote,
} from './scale-over-pulse.ts';
