export { HARMONIC_NODES, nodeAt, nodeInterval, type HarmonicNode } from './nodes.ts';
export { harmonicPoint, harmonicsOver, type HarmonicPoint } from './reach.ts';
export { cascadeOver, madeBy, usualCascade, type Cascade, type CascadeNote, type CascadeStep } from './cascade.ts';
export {
  CASCADE_BALANCES,
  CASCADE_WAYS,
  cascadePattern,
  type CascadeBalance,
  type CascadeWay,
} from './cascade-pattern.ts';
