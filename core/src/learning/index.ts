export { COMFORT_KEYS, usesOf, type ByComfort, type ComfortKey } from './uses.ts';
export { comfortOf, countMet, fitWeights, type FitExample, type FitOptions } from './fit.ts';
export { learnSchool, type LearnEffect, type LearnRequest, type LearntSchool, type PinCount } from './learn.ts';
