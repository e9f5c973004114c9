export { HARMONIC_NODES, findNodeAtFret, nodeInterval, type HarmonicNode } from './nodes.ts';
export { computeHarmonicPoint, computeHarmonicPoints, type HarmonicPoint } from './harmonic-points.ts';
export { createTouchQuiz, type TouchQuestion, type TouchQuizOptions } from './touch-quiz.ts';
export {
  createCascade,
  namePitchSet,
  createDefaultSteps,
  type Cascade,
  type CascadeNote,
  type CascadeStep,
} from './cascade.ts';
export {
  CASCADE_BALANCES,
  CASCADE_TECHNIQUES,
  createCascadePattern,
  type CascadeBalance,
  type CascadeTechnique,
} from './cascade-pattern.ts';
