export {
  LEARNABLE_WEIGHT_KEYS,
  computeFeatures,
  type LearnableWeights,
  type LearnableWeightKey,
} from './weight-features.ts';
export {
  getLearnableWeights,
  countMatchedExamples,
  fitWeights,
  type TrainingExample,
  type FitOptions,
} from './fit-weights.ts';
export {
  learnSchool,
  type FingeringChange,
  type SchoolTrainingRequest,
  type LearnedSchool,
  type PinAccuracy,
} from './learn-school.ts';
export { createMisfit, findEstimateRange, type EstimateRange, type KnownTempo } from './estimate-range.ts';
