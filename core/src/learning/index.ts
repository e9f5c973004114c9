export {
  LEARNABLE_WEIGHT_KEYS as COMFORT_KEYS,
  computeFeatures as usesOf,
  type LearnableWeights as ByComfort,
  type LearnableWeightKey as ComfortKey,
} from './weight-features.ts';
export {
  getLearnableWeights as comfortOf,
  countMatchedExamples as countMet,
  fitWeights,
  type TrainingExample as FitExample,
  type FitOptions,
} from './fit-weights.ts';
export {
  learnSchool,
  type FingeringChange as LearnEffect,
  type SchoolTrainingRequest as LearnRequest,
  type LearnedSchool as LearntSchool,
  type PinAccuracy as PinCount,
} from './learn-school.ts';
