import { accelerating } from './accelerating.ts';
import { alternatingThumb } from './alternating-thumb.ts';
import { arpeggio } from './arpeggio.ts';
import { cascade } from './cascade.ts';
import { crossingCoverage } from './coverage.ts';
import { evenSpreadGenerator } from './even-spread.ts';
import { fingerSweeps } from './finger-sweeps.ts';
import type { Generator } from './generator.ts';
import { hybridFigures } from './hybrid-figures.ts';
import { rolls } from './rolls.ts';
import { scaleOverPulse } from './scale-over-pulse.ts';

/** All generators, in the order they are offered. */
export const GENERATORS: readonly Generator[] = [
  rolls,
  alternatingThumb,
  arpeggio,
  scaleOverPulse,
  hybridFigures,
  fingerSweeps,
  accelerating,
  evenSpreadGenerator,
  crossingCoverage,
  cascade,
];

export { generate, initialValues, type Field, type Frame, type Generator, type Values } from './generator.ts';
export { coverage, type Coverage, type Step } from './coverage.ts';
export { evenSpread } from './even-spread.ts';
export { permutations } from './arpeggio.ts';
export { displacements, scaleBox, type BoxNote } from './scale-over-pulse.ts';
