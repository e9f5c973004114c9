export { HARMONIC_NODES, findNodeAtFret as nodeAt, nodeInterval, type HarmonicNode } from './nodes.ts';
export {
  computeHarmonicPoint as harmonicPoint,
  computeHarmonicPoints as harmonicsOver,
  type HarmonicPoint,
} from './harmonic-points.ts';
export {
  createCascade as cascadeOver,
  namePitchSet as madeBy,
  createDefaultSteps as usualCascade,
  type Cascade,
  type CascadeNote,
  type CascadeStep,
} from './cascade.ts';
export {
  CASCADE_BALANCES,
  CASCADE_TECHNIQUES as CASCADE_WAYS,
  createCascadePattern as cascadePattern,
  type CascadeBalance,
  type CascadeTechnique as CascadeWay,
} from './cascade-pattern.ts';
